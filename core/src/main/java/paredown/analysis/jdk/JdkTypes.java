package paredown.analysis.jdk;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import paredown.code.compile.Symbol;

/** The questions asked of the table of what types and methods of the JDK do, {@code types.properties} beside this class. */
public final class JdkTypes {
    private static final Map<String, Set<String>> TRAITS = read();

    private JdkTypes() {}

    private static Map<String, Set<String>> read() {
        Properties table = new Properties();
        try (InputStream in = JdkTypes.class.getResourceAsStream("types.properties")) {
            table.load(new InputStreamReader(in, StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        Map<String, Set<String>> traits = new HashMap<>();
        table.stringPropertyNames()
                .forEach(name ->
                        traits.put(name, Set.of(table.getProperty(name).strip().split("\\s+"))));
        return traits;
    }

    private static boolean has(String key, String trait) {
        return TRAITS.getOrDefault(key, Set.of()).contains(trait);
    }

    private static boolean has(String owner, String method, String trait) {
        return has(owner + "." + method, trait) || has("*." + method, trait);
    }

    /** Whether a type is of the JDK's data packages, or one of its other classes of plain values. */
    public static boolean isOfValues(String type) {
        // What lies in a type is of its package.
        return has(type, "values") || has(type.replaceFirst("\\.[A-Z].*", "") + ".*", "values");
    }

    /** Whether objects of a class never change, or its methods only work such values out. */
    public static boolean isImmutable(String type) {
        return has(type, "immutable");
    }

    /** Whether what a method of such a class gives hangs on nothing but its object and its arguments. */
    public static boolean isPureCall(String owner, String method) {
        return isImmutable(owner) && !isEnvironmental(owner, method) && !has(owner, method, "platform");
    }

    /** Whether a value of such a type may be another object each time that it is worked out, by boxing or concatenation. JLS 5.1.7, 15.18.1. */
    public static boolean isBoxing(String type) {
        return has(type, "boxing");
    }

    public static boolean isContainer(String type) {
        return has(type, "container");
    }

    /** Whether a method only asks what a collection or a sequence of characters holds. */
    public static boolean isQuery(String owner, String method) {
        return isContainer(owner) && has(owner, method, "query");
    }

    /** Whether a constructor without arguments does nothing but make an empty object. */
    public static boolean isEmptyAtFirst(String type) {
        return has(type, "empty");
    }

    /** Whether constructors of a class keep what they are given and do nothing else. */
    public static boolean isKeeping(String type) {
        return has(type, "keeps");
    }

    /** Whether what a method or constructor gives or does hangs on the clock, the machine, its settings or chance, by its symbol. */
    public static boolean isEnvironmental(String symbol) {
        String owner = Symbol.typeName(symbol);
        return isEnvironmental(owner, Symbol.memberName(symbol))
                || has(owner + "." + Symbol.spelling(symbol), "environment");
    }

    private static boolean isEnvironmental(String owner, String method) {
        return has(owner, "environment") && !has(owner, method, "deterministic") || has(owner, method, "environment");
    }

    /** Whether fields of a type, though final, can be given another value: the streams of the program. */
    public static boolean isSettable(String owner) {
        return has(owner, "settable");
    }
}
