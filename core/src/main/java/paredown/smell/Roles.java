package paredown.smell;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import javax.lang.model.element.Modifier;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.code.index.PublicApi;
import paredown.measure.IdentifierWords;

/** The parts that types and members play by custom, and that excuse what would be a smell elsewhere. */
final class Roles {
    /** Last words of the names of classes whose job is to read the data of others. */
    private static final Set<String> READERS = Set.of(
            "comparator",
            "visitor",
            "mapper",
            "serializer",
            "deserializer",
            "formatter",
            "converter",
            "writer",
            "encoder",
            "decoder",
            "codec",
            "printer",
            "builder",
            "assembler",
            "adapter",
            "factory");

    private static final Set<String> ROUTINE =
            Set.of("equals", "hashCode", "toString", "compareTo", "compare", "clone", "main", "finalize");

    /** Annotations that give no framework a reason to look at a declaration. */
    private static final Set<String> HARMLESS = Set.of(
            "java.lang.Override",
            "java.lang.Deprecated",
            "java.lang.SuppressWarnings",
            "java.lang.SafeVarargs",
            "java.lang.FunctionalInterface");

    /** First words of the names of methods that carry data over from one form to another. */
    private static final Pattern CARRIES = Pattern.compile(
            "(to|from|as|of|copy|convert|map|write|read|print|format|describe|serialize|create|new|build|export|import)"
                    + "(?![a-z]).*");

    private static final String DEPRECATED = "java.lang.Deprecated";

    private Roles() {}

    /** Whether findings may be about a type at all. */
    static boolean isOpen(CodeBase code, TypeFacts type) {
        return type.kind() != TypeFacts.Kind.ANNOTATION
                && isHandwritten(code, type)
                && type.unresolved().isEmpty();
    }

    /** Whether somebody keeps the source of a type: it is not written by a program, and not left out by the configuration. */
    static boolean isHandwritten(CodeBase code, TypeFacts type) {
        return !code.sources().isReadOnly(type.file())
                && !code.sources().isMarkedGenerated(type.file())
                && type.references().stream()
                        .noneMatch(one ->
                                one.target().matches("(javax|jakarta)\\.annotation\\.(processing\\.)?Generated"));
    }

    /** A class of static methods without state that changes: its callers pick one, and it has no object to be understood. */
    static boolean isToolbox(TypeFacts type) {
        return type.kind() == TypeFacts.Kind.CLASS
                && type.methods().count() > 0
                && type.methods().allMatch(method -> method.is(Modifier.STATIC))
                && type.fields().allMatch(field -> field.is(Modifier.STATIC) && field.is(Modifier.FINAL));
    }

    static boolean isException(TypeFacts type) {
        return type.superclass().filter(Roles::isFailure).isPresent();
    }

    /** Whether a class is thrown, by its name. */
    static boolean isFailure(String type) {
        return type.endsWith("Exception") || type.endsWith("Error");
    }

    /** Whether a class exists to read what others hold. */
    static boolean readsByTrade(TypeFacts type) {
        List<String> words = IdentifierWords.of(type.simpleName());
        return !words.isEmpty() && READERS.contains(words.get(words.size() - 1));
    }

    static boolean isRoutine(MemberFacts member) {
        return ROUTINE.contains(member.name());
    }

    static boolean carriesOver(MemberFacts method) {
        return CARRIES.matcher(method.name()).matches();
    }

    /** Whether something outside Java may look at a declaration by its annotations. */
    static boolean isMarked(MemberFacts member) {
        return !HARMLESS.containsAll(member.annotations());
    }

    /** The same for a type: its declaration names something that is neither a parent, nor of the JDK, nor a plain type of the project. */
    static boolean isMarked(CodeBase code, TypeFacts type) {
        return type.references().stream()
                .map(Reference::target)
                .filter(name -> !name.startsWith("java.") && !Symbol.isMember(name))
                .filter(name -> !type.superclass().equals(Optional.of(name))
                        && !type.interfaces().contains(name))
                .anyMatch(name -> code.type(name)
                        .map(named -> named.kind() == TypeFacts.Kind.ANNOTATION)
                        .orElse(true));
    }

    /**
     * Whether a project is there to be used by others: much of its public code has no caller in it. Then a public class that nobody
     * here needs may be needed elsewhere.
     */
    static boolean isLibrary(CodeBase code) {
        return PublicApi.isLibrary(code);
    }

    /** Whether code outside the project may use a member. */
    static boolean isApi(CodeBase code, TypeFacts type, MemberFacts member) {
        return code.isApi(type) && (member.is(Modifier.PUBLIC) || member.is(Modifier.PROTECTED));
    }

    /** Whether all that may use a member was read: tests too, where there are any. */
    static boolean areUsersKnown(CodeBase code) {
        return code.once(UsersKnown.class, UsersKnown::of).are();
    }

    private record UsersKnown(boolean are) {
        static UsersKnown of(CodeBase code) {
            boolean tested = code.sources().project().modules().stream()
                    .anyMatch(module -> !module.testRoots().isEmpty());
            return new UsersKnown(!tested || code.types().anyMatch(TypeFacts::test));
        }
    }

    /** Whether all that a finding is about is deprecated: nobody tidies what is to go. */
    static boolean isOnItsWayOut(CodeBase code, Finding finding) {
        return isDeprecated(code, finding.target())
                && finding.places().stream().allMatch(place -> isDeprecated(code, place.symbol()));
    }

    /** Whether a type or member is deprecated, or lies in a type that is. */
    private static boolean isDeprecated(CodeBase code, String symbol) {
        Optional<TypeFacts> type = code.type(Symbol.typeName(symbol));
        boolean member = code.member(symbol)
                .filter(one -> one.annotations().contains(DEPRECATED))
                .isPresent();
        while (type.isPresent() && !member) {
            member = type.get().references().stream()
                    .anyMatch(reference -> reference.target().equals(DEPRECATED));
            type = type.get().enclosing().flatMap(code::type);
        }
        return member;
    }

    static boolean isConstant(MemberFacts member) {
        return member.isField() && member.is(Modifier.STATIC) && member.is(Modifier.FINAL);
    }

    /** Whether a method only hands out or takes in a field, as far as its size and use tell. */
    static boolean isAccessor(TypeFacts type, MemberFacts method) {
        if (!method.isMethod()
                || method.complexity() != 1
                || method.statements().size() > 1) {
            return false;
        }
        String prefix = type.name() + "#";
        long fields = method.references().stream()
                .filter(reference -> reference.target().startsWith(prefix) && !Symbol.isCallable(reference.target()))
                .count();
        long others = method.references().stream()
                .filter(reference -> Symbol.isCallable(reference.target()))
                .count();
        return fields == 1 && others == 0;
    }

    /** Whether two types are the same, or one holds the other, or both are held by a third. */
    static boolean sameNest(String one, String other, CodeBase code) {
        return outermost(one, code).equals(outermost(other, code));
    }

    static String outermost(String name, CodeBase code) {
        String at = name;
        while (true) {
            String enclosing = code.type(at).flatMap(TypeFacts::enclosing).orElse(null);
            if (enclosing == null) {
                return at;
            }
            at = enclosing;
        }
    }
}
