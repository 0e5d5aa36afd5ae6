package paredown.drill.plant;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javax.lang.model.element.Modifier;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/** Wraps a trivial class around an existing one: a front that passes calls on, a holder of one value, a helper for one caller. */
final class LazyPlanter implements Planter {
    private final CodeBase code;
    private final List<TypeFacts> types;

    LazyPlanter(CodeBase code) {
        this.code = code;
        this.types = code.types().filter(Places::isPlain).toList();
    }

    @Override
    public String smell() {
        return "lazy-class";
    }

    @Override
    public Optional<Plant> plant(Random random, Set<Path> taken, int number) {
        TypeFacts type = types.get(random.nextInt(types.size()));
        if (taken.contains(type.file()) || type.methods().count() < 3) {
            return Optional.empty();
        }
        return switch (random.nextInt(3)) {
            case 0 -> front(type, random, number);
            case 1 -> holder(type, number);
            default -> helper(type, number);
        };
    }

    private Optional<Plant> front(TypeFacts type, Random random, int number) {
        List<MemberFacts> methods = new ArrayList<>(type.methods()
                .filter(method -> method.is(Modifier.PUBLIC)
                        && !method.is(Modifier.STATIC)
                        && !method.overrides()
                        && method.parameters().size() <= 3
                        && method.references().stream()
                                .noneMatch(one -> one.owner().endsWith("Exception"))
                        && isPlainType(method.type())
                        && method.parameters().stream().allMatch(one -> isPlainType(one.type())))
                .toList());
        Collections.shuffle(methods, random);
        Set<String> names = methods.stream().map(MemberFacts::name).collect(Collectors.toSet());
        if (methods.size() < 2 || names.size() < methods.size()) {
            return Optional.empty();
        }
        String name = type.simpleName() + "Front" + number;
        StringBuilder text = new StringBuilder();
        text.append("package ")
                .append(type.packageName())
                .append(";\n\npublic class ")
                .append(name)
                .append(" {\n");
        text.append("    private final ").append(type.simpleName()).append(" behind;\n\n");
        text.append("    public ")
                .append(name)
                .append("(")
                .append(type.simpleName())
                .append(" behind) {\n        this.behind = behind;\n    }\n");
        for (MemberFacts method : methods.subList(0, Math.min(methods.size(), 2 + random.nextInt(3)))) {
            String parameters = IntStream.range(0, method.parameters().size())
                    .mapToObj(i -> method.parameters().get(i).type() + " a" + i)
                    .collect(Collectors.joining(", "));
            String arguments = IntStream.range(0, method.parameters().size())
                    .mapToObj(i -> "a" + i)
                    .collect(Collectors.joining(", "));
            text.append("\n    public ")
                    .append(method.type())
                    .append(' ')
                    .append(method.name())
                    .append('(')
                    .append(parameters)
                    .append(") {\n        ");
            text.append(method.type().equals("void") ? "" : "return ")
                    .append("behind.")
                    .append(method.name())
                    .append('(')
                    .append(arguments)
                    .append(");\n    }\n");
        }
        text.append("}\n");
        return Optional.of(plant(type, name, text.toString(), Map.of(), "front of " + type.name(), type.name()));
    }

    private static boolean isPlainType(String type) {
        return type.matches("void|boolean|int|long|double|float|java\\.lang\\.String");
    }

    /** A class for one value, handed in and out, in a new method of the existing class. */
    private Optional<Plant> holder(TypeFacts type, int number) {
        String name = type.simpleName() + "Label" + number;
        String text = "package " + type.packageName() + ";\n\npublic class " + name
                + " {\n    private final String text;\n\n    public " + name
                + "(String text) {\n        this.text = text;\n    }\n\n    public String getText() {\n        return text;\n    }\n}\n";
        String source = code.sources().file(type.file()).orElseThrow().text();
        int end = source.lastIndexOf('}');
        String user = source.substring(0, end) + "\n    String planted" + number + "(String text) {\n        " + name
                + " label = new " + name + "(text);\n        return \"<\" + label.getText() + \">\";\n    }\n"
                + source.substring(end);
        return Optional.of(plant(type, name, text, Map.of(type.file(), user), "holder beside " + type.name(), ""));
    }

    /** A private static method of its own arithmetic goes to a class that nobody else calls. */
    private Optional<Plant> helper(TypeFacts type, int number) {
        Optional<MemberFacts> method = type.methods()
                .filter(one -> one.is(Modifier.STATIC) && one.is(Modifier.PRIVATE))
                .filter(one ->
                        one.references().stream().noneMatch(use -> use.owner().equals(type.name())))
                .filter(one -> one.codeLines() >= 3 && one.codeLines() <= 20)
                .filter(one -> isPlainType(one.type())
                        && !one.parameters().isEmpty()
                        && one.parameters().stream().allMatch(parameter -> isPlainType(parameter.type())))
                .findFirst();
        if (method.isEmpty()) {
            return Optional.empty();
        }
        String source = code.sources().file(type.file()).orElseThrow().text();
        String[] lines = source.split("\n", -1);
        String body = String.join(
                "\n",
                List.of(lines).subList(method.get().line() - 1, method.get().endLine()));
        int brace = body.indexOf('{');
        if (brace < 0 || body.contains("@")) {
            return Optional.empty();
        }
        String name = type.simpleName() + "Help" + number;
        String text = Places.withImports(
                "package " + type.packageName() + ";\n\nfinal class " + name + " {\n    private " + name + "() {}\n\n"
                        + body.replaceFirst("private ", "") + "\n}\n",
                source);
        String arguments = method.get().parameterNames().stream().collect(Collectors.joining(", "));
        String call =
                body.substring(0, brace) + "{\n        " + (method.get().type().equals("void") ? "" : "return ") + name
                        + "." + method.get().name() + "(" + arguments + ");\n    }";
        String user = source.replace(body, call);
        return Optional.of(plant(type, name, text, Map.of(type.file(), user), "helper of " + type.name(), type.name()));
    }

    private Plant plant(TypeFacts type, String name, String text, Map<Path, String> others, String what, String into) {
        Map<Path, String> texts = new LinkedHashMap<>(others);
        texts.put(type.file().resolveSibling(name + ".java"), text);
        String qualified = type.packageName() + "." + name;
        return new Plant(
                smell(),
                what,
                texts,
                finding -> finding.smell().equals(smell()) && finding.target().equals(qualified),
                finding -> into.equals(finding.cuts().get(0).arguments().getOrDefault("into", "")) ? 1 : 0);
    }
}
