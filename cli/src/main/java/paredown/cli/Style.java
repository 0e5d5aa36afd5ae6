package paredown.cli;

/** Colours, where they mean something: what was found, what goes and comes, what failed. */
final class Style {
    private final boolean on;

    Style(boolean on) {
        this.on = on;
    }

    String strong(String text) {
        return wrap("1", text);
    }

    String faint(String text) {
        return wrap("2", text);
    }

    String good(String text) {
        return wrap("32", text);
    }

    String bad(String text) {
        return wrap("31", text);
    }

    String notable(String text) {
        return wrap("33", text);
    }

    /** A line of a unified diff. */
    String diffLine(String line) {
        if (line.startsWith("+++") || line.startsWith("---")) {
            return strong(line);
        }
        if (line.startsWith("@@")) {
            return faint(line);
        }
        return line.startsWith("+") ? good(line) : line.startsWith("-") ? bad(line) : line;
    }

    private String wrap(String code, String text) {
        return on ? SafeStream.styled(code, text) : text;
    }
}
