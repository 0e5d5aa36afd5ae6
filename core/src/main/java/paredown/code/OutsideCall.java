package paredown.code;

import java.util.List;

/**
 * A call of a method or constructor that the project does not declare, with the objects that it gets at, by their erased types. Arrays
 * are their components; numbers, texts and whatever else nobody can write a class of are left out.
 *
 * @param method symbol of what is called
 * @param receiver type of the object that is called; empty for a constructor, a static method, and {@code super}
 * @param given types of the arguments; functions that are written as arguments are left out
 * @param held types of what the arguments and the object that is called hold, as collections do
 * @param reflected what a call by reflection may run, where the code around it tells: names of methods, or constructors by the number of
 *     their arguments, {@code <init>/2}, or by their parameters, {@code <init>(int,java.util.Date)}
 */
public record OutsideCall(
        String method, String receiver, List<String> given, List<String> held, List<String> reflected) {
    /** A call that is what it says. */
    public OutsideCall(String method, String receiver, List<String> given, List<String> held) {
        this(method, receiver, given, held, List.of());
    }

    OutsideCall running(List<String> members) {
        return new OutsideCall(method, receiver, given, held, members);
    }
}
