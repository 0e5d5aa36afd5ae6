package paredown.code.facts;

/**
 * A stretch of a file, as a region of the command line names it.
 *
 * @param line first line, from 1
 * @param column first column, from 1
 * @param endLine last line
 * @param endColumn last column, included
 */
public record PlaceFacts(int line, int column, int endLine, int endColumn) {
    @Override
    public String toString() {
        return line + ":" + column + "-" + endLine + ":" + endColumn;
    }
}
