package paredown.drill;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.check.Cuts;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.ParameterFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.cut.Cut;
import paredown.measure.IdentifierWords;
import paredown.source.SourceText;
import paredown.tree.TypeName;

/**
 * Draws arguments for every kind of cut, such as a person could ask for. What earlier cuts made is preferred where there is some: few random
 * classes can be dissolved, but those that were just extracted should be.
 */
final class RandomCuts {
    private final Random random;
    private final Map<String, Function<CodeBase, Optional<Cut>>> kinds = new LinkedHashMap<>();
    private int drawn;

    RandomCuts(long seed) {
        random = new Random(seed);
        kinds.put("extract-class", this::extractClass);
        kinds.put("extract-method", code -> stretch(code, one -> one.rows, "extract-method", "region"));
        kinds.put("extract-field", code -> stretch(code, one -> one.variables, "extract-field", "local"));
        kinds.put("extract-variable", code -> stretch(code, one -> one.expressions, "extract-variable", "region"));
        kinds.put("extract-constant", code -> stretch(code, one -> one.literals, "extract-constant", "region"));
        kinds.put(
                "inline-class",
                code -> preferred(
                                code.types()
                                        .filter(type -> type.enclosing().isEmpty()
                                                && type.superclass().isEmpty()
                                                && type.members().size() <= 8
                                                && isPlain(code, type.name()))
                                        .toList(),
                                // Utility classes are many and mostly refused.
                                random.nextInt(3) == 0 ? RandomCuts::isHelper : type -> isDrilled(type.name()))
                        .flatMap(type -> Cuts.of("inline-class", Map.of("type", type.name()))));
        kinds.put(
                "inline-method",
                code -> random.nextInt(3) == 0
                        ? stretch(code, one -> one.calls, "inline-method", "member")
                        : member(code, "inline-method", MemberFacts::isMethod));
        kinds.put(
                "inline-variable",
                code -> stretch(
                        code,
                        one -> random.nextInt(4) == 0 ? one.variables : one.readOnce,
                        "inline-variable",
                        "local"));
        kinds.put(
                "inline-field",
                code -> member(
                        code,
                        "inline-field",
                        random.nextInt(4) == 0
                                ? one -> one.isField() && one.is(Modifier.FINAL)
                                : RandomCuts::isPlainConstant));
        kinds.put("extract-parameters", this::extractParameters);
        kinds.put("move-class", this::moveClass);
        kinds.put("move-method", this::moveMethod);
        kinds.put("move-field", this::moveField);
        if (!kinds.keySet().equals(Cuts.kinds())) {
            throw new IllegalStateException("the drill has to draw " + Cuts.kinds() + ", and draws " + kinds.keySet());
        }
    }

    Set<String> kinds() {
        return kinds.keySet();
    }

    /** A cut of a kind; empty where the drawing met nothing that fits. */
    Optional<Cut> next(String kind, CodeBase code) {
        return kinds.get(kind).apply(code);
    }

    private <T> Optional<T> one(List<T> all) {
        return all.isEmpty() ? Optional.empty() : Optional.of(all.get(random.nextInt(all.size())));
    }

    /** One of those that are wanted most, if there are any and mostly; one of all of them otherwise. */
    private <T> Optional<T> preferred(List<T> all, Predicate<T> wanted) {
        List<T> most = all.stream().filter(wanted).toList();
        return one(most.isEmpty() || random.nextInt(4) == 0 ? all : most);
    }

    /** Whether a cut of this drill gave a name. */
    private static boolean isDrilled(String name) {
        return name.substring(name.lastIndexOf('.') + 1)
                .toLowerCase(Locale.ROOT)
                .startsWith("drilled");
    }

    /** Whether a class holds nothing but static methods and values. */
    private static boolean isHelper(TypeFacts type) {
        return type.kind() == TypeFacts.Kind.CLASS
                && !type.members().isEmpty()
                && type.members().stream()
                        .allMatch(member -> member.is(Modifier.STATIC)
                                || member.kind() == MemberFacts.Kind.CONSTRUCTOR && member.is(Modifier.PRIVATE));
    }

