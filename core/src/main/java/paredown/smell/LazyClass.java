package paredown.smell;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/**
 * A class that adds too little to be worth its name and its file: it passes everything through, has one member and one user, holds one
 * field without rules, differs in nothing from its parent, or is the only class behind an interface.
 */
public final class LazyClass implements Smell {
    private static final Traits TRAITS = new Traits(
            "lazy-class",
            "LZ",
            "a class that adds too little: it passes through, has one member and one user, or differs in nothing from its parent",
            Map.of("passed", 0.8, "lines", 40.0, "complexity", 4.0));

    @Override
    public Traits traits() {
        return TRAITS;
    }

    /**
     * Why a class is lazy.
     *
     * @param summary in a few words, behind the name of the class
     * @param evidence what shows it
     * @param into where its members would go; empty where that is up to its users
     * @param weight how sure it is that nobody would miss the class, from 0 to 1
     */
    private record Reason(String summary, Evidence evidence, Optional<String> into, double weight) {}

    @Override
    public Stream<Finding> findings(CodeBase code) {
        boolean library = Roles.isLibrary(code);
        return code.types()
                .filter(type -> Roles.isOpen(code, type) && !type.test())
                .filter(type -> !Roles.isException(type) && !Roles.isMarked(code, type))
                .filter(type -> type.members().stream().noneMatch(Roles::isMarked))
                .filter(type -> type.enclosing().isEmpty()
                        || type.modifiers().contains(Modifier.STATIC)
                        || type.kind() == TypeFacts.Kind.INTERFACE)
                .flatMap(type -> reason(code, type, library).stream().map(reason -> finding(code, type, reason)));
    }

    private Optional<Reason> reason(CodeBase code, TypeFacts type, boolean library) {
        boolean open = library && code.isApi(type) && isOfferedToOthers(code, type);
        if (type.kind() == TypeFacts.Kind.INTERFACE) {
            return library && code.isApi(type) ? Optional.empty() : onlyOneBehind(code, type);
        }
        if (type.kind() != TypeFacts.Kind.CLASS) {
            return Optional.empty();
        }
        return passesThrough(code, type)
                .or(() -> likeItsParent(code, type, open))
                .or(() -> holderOfOne(code, type, open))
                .or(() -> helperOfOne(code, type, open))
                .or(() -> oneMemberOneUser(code, type, open));
    }

    /** Whether something that a public class offers is not needed here. */
    private static boolean isOfferedToOthers(CodeBase code, TypeFacts type) {
        return users(code, type).isEmpty()
                || type.members().stream()
                        .filter(member -> member.isVisible() && !member.isField() && !member.overrides())
                        .anyMatch(member -> code.uses(member.symbol()).isEmpty());
    }

    /** A middle man: nearly all it does is to hand calls on to the one object that it holds. */
    private Optional<Reason> passesThrough(CodeBase code, TypeFacts type) {
        List<MemberFacts> fields = instanceFields(type);
        List<MemberFacts> methods = type.methods()
                .filter(method -> !method.is(Modifier.STATIC) && !Roles.isRoutine(method))
                .toList();
        if (fields.size() != 1
                || methods.isEmpty()
                || type.superclass().isPresent()
                || !type.interfaces().isEmpty()) {
            return Optional.empty();
        }
        Optional<TypeFacts> behind = code.type(Symbol.plain(fields.get(0).type()));
        if (behind.isEmpty()
                || Roles.sameNest(behind.get().name(), type.name(), code)
                        && type.enclosing().isPresent()) {
            return Optional.empty();
        }
        long passed = methods.stream()
                .filter(method -> passesOn(method, fields.get(0).name()))
                .count();
        double share = passed / (double) methods.size();
        boolean hollow = share >= limit(code, "passed") && passed >= 1 && !decides(type, methods);
        if (!hollow) {
            return Optional.empty();
        }
        String target = behind.get().simpleName();
        return Optional.of(new Reason(
                passed == methods.size()
                        ? "passes everything on to " + target
                        : "passes " + passed + " of " + methods.size() + " methods on to " + target,
                Evidence.of(
                        "passed on",
                        Math.round(share * 100) / 100.0,
                        limit(code, "passed"),
                        passed + " of its " + methods.size() + " methods only call " + target + " through '"
                                + fields.get(0).name() + "'"),
                Optional.of(behind.get().name()),
                0.95));
    }

