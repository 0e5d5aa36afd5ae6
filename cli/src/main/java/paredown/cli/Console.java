package paredown.cli;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.jline.terminal.Terminal;
import org.jline.terminal.TerminalBuilder;

/**
 * Where the program reads and writes, and what is at the other end.
 *
 * @param asks whether a person can answer a question
 * @param screen whether standard output is a terminal
 * @param errorScreen whether standard error is a terminal
 */
record Console(
        InputStream in,
        SafeStream out,
        SafeStream err,
        boolean asks,
        boolean screen,
        boolean errorScreen,
        Map<String, String> environment) {
    private static final int USUAL_WIDTH = 100;
    private static final int NARROWEST = 60;
    private static final int WIDEST = 160;

    /** The process's own streams. The launcher says which of them are terminals: the JDK cannot tell them apart. */
    static Console system() {
        String told = System.getProperty("pare.terminal", "");
        String[] streams = told.isEmpty() ? new String[] {tty(), tty(), tty()} : told.split(",");
        return new Console(
                System.in,
                new SafeStream(new PrintStream(System.out, true, StandardCharsets.UTF_8)),
                new SafeStream(new PrintStream(System.err, true, StandardCharsets.UTF_8)),
                streams[0].equals("yes") && streams[1].equals("yes"),
                streams[1].equals("yes"),
                streams[2].equals("yes"),
                System.getenv());
    }

    private static String tty() {
        return System.console() != null ? "yes" : "no";
    }

    /** Columns that text may fill: the terminal's, within reason; off a terminal {@code COLUMNS} or the usual. */
    int width() {
        int columns = columnsOf(environment.get("COLUMNS"));
        if (columns == 0 && screen) {
            try (Terminal terminal =
                    TerminalBuilder.builder().system(true).dumb(true).build()) {
                columns = terminal.getWidth();
            } catch (IOException e) {
                columns = 0;
            }
        }
        return columns <= 0 ? USUAL_WIDTH : Math.max(NARROWEST, Math.min(WIDEST, columns));
    }

    private static int columnsOf(String text) {
        return text != null && text.matches("[1-9]\\d{0,3}") ? Integer.parseInt(text) : 0;
    }

    /** Says something beside the answer, on standard error. */
    void warn(String line) {
        err.println("pare: " + line);
    }

    boolean confirms(String question) {
        out.print(question + " [y/N] ");
        out.flush();
        try {
            String answer = new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8)).readLine();
            return answer != null && answer.strip().matches("(?i)y(es)?");
        } catch (IOException e) {
            return false;
        }
    }
}
