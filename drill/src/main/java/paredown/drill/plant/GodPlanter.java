package paredown.drill.plant;

import java.nio.file.Path;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javax.lang.model.element.Modifier;
import paredown.code.CodeBase;
import paredown.code.MemberFacts;
import paredown.code.TypeFacts;
import paredown.measure.ClassMeasures;

/**
 * Merges two collaborating classes: the members of one are written into the other, which then calls them directly. Where no two are left
 * of which one uses the other, two will do that a third one uses.
 */
final class GodPlanter implements Planter {
    private static final Set<String> ROUTINE =
            Set.of("equals", "hashCode", "toString", "clone", "compareTo", "serialVersionUID", "finalize");

    /** Below it a class has several jobs of its own (Lanza, Marinescu 2006). */
    private static final double COHESIVE = 1.0 / 3;

    private final CodeBase code;
    private final List<TypeFacts> types;
    private final List<TypeFacts> parts;
    private final Set<String> pairs = new HashSet<>();
    private final Map<String, Set<String>> clients = new HashMap<>();

    GodPlanter(CodeBase code) {
        this.code = code;
        this.types = code.types().filter(Places::isPlain).toList();
        this.parts = types.stream().filter(GodPlanter::isPart).toList();
    }

    @Override
    public String smell() {
        return "god-class";
    }

    @Override
    public Optional<Plant> plant(Random random, Set<Path> taken, int number) {
        TypeFacts part = parts.get(random.nextInt(parts.size()));
        // Once a pair: a few small classes would be all that is measured otherwise.
        List<TypeFacts> suitable = types.stream()
                .filter(large ->
                        !taken.contains(large.file()) && suits(large, part) && !pairs.contains(pair(large, part)))
                .toList();
        List<TypeFacts> close = suitable.stream()
                .filter(large -> uses(large, part) || uses(part, large))
                .toList();
        List<TypeFacts> partners = !close.isEmpty()
                ? close
                : suitable.stream()
                        .filter(large -> !Collections.disjoint(clients(large), clients(part)))
                        .toList();
        if (partners.isEmpty()) {
            return Optional.empty();
        }
        TypeFacts large = partners.get(random.nextInt(partners.size()));
        pairs.add(pair(large, part));
        return merged(large, part);
    }

    private static String pair(TypeFacts large, TypeFacts part) {
        return large.name() + " " + part.name();
    }

    private static int lines(TypeFacts type) {
        return type.members().stream().mapToInt(MemberFacts::codeLines).sum();
    }

    private static int complexity(TypeFacts type) {
        return type.methods()
                .filter(method -> !ROUTINE.contains(method.name()))
                .mapToInt(MemberFacts::complexity)
                .sum();
    }

    /** A class with one job, state and behaviour, whose members could stand in another. */
    private static boolean isPart(TypeFacts part) {
        return part.superclass().stream().allMatch(above -> above.startsWith("java."))
                && lines(part) >= 40
                && complexity(part) >= 10
                && ClassMeasures.tcc(part).orElse(0) >= COHESIVE
                && part.fields().anyMatch(field -> !field.is(Modifier.STATIC))
                && part.methods()
                                .filter(method -> !ROUTINE.contains(method.name()))
                                .count()
                        >= 4
                && part.members().stream().noneMatch(member -> member.kind() == MemberFacts.Kind.INITIALIZER);
    }

    private boolean suits(TypeFacts large, TypeFacts part) {
        return part != large && lines(large) >= lines(part) && large.methods().count() >= 6;
    }

    /** The classes that use a class or its members. */
    private Set<String> clients(TypeFacts type) {
        return clients.computeIfAbsent(
                type.name(),
                name -> code.types()
                        .filter(other -> other != type && uses(other, type))
                        .map(TypeFacts::name)
                        .collect(Collectors.toSet()));
    }

    private static boolean uses(TypeFacts one, TypeFacts other) {
        return one.allReferences().anyMatch(reference -> reference.owner().equals(other.name()));
    }

