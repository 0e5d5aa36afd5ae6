package paredown.code.facts;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * A call of a method or constructor that the project does not declare, with the objects that it gets at, by their erased types. Arrays
 * are their components; numbers, texts and whatever else nobody can write a class of are left out.
 *
 * @param method symbol of what is called
 * @param receiver type of the object that is called; empty for a constructor, a static method, {@code super}, and a
 *     stream that begins in the same expression
 * @param given types of the arguments; functions that are written as arguments are left out
 * @param held types of what the arguments and the object that is called hold, as collections do
 * @param reflected what a call by reflection may run, where the code around it tells: names of methods, or constructors by the number of
 *     their arguments, {@code <init>/2}, or by their parameters, {@code <init>(int,java.util.Date)}
 * @param passed what of all that comes by parameters of the member itself, and in no other way
 */
public record OutsideCall(
        String method,
        String receiver,
        List<String> given,
        List<String> held,
        List<String> reflected,
        List<Passed> passed) {
    /** A parameter of the member, by its place from 0, the type of what it hands on, and what becomes of that. */
    public record Passed(int parameter, String type, Role role) {}

    /** What a value is to a call. */
    public enum Role {
        RECEIVER,
        GIVEN,
        HELD
    }

    /** A call that is what it says. */
    public OutsideCall(String method, String receiver, List<String> given, List<String> held) {
        this(method, receiver, given, held, List.of(), List.of());
    }

    OutsideCall running(List<String> members) {
        return new OutsideCall(method, receiver, given, held, members, passed);
    }

    /** The same without what comes by some of the parameters. */
    OutsideCall without(Set<Integer> parameters) {
        List<Passed> still = passed.stream()
                .filter(one -> !parameters.contains(one.parameter()))
                .toList();
        boolean called = receiver.isEmpty()
                || still.stream().anyMatch(one -> one.role() == Role.RECEIVER)
                || passed.stream().noneMatch(one -> one.role() == Role.RECEIVER);
        return new OutsideCall(
                method,
                called ? receiver : "",
                left(given, Role.GIVEN, still),
                left(held, Role.HELD, still),
                reflected,
                still);
    }

    private List<String> left(List<String> types, Role role, List<Passed> still) {
        Set<String> left = new LinkedHashSet<>(types);
        passed.stream().filter(one -> one.role() == role).map(Passed::type).forEach(left::remove);
        still.stream().filter(one -> one.role() == role).map(Passed::type).forEach(left::add);
        return List.copyOf(left);
    }
}
