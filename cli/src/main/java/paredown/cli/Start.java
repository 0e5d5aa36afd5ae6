package paredown.cli;

import java.util.Locale;

/** Where the program starts: apart from the commands, whose classes take a while to load. */
final class Start {
    private Start() {}

    public static void main(String[] arguments) {
        Locale.setDefault(Locale.ROOT);
        if (arguments.length == 1 && arguments[0].equals("--version")) {
            // Asked by scripts, at every turn: answered before anything else is initialised.
            System.out.println(Version.line());
            return;
        }
        System.exit(run(arguments));
    }

    /** Errors of the machine are no answer: a script must not take them for one. */
    private static int run(String[] arguments) {
        try {
            return Pare.run(Console.system(), arguments);
        } catch (OutOfMemoryError e) {
            System.err.println("pare: out of memory; give the JVM more: PARE_JAVA_OPTS=-Xmx4g");
            return ExitCode.OUT_OF_MEMORY;
        } catch (Error e) {
            System.err.println("pare: a fault in Pare Down itself. Please report this:");
            e.printStackTrace();
            return ExitCode.FAULT;
        }
    }
}
