package paredown.cli;

import java.io.PrintStream;
import java.util.List;
import java.util.stream.Collectors;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.smell.Anatomy;
import paredown.smell.Anatomy.Part;

/** A picture of the members of a class by group, and of the seams between the groups, for a terminal. */
final class AnatomyView {
    private static final String REST = "(the rest)";
    private static final int BAR = 16;
    private static final int LONGEST_NAME = 22;

    private final Style style;
    private final int width;

    AnatomyView(Style style, int width) {
        this.style = style;
        this.width = width;
    }

    void print(PrintStream out, Anatomy anatomy) {
        out.println(style.strong("Members by group"));
        Table members = new Table("  ", 4, 3, 1);
        int most = anatomy.parts().stream().mapToInt(Part::codeLines).max().orElse(1);
        for (Part part : anatomy.parts()) {
            int length = Math.max(1, Math.round(BAR * part.codeLines() / (float) Math.max(1, most)));
            members.row(
                    name(part),
                    part.codeLines() + " lines",
                    "=".repeat(length),
                    part.members().stream()
                            .map(MemberFacts::name)
                            .map(Symbol::shown)
                            .distinct()
                            .collect(Collectors.joining(", ")));
        }
        members.lines(width).forEach(out::println);
        if (anatomy.parts().size() > 1) {
            out.println();
            printSeams(out, anatomy);
        }
        out.println();
    }

    /** A row for each group, a column for each: how often members of the row's use members of the column's. */
    private void printSeams(PrintStream out, Anatomy anatomy) {
        List<Part> parts = anatomy.parts();
        out.println(style.strong("Seams") + style.faint("  the row's members use the column's so often; - for never"));
        int first = parts.stream().mapToInt(part -> name(part).length()).max().orElse(0);
        int column = Math.max(6, Math.min(13, (width - first - 4) / parts.size() - 1));
        StringBuilder head = new StringBuilder("  " + " ".repeat(first));
        parts.forEach(part -> head.append(right(name(part), column)));
        out.println(style.faint(head.toString()));
        for (int row = 0; row < parts.size(); row++) {
            StringBuilder line = new StringBuilder("  ")
                    .append(name(parts.get(row)))
                    .append(" ".repeat(first - name(parts.get(row)).length()));
            for (int i = 0; i < parts.size(); i++) {
                int uses = anatomy.uses()[row][i];
                String cell = right(uses == 0 ? "-" : String.valueOf(uses), column);
                line.append(uses == 0 ? style.faint(cell) : row == i ? style.good(cell) : style.notable(cell));
            }
            out.println(line);
        }
    }

    private static String right(String text, int column) {
        String cut = text.length() > column - 1 ? text.substring(0, column - 2) + "~" : text;
        return " ".repeat(column - cut.length()) + cut;
    }

    private static String name(Part part) {
        String name = part.name().isEmpty() ? REST : part.name();
        return name.length() > LONGEST_NAME ? name.substring(0, LONGEST_NAME - 1) + "~" : name;
    }
}
