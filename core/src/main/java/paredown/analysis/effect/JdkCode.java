package paredown.analysis.effect;

import java.util.Set;
import paredown.code.compile.Symbol;

/** What of the JDK deals with values alone, and what asks the moment, by names. */
public final class JdkCode {
    private static final Set<String> PACKAGES = Set.of(
            "java.lang",
            "java.util",
            "java.util.concurrent",
            "java.util.concurrent.atomic",
            "java.util.concurrent.locks",
            "java.util.function",
            "java.util.regex",
            "java.util.stream",
            "java.time",
            "java.time.format",
            "java.time.temporal",
            "java.math",
            "java.awt.geom",
            "java.text",
            "java.nio.charset",
            "java.nio.file");

    private static final Set<String> MOMENTARY = Set.of(
            "java.lang.System",
            "java.lang.Runtime",
            "java.lang.Thread",
            "java.lang.ProcessHandle",
            "java.lang.StackWalker");

    /** They ask the clock, the machine, its settings or chance, or start something. */
    private static final Set<String> ASKING = Set.of(
            "java.nio.file.Files",
            "java.util.Calendar",
            "java.util.GregorianCalendar",
            "java.util.Random",
            "java.util.ResourceBundle",
            "java.util.ServiceLoader",
            "java.util.SplittableRandom",
            "java.util.Timer",
            "java.util.concurrent.ThreadLocalRandom");

    private static final Set<String> ASKING_METHODS = Set.of(
            "now",
            "getDefault",
            "setDefault",
            "systemDefault",
            "systemDefaultZone",
            "random",
            "randomUUID",
            "execute",
            "schedule",
            "submit",
            "commonPool",
            "runAsync",
            "supplyAsync");

    /** They load a class, which then starts, or read a setting. */
    private static final Set<String> ASKING_CALLS = Set.of(
            "java.lang.Class.forName",
            "java.lang.Boolean.getBoolean",
            "java.lang.Integer.getInteger",
            "java.lang.Long.getLong",
            "java.util.Date.<init>()");

    /** What such a class says of itself that never changes, or does with what it is handed only. */
    private static final Set<String> SETTLED = Set.of("arraycopy", "identityHashCode", "lineSeparator");

    private JdkCode() {}

    /** Whether a type is of the JDK's data packages, or one of its other classes of plain values. */
    public static boolean isOfValues(String type) {
        // What lies in a type is of its package.
        String packageName = type.replaceFirst("\\.[A-Z].*", "");
        return PlainValues.has(type) || PACKAGES.contains(packageName);
    }

    /** Whether what a method or constructor gives or does depends on the moment, by its symbol. */
    public static boolean isMomentary(String symbol) {
        String owner = Symbol.typeName(symbol);
        String name = Symbol.memberName(symbol);
        return MOMENTARY.contains(owner) && !SETTLED.contains(name)
                || ASKING.contains(owner)
                || ASKING_METHODS.contains(name)
                || ASKING_CALLS.contains(owner + "." + name)
                || ASKING_CALLS.contains(owner + "." + Symbol.spelling(symbol));
    }

    /** Whether a field, though final, can be given another value: the streams of the program. */
    public static boolean isMomentaryField(String owner) {
        return MOMENTARY.contains(owner);
    }
}
