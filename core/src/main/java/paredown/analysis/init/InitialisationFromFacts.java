package paredown.analysis.init;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import paredown.analysis.call.LibraryCallbacks;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.tree.TouchedFile;

/** Looks a class up in the facts of its file first, and through the whole project only where that leaves it open. */
final class InitialisationFromFacts {
    private final Sources sources;
    private final Map<String, Boolean> seen = new HashMap<>();

    InitialisationFromFacts(Sources sources) {
        this.sources = sources;
    }

    /** Whether anybody can tell that, or when, a class is initialised. */
    synchronized boolean isSeen(TouchedFile user, TypeElement type) {
        boolean local = type.getNestingKind() == NestingKind.LOCAL || type.getNestingKind() == NestingKind.ANONYMOUS;
        return local || seen.computeIfAbsent(user.symbol(type), name -> isSeen(user, type, name));
    }

    private boolean isSeen(TouchedFile user, TypeElement type, String name) {
        if (isPlain(sources, user, type)) {
            return false;
        }
        CodeBase code = CodeBase.whole(sources);
        return code.type(name)
                .map(facts -> new InitialisationEffects(code, facts, Set.of())
                        .first(LibraryCallbacks.trusting(user, code))
                        .isPresent())
                .orElse(true);
    }

    /** Whether neither a class nor those above it do more while they are initialised than make values and objects that keep what they are given. */
    static boolean isPlain(Sources sources, TouchedFile user, TypeElement type) {
        String name = user.symbol(type);
        boolean plain = sources.declaring(name).stream()
                .allMatch(file -> sources.facts(file)
                        .map(facts -> facts.stream()
                                .filter(one -> one.name().equals(name))
                                .allMatch(InitialisationFromFacts::isPlain))
                        .orElse(false));
        return plain && above(type).allMatch(above -> isPlain(sources, user, above));
    }

    static Stream<TypeElement> above(TypeElement type) {
        return Stream.concat(Stream.of(type.getSuperclass()), type.getInterfaces().stream())
                .filter(DeclaredType.class::isInstance)
                .map(above -> (TypeElement) ((DeclaredType) above).asElement());
    }

    private static boolean isPlain(TypeFacts type) {
        // The facts do not say which constructor makes a constant of an enum.
        boolean constants = type.kind() != TypeFacts.Kind.ENUM
                || type.members().stream()
                        .filter(member -> member.kind() == MemberFacts.Kind.CONSTRUCTOR)
                        .allMatch(member -> onlyKeeps(type, member.symbol()));
        return constants
                && type.members().stream()
                        .filter(member -> !member.isMethod() && member.is(Modifier.STATIC))
                        .flatMap(member -> member.references().stream())
                        .allMatch(reference -> isPlain(type, reference));
    }

    private static boolean isPlain(TypeFacts type, Reference reference) {
        return switch (reference.kind()) {
            case TYPE -> true;
            case CREATE -> reference.owner().equals(type.name()) && onlyKeeps(type, reference.target());
            default -> false;
        };
    }

    /** Whether making an object does nothing but give its fields what was handed over. */
    private static boolean onlyKeeps(TypeFacts type, String constructor) {
        Optional<MemberFacts> made = type.member(constructor);
        return (type.superclass().isEmpty() || type.kind() == TypeFacts.Kind.ENUM)
                && type.members().stream()
                        .filter(member -> !member.isMethod() && !member.is(Modifier.STATIC))
                        .allMatch(member -> member.references().isEmpty())
                && made.stream()
                        .flatMap(member -> member.references().stream())
                        .allMatch(one -> one.owner().equals(type.name())
                                && (one.kind() == Reference.Kind.READ || one.kind() == Reference.Kind.WRITE)
                                && type.member(one.target())
                                        .filter(field -> !field.is(Modifier.STATIC))
                                        .isPresent());
    }
}