    private static boolean passesOn(MemberFacts method, String field) {
        List<Reference> calls = method.references().stream()
                .filter(reference ->
                        reference.kind() == Reference.Kind.CALL || reference.kind() == Reference.Kind.CREATE)
                .toList();
        boolean all = method.parameters().stream().allMatch(parameter -> parameter.worked() == 0);
        return method.complexity() == 1
                && method.statements().size() == 1
                && calls.size() == 1
                && all
                && (calls.get(0).through().equals(field)
                        || calls.get(0).through().equals("this." + field));
    }

    private static boolean decides(TypeFacts type, List<MemberFacts> methods) {
        return methods.stream().anyMatch(method -> method.complexity() > 2)
                || type.members().stream()
                        .anyMatch(member -> member.kind() == MemberFacts.Kind.CONSTRUCTOR && member.complexity() > 1);
    }

    /** A subclass that adds nothing but a name. */
    private Optional<Reason> likeItsParent(CodeBase code, TypeFacts type, boolean open) {
        Optional<TypeFacts> parent = type.superclass().flatMap(code::type);
        boolean bare = type.members().stream()
                .allMatch(member -> member.kind() == MemberFacts.Kind.CONSTRUCTOR && hands(member)
                        || member.name().equals("serialVersionUID"));
        if (open
                || parent.isEmpty()
                || !bare
                || !type.interfaces().isEmpty()
                || parent.get().modifiers().contains(Modifier.ABSTRACT)
                || isAskedFor(code, type)
                || code.subtypes(parent.get().name()).size() > 3) {
            return Optional.empty();
        }
        return Optional.of(new Reason(
                "adds nothing to " + parent.get().simpleName(),
                Evidence.of(
                        "own members",
                        0,
                        1,
                        "it has constructors that call those of " + parent.get().simpleName() + ", and no more"),
                Optional.of(parent.get().name()),
                0.9));
    }

    private static boolean hands(MemberFacts constructor) {
        return constructor.statements().size() <= 1
                && constructor.complexity() == 1
                && constructor.parameters().stream().allMatch(parameter -> parameter.worked() == 0);
    }

    /** Whether code tells objects of the type from others: it is tested for, caught, or a key to something by its class. */
    private static boolean isAskedFor(CodeBase code, TypeFacts type) {
        return code.uses(type.name()).stream()
                .anyMatch(use -> use.reference().kind() == Reference.Kind.TYPE
                        && use.member().complexity() > 1
                        && code.uses(type.name() + "#<init>()").stream()
                                .noneMatch(made -> made.member() == use.member()));
    }

    /** One field, no rules, nothing to do. */
    private Optional<Reason> holderOfOne(CodeBase code, TypeFacts type, boolean open) {
        List<MemberFacts> fields = instanceFields(type);
        boolean plainMethods = type.methods()
                .allMatch(method ->
                        Roles.isAccessor(type, method) || method.name().matches("equals|hashCode|toString"));
        boolean noRules = type.members().stream()
                .filter(member -> member.kind() == MemberFacts.Kind.CONSTRUCTOR)
                .allMatch(member -> member.complexity() == 1 && callsNothing(member));
        if (open
                || type.enclosing().isPresent()
                || fields.size() != 1
                || type.methods().findAny().isEmpty()
                || !plainMethods
                || !noRules
                || type.members().stream().anyMatch(Roles::isConstant)
                || type.superclass().isPresent()
                || !type.interfaces().isEmpty()
                || !code.subtypes(type.name()).isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new Reason(
                "holds one " + Symbol.simple(fields.get(0).type()) + " and nothing else",
                Evidence.of(
                        "fields",
                        1,
                        2,
                        "one field, '" + fields.get(0).name() + "', no rule about it and nothing done with it"),
                Optional.empty(),
                0.8));
    }

