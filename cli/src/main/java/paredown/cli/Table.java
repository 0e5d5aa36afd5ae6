package paredown.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;

/** Rows in aligned columns, fitted to a width: one column gives way, its text is broken between words. */
final class Table {
    private static final String GAP = "  ";

    private final String indentation;
    private final int flexible;
    private final boolean[] right;
    private final List<List<String>> rows = new ArrayList<>();
    private final List<UnaryOperator<String>> styles = new ArrayList<>();

    /**
     * @param flexible index of the column that is broken when the row does not fit
     * @param rightAligned indices of columns of figures
     */
    Table(String indentation, int columns, int flexible, int... rightAligned) {
        this.indentation = indentation;
        this.flexible = flexible;
        this.right = new boolean[columns];
        for (int column : rightAligned) {
            right[column] = true;
        }
    }

    Table row(String... cells) {
        return row(UnaryOperator.identity(), cells);
    }

    /** A row all of whose lines are styled alike. */
    Table row(UnaryOperator<String> style, String... cells) {
        rows.add(List.of(cells));
        styles.add(style);
        return this;
    }

    /** The lines, none wider than {@code width} unless a fixed column alone is. */
    List<String> lines(int width) {
        int[] widths = new int[right.length];
        for (List<String> row : rows) {
            for (int i = 0; i < row.size(); i++) {
                widths[i] = Math.max(widths[i], row.get(i).length());
            }
        }
        int others = indentation.length() + GAP.length() * (widths.length - 1);
        for (int i = 0; i < widths.length; i++) {
            others += i == flexible ? 0 : widths[i];
        }
        widths[flexible] = Math.min(widths[flexible], Math.max(20, width - others));
        List<String> lines = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            for (String line : lines(rows.get(i), widths)) {
                lines.add(styles.get(i).apply(line));
            }
        }
        return lines;
    }

    private List<String> lines(List<String> row, int[] widths) {
        List<String> broken = broken(row.get(flexible), widths[flexible]);
        List<String> lines = new ArrayList<>();
        for (int part = 0; part < broken.size(); part++) {
            StringBuilder line = new StringBuilder(indentation);
            for (int i = 0; i < row.size(); i++) {
                String cell = i == flexible ? broken.get(part) : part == 0 ? row.get(i) : "";
                String padding = " ".repeat(Math.max(0, widths[i] - cell.length()));
                line.append(right[i] ? padding + cell : cell + padding).append(i < row.size() - 1 ? GAP : "");
            }
            lines.add(line.toString().stripTrailing());
        }
        return lines;
    }

    /** A text in lines of at most {@code width} characters, broken at spaces. */
    static List<String> broken(String text, int width) {
        List<String> lines = new ArrayList<>();
        StringBuilder line = new StringBuilder();
        for (String word : text.split(" ")) {
            if (!line.isEmpty() && line.length() + 1 + word.length() > width) {
                lines.add(line.toString());
                line.setLength(0);
            }
            line.append(line.isEmpty() ? "" : " ").append(word);
        }
        lines.add(line.toString());
        return lines;
    }
}
