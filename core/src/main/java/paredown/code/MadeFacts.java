package paredown.code;

import java.util.List;

/**
 * A class that is made on the spot: a lambda or method reference, an anonymous or a local class.
 *
 * @param type a type that it extends or implements
 * @param methods the methods that it has, by name and number of parameters: {@code toString/0}; none for a lambda, which has the one of its
 *     type
 */
public record MadeFacts(String type, List<String> methods) {
    /** Whether it may answer a call of a method, by name and number of parameters. */
    boolean has(String method) {
        return methods.isEmpty() || methods.contains(method);
    }
}