    private static boolean callsNothing(MemberFacts member) {
        return member.references().stream()
                .noneMatch(reference -> reference.kind() == Reference.Kind.CALL
                        || reference.kind() == Reference.Kind.CREATE
                                && !reference.owner().equals("java.lang.Object"));
    }

    /** Static methods that one other class needs. */
    private Optional<Reason> helperOfOne(CodeBase code, TypeFacts type, boolean open) {
        List<MemberFacts> methods = type.methods().toList();
        boolean helper = !methods.isEmpty()
                && methods.size() <= 2
                && type.members().stream()
                        .allMatch(member -> member.is(Modifier.STATIC) || member.kind() == MemberFacts.Kind.CONSTRUCTOR)
                && type.superclass().isEmpty()
                && type.interfaces().isEmpty()
                && type.codeLines() <= limit(code, "lines");
        Set<String> users = users(code, type);
        if (open || !helper || users.size() != 1 || holdsTypes(code, type)) {
            return Optional.empty();
        }
        String user = users.iterator().next();
        return Optional.of(new Reason(
                "helps only " + Symbol.simple(user),
                Evidence.of(
                        "users",
                        1,
                        2,
                        (methods.size() == 1 ? "one static method" : "two static methods") + ", called by "
                                + Symbol.simple(user) + " alone"),
                Optional.of(user),
                0.85));
    }

    /** A small class with one method that one other class makes and calls. */
    private Optional<Reason> oneMemberOneUser(CodeBase code, TypeFacts type, boolean open) {
        List<MemberFacts> methods = type.methods()
                .filter(method -> !method.name().matches("equals|hashCode|toString"))
                .toList();
        int complexity = type.members().stream()
                .filter(member -> !member.isField())
                .mapToInt(member -> member.complexity() - 1)
                .sum();
        boolean small = methods.size() == 1
                && !methods.get(0).is(Modifier.STATIC)
                && instanceFields(type).size() <= 2
                && type.enclosing().isEmpty()
                && type.superclass().isEmpty()
                && type.interfaces().isEmpty()
                && !type.modifiers().contains(Modifier.ABSTRACT)
                && code.subtypes(type.name()).isEmpty()
                && !holdsTypes(code, type)
                && type.codeLines() <= limit(code, "lines")
                && complexity < limit(code, "complexity");
        Set<String> users = users(code, type);
        if (open || !small || users.size() != 1) {
            return Optional.empty();
        }
        String user = users.iterator().next();
        return Optional.of(new Reason(
                "has one method and one user, " + Symbol.simple(user),
                Evidence.of("users", 1, 2, "only " + Symbol.simple(user) + " makes or calls it"),
                Optional.of(user),
                0.6));
    }

    /** An interface behind which there is one class next door, and no other way to implement it is in use. */
    private Optional<Reason> onlyOneBehind(CodeBase code, TypeFacts type) {
        List<TypeFacts> behind = code.subtypes(type.name());
        boolean stoodFor =
                code.uses(type.name()).stream().anyMatch(use -> use.reference().kind() == Reference.Kind.STAND_IN);
        if (type.enclosing().isPresent()
                || behind.size() != 1
                || stoodFor
                || type.methods().findAny().isEmpty()
                || type.members().stream().anyMatch(MemberFacts::isField)
                || !behind.get(0).packageName().equals(type.packageName())
                || behind.get(0).kind() != TypeFacts.Kind.CLASS
                || !type.interfaces().isEmpty()) {
            return Optional.empty();
        }
        String one = behind.get(0).simpleName();
        return Optional.of(new Reason(
                "has one implementation, " + one,
                Evidence.of(
                        "implementations",
                        1,
                        2,
                        "only " + one + ", in the same package, implements it; no lambda stands for it"),
                Optional.of(behind.get(0).name()),
                0.7));
    }

