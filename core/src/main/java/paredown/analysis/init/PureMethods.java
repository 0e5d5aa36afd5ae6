package paredown.analysis.init;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import paredown.analysis.jdk.JdkTypes;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.tree.TouchedFile;

/**
 * Methods of one statement, which nobody can override and which read final fields and call others of their kind, and nothing else. Arrays are left
 * out, whose elements change, and so is all that leaves the project.
 */
final class PureMethods {
    private final Sources sources;
    private final InitialisationFromFacts initialisation;
    private final Map<String, Boolean> known = new HashMap<>();

    PureMethods(Sources sources, InitialisationFromFacts initialisation) {
        this.sources = sources;
        this.initialisation = initialisation;
    }

    synchronized boolean has(TouchedFile user, ExecutableElement method) {
        // Most can be overridden: nothing need be looked up for them.
        Set<Modifier> closed = Set.of(Modifier.PRIVATE, Modifier.STATIC, Modifier.FINAL);
        Element owner = method.getEnclosingElement();
        boolean fixed = method.getModifiers().stream().anyMatch(closed::contains)
                || owner.getModifiers().contains(Modifier.FINAL);
        return fixed && isPure(user, user.symbol(method), new HashSet<>());
    }

    private boolean isPure(TouchedFile user, String symbol, Set<String> open) {
        Boolean before = known.get(symbol);
        if (before != null) {
            return before;
        }
        // What comes back to itself may never end.
        boolean settled = open.add(symbol) && computesPurity(user, symbol, open);
        known.put(symbol, settled);
        return settled;
    }

    private boolean computesPurity(TouchedFile user, String symbol, Set<String> open) {
        Optional<TypeFacts> owner = type(Symbol.typeName(symbol));
        Optional<MemberFacts> member = owner.flatMap(type -> type.member(symbol));
        if (owner.isPresent() && member.isEmpty()) {
            return isAccessor(owner.get(), symbol);
        }
        return member.isPresent()
                && isFixed(owner.get(), member.get())
                && member.get().references().stream().allMatch(reference -> isPure(user, owner.get(), reference, open));
    }

    /** One that the language gives a record for a component. JLS 8.10.3. */
    private static boolean isAccessor(TypeFacts owner, String symbol) {
        return owner.kind() == TypeFacts.Kind.RECORD
                && owner.fields()
                        .anyMatch(field -> !field.is(Modifier.STATIC)
                                && !isArray(field.type())
                                && symbol.equals(owner.name() + "#" + field.name() + "()"));
    }

    private static boolean isFixed(TypeFacts owner, MemberFacts method) {
        boolean alone = method.is(Modifier.STATIC) || method.is(Modifier.PRIVATE) || method.is(Modifier.FINAL);
        boolean closed = owner.modifiers().contains(Modifier.FINAL) || owner.kind() == TypeFacts.Kind.RECORD;
        return (alone || closed)
                && !method.is(Modifier.SYNCHRONIZED)
                && method.statements().size() == 1
                && method.statements().get(0).leaves()
                && method.body().implicitCalls().isEmpty()
                && method.body().closures().isEmpty()
                && method.parameters().stream().noneMatch(one -> isArray(one.type()))
                && !isArray(method.type())
                // What is boxed, or made into a string, is another object each time.
                && !JdkTypes.isBoxing(method.type());
    }

    private boolean isPure(TouchedFile user, TypeFacts here, Reference reference, Set<String> open) {
        return switch (reference.kind()) {
            case TYPE -> true;
            case READ -> isFinal(user, here, reference);
            case CALL ->
                reference.inProject()
                        && initialisesUnobserved(user, here, reference.owner(), reference.target())
                        && isPure(user, reference.target(), open);
            default -> false;
        };
    }

    private boolean isFinal(TouchedFile user, TypeFacts here, Reference reference) {
        return type(reference.owner())
                .flatMap(owner -> owner.member(reference.target()))
                .filter(field -> field.is(Modifier.FINAL) && !isArray(field.type()))
                .filter(field -> initialisesUnobserved(user, here, reference.owner(), reference.target()))
                .isPresent();
    }

    /** Reading or calling what belongs to a class may initialise it. */
    private boolean initialisesUnobserved(TouchedFile user, TypeFacts here, String owner, String member) {
        boolean ofClass = type(owner)
                .flatMap(type -> type.member(member))
                .filter(one -> !one.is(Modifier.STATIC))
                .isEmpty();
        if (!ofClass || owner.equals(here.name())) {
            return true;
        }
        TypeElement element = user.attribution().elements().getTypeElement(owner);
        return element != null && !initialisation.isSeen(user, element);
    }

    private static boolean isArray(String type) {
        return type.endsWith("]") || type.endsWith("...");
    }

    private Optional<TypeFacts> type(String name) {
        List<Path> files = sources.declaring(name);
        return files.stream().allMatch(file -> sources.facts(file).isPresent())
                ? files.stream()
                        .flatMap(file -> sources.facts(file).stream())
                        .flatMap(List::stream)
                        .filter(type -> type.name().equals(name))
                        .findFirst()
                : CodeBase.whole(sources).type(name);
    }
}
