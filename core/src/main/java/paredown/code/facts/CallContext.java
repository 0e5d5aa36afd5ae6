package paredown.code.facts;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * What runs: a member, or a class that is made in it.
 *
 * @param written the places of parameters for which all that comes here hands over functions that run already, or plain values
 * @param starts whether a class starts with it: methods of classes that are made in it are left out
 */
public record CallContext(MemberFacts member, Optional<ClosureFacts> closure, Set<Integer> written, boolean starts) {
    public CallContext(MemberFacts member, Optional<ClosureFacts> closure, Set<Integer> written) {
        this(member, closure, written, false);
    }

    /** What a class starts with: methods of the classes made in it run when somebody calls them. */
    public static CallContext start(MemberFacts member) {
        return new CallContext(member, Optional.empty(), Set.of(), true);
    }

    /** One of which nobody knows what it was handed. */
    public CallContext(MemberFacts member, Optional<ClosureFacts> closure) {
        this(member, closure, Set.of());
    }

    /**
     * What it uses, calls of such parameters left out.
     *
     * @param isAbstract whether a method has no body: others are no function that somebody has written
     */
    public List<Reference> references(Predicate<String> isAbstract) {
        List<Reference> all = of(member.references(), ClosureFacts::references);
        Set<String> names = names();
        return names.isEmpty()
                ? all
                : all.stream()
                        .filter(one -> !isOf(one, names) || !isAbstract.test(one.target()))
                        .toList();
    }

    private static boolean isOf(Reference reference, Set<String> names) {
        return reference.kind() == Reference.Kind.CALL && names.contains(reference.through());
    }

    /** The calls that leave the project, without those of such parameters, and without what is handed on. */
    public List<OutsideCall> outside(Predicate<String> isAbstract) {
        List<OutsideCall> all = of(member.body().outside(), ClosureFacts::outside);
        Set<String> names = names();
        if (names.isEmpty()) {
            return all;
        }
        Set<String> called = member.references().stream()
                .filter(one -> isOf(one, names))
                .map(Reference::target)
                .filter(isAbstract)
                .collect(Collectors.toSet());
        member.references().stream()
                .filter(one -> one.kind() == Reference.Kind.CALL && !isOf(one, names))
                .forEach(one -> called.remove(one.target()));
        Set<Integer> kept = kept();
        return all.stream()
                .filter(call -> !called.contains(call.method()))
                .map(call -> call.without(kept))
                .toList();
    }

    public List<String> implicitCalls() {
        return of(member.body().implicitCalls(), ClosureFacts::implicitCalls);
    }

    /** What of a list runs: for a member all but the functions that it keeps. */
    private <T> List<T> of(List<T> all, Function<ClosureFacts, ClosureFacts.Slice> slice) {
        if (closure.isPresent()) {
            return slice.apply(closure.get()).of(all);
        }
        List<ClosureFacts> kept = member.body().closures().stream()
                .filter(one -> one.kept() || starts && !one.methods().isEmpty() && !one.isInitial())
                .toList();
        return kept.isEmpty()
                ? all
                : IntStream.range(0, all.size())
                        .filter(at ->
                                kept.stream().noneMatch(one -> slice.apply(one).has(at)))
                        .mapToObj(all::get)
                        .toList();
    }

    /** The places of the parameters for which every call of a method hands over functions that run already, or plain values. */
    public Set<Integer> written(String target) {
        List<CallArgumentFacts> callArguments = member.body().callArguments().stream()
                .filter(one -> one.target().equals(target))
                .toList();
        long calls = member.references().stream()
                .filter(one -> one.kind() == Reference.Kind.CALL && one.target().equals(target))
                .count();
        if (callArguments.isEmpty() || callArguments.size() != calls) {
            return Set.of();
        }
        Set<Integer> kept = kept();
        Set<Integer> places = new HashSet<>();
        for (int i = 0; i < callArguments.get(0).arguments().size(); i++) {
            int place = i;
            if (callArguments.stream()
                    .map(one -> one.arguments().get(place))
                    .allMatch(one -> one == CallArgumentFacts.WRITTEN || kept.contains(one))) {
                places.add(place);
            }
        }
        return places;
    }

    /** The places of those that are never given another value; a class made on the spot may call something else by their names. */
    private Set<Integer> kept() {
        boolean unclear = written.isEmpty()
                || member.body().closures().stream()
                        .anyMatch(one -> !one.methods().isEmpty());
        return unclear ? Set.of() : written.stream().filter(this::isKept).collect(Collectors.toSet());
    }

    private boolean isKept(int place) {
        if (place >= member.parameters().size()) {
            return false;
        }
        String name = member.parameters().get(place).name();
        List<LocalFacts> named =
                member.locals().stream().filter(one -> one.name().equals(name)).toList();
        return named.size() <= 1
                && named.stream().allMatch(one -> one.writes().isEmpty())
                && member.body().callArguments().stream()
                        .noneMatch(one -> one.target().equals(CallArgumentFacts.FILLED)
                                && one.arguments().contains(place));
    }

    private Set<String> names() {
        return kept().stream()
                .map(place -> member.parameters().get(place).name())
                .collect(Collectors.toSet());
    }

    /** By which member it is, not by all that is in it. */
    @Override
    public boolean equals(Object other) {
        return other instanceof CallContext that
                && member == that.member
                && closure.equals(that.closure)
                && written.equals(that.written)
                && starts == that.starts;
    }

    @Override
    public int hashCode() {
        return (System.identityHashCode(member) * 31 + closure.hashCode()) * 31 + written.hashCode();
    }
}