    private static boolean holdsTypes(CodeBase code, TypeFacts type) {
        return code.types().anyMatch(other -> other.enclosing().equals(Optional.of(type.name())));
    }

    private static List<MemberFacts> instanceFields(TypeFacts type) {
        return type.fields().filter(field -> !field.is(Modifier.STATIC)).toList();
    }

    /** The other production classes that use a type or its members, outermost ones only. */
    private static Set<String> users(CodeBase code, TypeFacts type) {
        Set<String> users = new LinkedHashSet<>();
        Stream.concat(Stream.of(type.name()), type.members().stream().map(MemberFacts::symbol))
                .flatMap(symbol -> code.uses(symbol).stream())
                .filter(use -> !use.type().test())
                .map(use -> Roles.outermost(use.type().name(), code))
                .filter(user -> !user.equals(Roles.outermost(type.name(), code)))
                .forEach(users::add);
        return users;
    }

    private Finding finding(CodeBase code, TypeFacts type, Reason reason) {
        Set<String> users = users(code, type);
        List<Evidence> evidence = new ArrayList<>(List.of(reason.evidence()));
        evidence.add(Evidence.of(
                "lines of code",
                type.codeLines(),
                limit(code, "lines"),
                type.codeLines() + " lines of code, its declaration included"));
        evidence.add(new Evidence(
                "users",
                users.size(),
                java.util.OptionalDouble.empty(),
                users.isEmpty()
                        ? "no production class uses it"
                        : "used by " + listed(users.stream().map(Symbol::simple).toList()),
                false));
        if (code.isApi(type)) {
            evidence.add(Evidence.against("public API", 1, "it is public: code outside this project may use it"));
        }
        Map<String, Object> arguments = new LinkedHashMap<>();
        arguments.put("type", type.name());
        reason.into().ifPresent(into -> arguments.put("into", into));
        CutOffer cut = CutOffer.untried(
                "inline-class",
                "inline " + type.simpleName()
                        + reason.into()
                                .map(into -> " into " + Symbol.simple(into))
                                .orElse(" into its users"),
                arguments,
                type.members().stream().map(MemberFacts::symbol).toList(),
                List.of(
                        new CutOffer.Effect("classes", 1, 0),
                        new CutOffer.Effect(
                                "lines of code", type.codeLines(), Math.max(0, type.codeLines() - overhead(type))),
                        new CutOffer.Effect("client classes", 0, users.size())));
        return new Finding(
                Finding.id(TRAITS, type.name()),
                name(),
                type.name(),
                type.file(),
                type.line(),
                score(reason, users.size(), code.isApi(type)),
                type.simpleName() + ": " + reason.summary(),
                evidence,
                List.of(),
                List.of(cut));
    }

    /** Lines that would go: the declaration, its brace, constructors, and what only passes on. */
    private static int overhead(TypeFacts type) {
        return 2
                + type.members().stream()
                        .filter(member -> member.kind() == MemberFacts.Kind.CONSTRUCTOR
                                || member.isMethod()
                                        && member.complexity() == 1
                                        && member.statements().size() == 1)
                        .mapToInt(MemberFacts::codeLines)
                        .sum();
    }

    private static String listed(List<String> names) {
        return names.size() <= 5
                ? String.join(", ", names)
                : String.join(", ", names.subList(0, 5)) + " and " + (names.size() - 5) + " more";
    }

    /** Gain (a class less to know) over cost (clients to change; a promise to others). */
    private static double score(Reason reason, int users, boolean api) {
        double cost = (1 + 0.12 * users) * (api ? 1.15 : 1);
        return Math.round(1000 * 0.62 * reason.weight() / cost) / 1000.0;
    }
}