    /** Whether a type is declared without type parameters and not as abstract, as its text says. */
    private static boolean isPlain(CodeBase code, String type) {
        String simple = Pattern.quote(type.substring(type.lastIndexOf('.') + 1));
        Pattern other = Pattern.compile(
                "\\b(class|interface|record)\\s+" + simple + "\\s*<|\\babstract\\s+class\\s+" + simple + "\\b");
        Path file = TypeName.file(code.sources(), type);
        return code.sources()
                .file(file)
                .filter(text -> !other.matcher(text.text()).find())
                .isPresent();
    }

    private static boolean holdsDrilled(TypeFacts type) {
        return type.members().stream().anyMatch(member -> member.isField() && isDrilled(Symbol.plain(member.type())));
    }

    private String name() {
        return "drilled" + ++drawn;
    }

    private Optional<Cut> stretch(
            CodeBase code, Function<Stretches, List<String>> wanted, String kind, String argument) {
        Sources sources = code.sources();
        List<SourceText> files = sources.files()
                .filter(file -> !sources.isTest(file.path()) && !sources.isReadOnly(file.path()))
                .toList();
        try {
            Stretches stretches = new Stretches(sources, one(files).orElseThrow());
            return one(wanted.apply(stretches))
                    .flatMap(found ->
                            Cuts.of(kind, Map.of(argument, found, "name", name(), "all", random.nextBoolean())));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A constant with an initial value that names nothing: most are literals. */
    private static boolean isPlainConstant(MemberFacts member) {
        return member.isField()
                && !member.name().equals("serialVersionUID")
                && member.is(Modifier.FINAL)
                && member.is(Modifier.STATIC)
                && member.references().isEmpty()
                && member.type().matches("[a-z]+|java.lang.String");
    }

    private Optional<Cut> member(CodeBase code, String kind, Predicate<MemberFacts> wanted) {
        List<TypeFacts> types = code.types()
                .filter(type -> type.members().stream().anyMatch(wanted))
                .toList();
        return preferred(
                        types,
                        type -> type.members().stream()
                                .anyMatch(member -> wanted.test(member) && isDrilled(member.name())))
                .flatMap(type -> preferred(
                                type.members().stream().filter(wanted).toList(), member -> isDrilled(member.name()))
                        .flatMap(member -> Cuts.of(kind, Map.of("member", type.name() + "#" + spelled(type, member)))));
    }

    /** To the type of a parameter or a field; a static one to a class of its package, or to any. */
    private Optional<Cut> moveMethod(CodeBase code) {
        List<TypeFacts> types = code.types()
                .filter(type -> type.members().stream().anyMatch(MemberFacts::isMethod))
                .toList();
        TypeFacts type = preferred(types, RandomCuts::holdsDrilled).orElseThrow();
        // Static ones can go anywhere; of the others few lead to another class of the project.
        MemberFacts method = preferred(
                        type.members().stream().filter(MemberFacts::isMethod).toList(),
                        one -> one.is(Modifier.STATIC)
                                || one.references().stream().anyMatch(reference -> isDrilled(reference.owner())))
                .orElseThrow();
        List<String> targets = new ArrayList<>();
        if (method.is(Modifier.STATIC)) {
            one(types.stream()
                            .filter(other -> other.kind() != TypeFacts.Kind.INTERFACE
                                    && (random.nextBoolean()
                                            || other.packageName().equals(type.packageName())))
                            .toList())
                    .ifPresent(other -> targets.add(other.name()));
        } else {
            method.parameters().forEach(parameter -> targets.add(Symbol.plain(parameter.type())));
            type.members().stream()
                    .filter(MemberFacts::isField)
                    .forEach(field -> targets.add(Symbol.plain(field.type())));
        }
        List<String> known = targets.stream()
                .filter(name -> code.type(name).isPresent() && !name.equals(type.name()) && isPlain(code, name))
                .filter(name -> method.is(Modifier.STATIC)
                        || method.references().stream()
                                .anyMatch(reference -> reference.owner().equals(name)))
                .toList();
        return one(known)
                .flatMap(to -> Cuts.of(
                        "move-method",
                        Map.of(
                                "member",
                                type.name() + "#" + spelled(type, method),
                                "to",
                                to,
                                "callers",
                                random.nextInt(4) == 0 ? "delegate" : "")));
    }

    /** A static field to another class, one of an object to the type of another field. */
    private Optional<Cut> moveField(CodeBase code) {
        List<TypeFacts> types = code.types()
                .filter(type -> movableFields(type).findAny().isPresent())
                .toList();
        TypeFacts type = preferred(
                        types,
                        one -> holdsDrilled(one) || one.members().stream().anyMatch(RandomCuts::isPlainConstant))
                .orElseThrow();
        boolean held = holdsDrilled(type);
        MemberFacts field = preferred(
                        movableFields(type).toList(),
                        one -> held ? !one.is(Modifier.STATIC) : one.is(Modifier.STATIC) && isPlainConstant(one))
                .orElseThrow();
        List<String> targets = field.is(Modifier.STATIC)
                ? types.stream()
                        .filter(other -> other.kind() != TypeFacts.Kind.INTERFACE)
                        .filter(other ->
                                random.nextInt(9) == 0 || other.packageName().equals(type.packageName()))
                        .map(TypeFacts::name)
                        .toList()
                : type.members().stream()
                        .filter(MemberFacts::isField)
                        .map(other -> Symbol.plain(other.type()))
                        .filter(name -> code.type(name).isPresent() && (!held || isDrilled(name)))
                        .toList();
        return one(targets.stream()
                        .filter(name -> !name.equals(type.name()) && isPlain(code, name))
                        .toList())
                .flatMap(to -> Cuts.of("move-field", Map.of("member", type.name() + "#" + field.name(), "to", to)));
    }

    /** Without those that serialisation looks for, and those that hold the only object that another field could go to. */
    private static Stream<MemberFacts> movableFields(TypeFacts type) {
        return type.members().stream()
                .filter(member -> member.isField()
                        && !member.name().equals("serialVersionUID")
                        && !isDrilled(Symbol.plain(member.type())));
    }

    private Optional<Cut> moveClass(CodeBase code) {
        List<TypeFacts> types =
                code.types().filter(type -> type.enclosing().isEmpty()).toList();
        int way = random.nextInt(4);
        if (way == 0) {
            return one(code.types().filter(type -> type.enclosing().isPresent()).toList())
                    .flatMap(type -> Cuts.of("move-class", Map.of("type", type.name(), "topLevel", true)));
        }
        if (way == 1) {
            return one(types)
                    .flatMap(type -> one(types.stream()
                                    .filter(other -> other.packageName().equals(type.packageName()))
                                    .toList())
                            .flatMap(into -> Cuts.of("move-class", Map.of("type", type.name(), "into", into.name()))));
        }
        String made = random.nextInt(3) == 0 ? ".drilled" : "";
        return one(types)
                .flatMap(type -> Cuts.of(
                        "move-class",
                        Map.of(
                                "type",
                                type.name(),
                                "to",
                                one(types).orElseThrow().packageName() + made)));
    }

    private Optional<Cut> extractClass(CodeBase code) {
        List<TypeFacts> types = code.types()
                .filter(type ->
                        type.kind() == TypeFacts.Kind.CLASS && movable(type).count() >= 3)
                .toList();
        TypeFacts type = preferred(
                        types,
                        one -> one.member(one.name() + "#serialVersionUID").isEmpty())
                .orElseThrow();
        // What is static makes a helper, which can be dissolved again or take a member.
        List<MemberFacts> still =
                movable(type).filter(member -> member.is(Modifier.STATIC)).toList();
        List<MemberFacts> movable = new ArrayList<>(
                still.size() >= 3 && random.nextBoolean()
                        ? still
                        : movable(type).toList());
        MemberFacts start = movable.get(random.nextInt(movable.size()));
        Set<MemberFacts> chosen = new LinkedHashSet<>(Set.of(start));
        Collections.shuffle(movable, random);
        int wanted = 2 + random.nextInt(6);
        for (MemberFacts member : movable) {
            boolean related = chosen.stream().anyMatch(one -> one.uses(member.symbol()) || member.uses(one.symbol()));
            if (chosen.size() < wanted && (related || random.nextInt(8) == 0)) {
                chosen.add(member);
            }
        }
        List<String> names = type.members().stream()
                .filter(chosen::contains)
                .map(member -> spelled(type, member))
                .toList();
        return Cuts.of(
                "extract-class",
                Map.of(
                        "type",
                        type.name(),
                        "members",
                        names,
                        "name",
                        // A word of a member, so that there is one to take out of the names.
                        word(start) + "Drilled" + ++drawn,
                        "shorten",
                        random.nextBoolean(),
                        "callers",
                        random.nextInt(4) == 0 ? "delegate" : ""));
    }

    private Optional<Cut> extractParameters(CodeBase code) {
        Predicate<MemberFacts> takesTwo =
                one -> !one.isField() && one.parameters().size() > 1 && one.codeLines() > 1;
        List<TypeFacts> types = code.types()
                .filter(type -> type.members().stream().anyMatch(takesTwo))
                .toList();
        TypeFacts type = one(types).orElseThrow();
        // What is private has callers that all can be seen, and nobody overrides it.
        MemberFacts first = preferred(
                        type.members().stream().filter(takesTwo).toList(),
                        one -> one.is(Modifier.PRIVATE) || one.is(Modifier.STATIC))
                .orElseThrow();
        List<ParameterFacts> parameters = new ArrayList<>(first.parameters());
        if (random.nextInt(3) == 0) {
            Collections.shuffle(parameters, random);
        }
        List<ParameterFacts> chosen = parameters.subList(0, 2 + random.nextInt(Math.min(3, parameters.size() - 1)));
        List<String> members = new ArrayList<>(List.of(type.name() + "#" + spelled(type, first)));
        type.members().stream()
                .filter(other -> other != first && takesTwo.test(other) && holds(other, chosen))
                .limit(2)
                .forEach(other -> members.add(type.name() + "#" + spelled(type, other)));
        return Cuts.of(
                "extract-parameters",
                Map.of(
                        "members",
                        members,
                        "params",
                        chosen.stream().map(ParameterFacts::name).toList(),
                        "name",
                        word(first) + "Drilled" + ++drawn,
                        "callers",
                        random.nextInt(3) == 0 ? "delegate" : ""));
    }

    private static boolean holds(MemberFacts member, List<ParameterFacts> chosen) {
        return chosen.stream()
                .allMatch(one -> member.parameters().stream()
                        .anyMatch(other ->
                                other.name().equals(one.name()) && other.type().equals(one.type())));
    }

    private static String word(MemberFacts member) {
        return IdentifierWords.telling(member.name()).stream()
                .findFirst()
                .map(IdentifierWords::capitalized)
                .orElse("");
    }

    private static Stream<MemberFacts> movable(TypeFacts type) {
        return type.members().stream().filter(member -> member.isField() || member.isMethod());
    }

    /** With parameter types, so that overloads are told apart. */
    private static String spelled(TypeFacts type, MemberFacts member) {
        String spelling = member.symbol().substring(member.symbol().indexOf('#') + 1);
        long same = type.members().stream()
                .filter(other -> other.name().equals(member.name()))
                .count();
        return same == 1 || member.isField()
                ? member.name()
                : Stream.of(spelling.split(",")).map(String::strip).collect(Collectors.joining(","));
    }
}
