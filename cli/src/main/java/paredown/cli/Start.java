package paredown.cli;

import java.util.Locale;

/** Where the program starts: apart from the commands, whose classes take a while to load. */
final class Start {
    private Start() {}

    public static void main(String[] arguments) {
        Locale.setDefault(Locale.ROOT);
        if (arguments.length == 1 && arguments[0].equals("--version")) {
            // Asked by scripts, at every turn: answered before anything else is loaded.
            System.out.println(Version.line());
            return;
        }
        System.exit(Pare.run(Console.system(), arguments));
    }
}
