package paredown.analysis.jdk;

import java.util.Set;

/** What is known of the JDK's values that never change, and of its collections and texts that only ask, by names. */
public final class JdkValues {
    private static final Set<String> VALUES = Set.of(
            "java.lang.String",
            "java.lang.Math",
            "java.lang.StrictMath",
            "java.lang.Integer",
            "java.lang.Long",
            "java.lang.Short",
            "java.lang.Byte",
            "java.lang.Character",
            "java.lang.Boolean",
            "java.lang.Double",
            "java.lang.Float",
            "java.math.BigInteger",
            "java.math.BigDecimal",
            "java.time.Duration",
            "java.time.Instant",
            "java.time.LocalDate",
            "java.time.LocalTime",
            "java.time.LocalDateTime",
            "java.time.ZonedDateTime",
            "java.time.Period");

    /** They ask the clock, the system, or chance. */
    private static final Set<String> MOMENTARY =
            Set.of("random", "now", "getInteger", "getLong", "getBoolean", "getChars", "getBytes", "format", "intern");

    private static final Set<String> QUERIES =
            Set.of("size", "isEmpty", "length", "charAt", "contains", "containsKey", "get", "indexOf", "hasNext");

    private static final Set<String> CONTAINERS = Set.of(
            "java.util.List",
            "java.util.ArrayList",
            "java.util.Collection",
            "java.util.Set",
            "java.util.Map",
            "java.util.HashMap",
            "java.util.Iterator",
            "java.lang.StringBuilder",
            "java.lang.StringBuffer",
            "java.lang.CharSequence");

    private static final Set<String> EMPTY = Set.of(
            "java.lang.StringBuilder",
            "java.lang.StringBuffer",
            "java.util.ArrayList",
            "java.util.LinkedList",
            "java.util.ArrayDeque",
            "java.util.HashMap",
            "java.util.LinkedHashMap",
            "java.util.TreeMap",
            "java.util.HashSet",
            "java.util.LinkedHashSet",
            "java.util.TreeSet");

    private JdkValues() {}

    /** Whether objects of a class are such values, or its methods only work them out. */
    public static boolean has(String type) {
        return VALUES.contains(type);
    }

    /** Whether a method of such a class hangs on nothing but its object and its arguments. */
    public static boolean isValueCall(String owner, String method) {
        return VALUES.contains(owner) && !MOMENTARY.contains(method);
    }

    public static boolean isContainer(String type) {
        return CONTAINERS.contains(type);
    }

    /** Whether a method asks what a collection or a text holds. */
    public static boolean isQuery(String owner, String method) {
        return CONTAINERS.contains(owner) && QUERIES.contains(method);
    }

    /** Whether a constructor without arguments does nothing but make an empty one. */
    public static boolean canBeMadeEmpty(String type) {
        return EMPTY.contains(type);
    }
}