    private Optional<Plant> merged(TypeFacts large, TypeFacts part) {
        String source = code.sources().file(part.file()).orElseThrow().text();
        String[] lines = source.split("\n", -1);
        StringBuilder fields = new StringBuilder("\n");
        StringBuilder members = new StringBuilder("\n");
        List<MemberFacts> moved = part.members().stream()
                .filter(member ->
                        !ROUTINE.contains(member.name()) && !member.name().startsWith("<"))
                .toList();
        int last = 0;
        Set<String> names = new LinkedHashSet<>();
        for (MemberFacts member : moved) {
            if (member.line() <= last) {
                return Optional.empty();
            }
            last = member.endLine();
            String text = String.join("\n", List.of(lines).subList(member.line() - 1, member.endLine()))
                    .replaceAll("(?m)^\\s*@Override\\s*$", "")
                    .replace("@Override", "")
                    .replaceAll("(?<![\\w.])" + part.simpleName() + "\\.(?!this\\b|class\\b)(?=\\w)", "");
            if (Pattern.compile("(?<![\\w.])this(?!\\s*\\.)|super\\.|" + part.simpleName() + "\\.this")
                    .matcher(text.replaceAll("(?s)/\\*.*?\\*/|//[^\n]*", ""))
                    .find()) {
                continue;
            }
            names.add(member.name());
            boolean variable = member.isField() && !member.is(Modifier.STATIC);
            (member.isField() ? fields : members)
                    .append(variable ? text.replaceFirst("\\bfinal ", "") : text)
                    .append("\n\n");
        }
        String whole = code.sources().file(large.file()).orElseThrow().text();
        for (MemberFacts field : large.fields().toList()) {
            if (field.type().equals(part.name())) {
                String called = moved.stream()
                        .filter(MemberFacts::isMethod)
                        .map(MemberFacts::name)
                        .distinct()
                        .collect(Collectors.joining("|"));
                whole = whole.replaceAll(
                        "(?<![\\w.])(this\\.)?" + Pattern.quote(field.name()) + "\\.(?=(" + called + ")\\()", "");
            }
        }
        if (names.size() < 4) {
            return Optional.empty();
        }
        // Fields stand with fields, as a person would put them.
        String separator = "\n//\n";
        String pasted = fields + separator + members;
        Set<String> there = large.members().stream().map(MemberFacts::name).collect(Collectors.toSet());
        for (String name : List.copyOf(names)) {
            if (there.contains(name)) {
                // Both have one of this name: the newcomer gets another.
                String other = name + part.simpleName();
                pasted = pasted.replaceAll("(?<![\\w.])(this\\.)?" + Pattern.quote(name) + "(?!\\w)", other);
                names.remove(name);
                names.add(other);
            }
        }
        Map<Path, String> texts = new LinkedHashMap<>();
        texts.put(
                large.file(),
                Places.withImports(
                        withFields(whole, pasted.substring(0, pasted.indexOf(separator)), large)
                                        .replaceFirst("\\}\\s*$", "")
                                + pasted.substring(pasted.indexOf(separator) + separator.length()) + "}\n",
                        withOwnNames(source, part)));
        return Optional.of(new Plant(
                smell(),
                part.name() + " merged into " + large.name(),
                texts,
                finding -> finding.smell().equals(smell()) && finding.target().equals(large.name()),
                finding -> finding.cuts().stream()
                        .mapToDouble(cut -> Plant.jaccard(
                                cut.members().stream()
                                        .map(symbol -> symbol.replaceAll(".*#|\\(.*", ""))
                                        .collect(Collectors.toSet()),
                                names))
                        .max()
                        .orElse(0)));
    }

    /** The source with imports of what a class names by itself: its neighbours and the types inside it. */
    private static String withOwnNames(String source, TypeFacts part) {
        return source.replaceFirst(
                "(?m)^package [^;]+;", "$0\nimport " + part.packageName() + ".*;\nimport " + part.name() + ".*;");
    }

    /** The text with more fields behind those that it has; at the top of the class where it has none. */
    private static String withFields(String text, String fields, TypeFacts type) {
        int line = type.fields().mapToInt(MemberFacts::endLine).max().orElse(0);
        if (line == 0) {
            int brace = text.indexOf('{', text.indexOf("class " + type.simpleName()));
            return text.substring(0, brace + 1) + fields + text.substring(brace + 1);
        }
        String[] lines = text.split("\n", -1);
        return String.join("\n", List.of(lines).subList(0, line)) + "\n" + fields
                + String.join("\n", List.of(lines).subList(line, lines.length));
    }
}
