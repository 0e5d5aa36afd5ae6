package paredown.code;

import java.util.List;

/**
 * A class that is made on the spot: a lambda or method reference, an anonymous or a local class.
 *
 * @param type a type that it extends or implements
 * @param methods the methods that it has, by name and number of parameters: {@code toString/0}; none for a lambda, which has the one of its
 *     type; a class without any has its constructor
 * @param references which of the references of the member around it stand in it
 * @param outside which of its calls that leave the project
 * @param unspoken which of its calls that nobody writes
 */
public record MadeFacts(String type, List<String> methods, Slice references, Slice outside, Slice unspoken) {
    /** A part of a list, from the first to behind the last. */
    public record Slice(int from, int to) {
        <T> List<T> of(List<T> whole) {
            return whole.subList(from, to);
        }
    }

    /** Whether it may answer a call of a method, by name and number of parameters. */
    boolean has(String method) {
        return methods.isEmpty() || methods.contains(method);
    }
}
