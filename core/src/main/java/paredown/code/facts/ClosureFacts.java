package paredown.code.facts;

import java.util.List;

/**
 * What is made on the spot: a lambda or method reference, or a member of an anonymous or a local class.
 *
 * @param type a type that it extends or implements
 * @param methods the method that it is, by name and number of parameters: {@code toString/0}; that of the constructor for what runs with it;
 *     none for a lambda, which is the one of its type, and for a class that may have methods from a class above
 * @param references which of the references of the member around it stand in it
 * @param outside which of its calls that leave the project
 * @param implicitCalls which of its calls that nobody writes
 * @param kept whether it is a function that the member only gives back, or keeps: whoever calls it is seen to do so
 */
public record ClosureFacts(
        String type, List<String> methods, Slice references, Slice outside, Slice implicitCalls, boolean kept) {
    /** A part of a list, from the first to behind the last. */
    public record Slice(int from, int to) {
        <T> List<T> of(List<T> whole) {
            return whole.subList(from, to);
        }

        public boolean has(int place) {
            return from <= place && place < to;
        }
    }

    /** Whether it runs when an object is made. */
    public boolean isInitial() {
        return methods.stream().anyMatch(method -> method.startsWith("<init>/"));
    }

    /** Whether it may answer a call of a method, by name and number of parameters. */
    public boolean has(String method) {
        return methods.isEmpty() || methods.contains(method);
    }
}
