package paredown.code;

/**
 * A statement of a body, as a shape: what it does, whatever its local variables are called and whichever literals it uses.
 *
 * @param line first line, from 1
 * @param endLine last line
 * @param depth how many statements it lies in, from 0
 * @param shape the same for statements that differ only in the names of local variables of the same types and in literals; differs within a run by chance in
 *     one of four billion
 * @param size how many parts its syntax tree has
 * @param leaves whether it may go on elsewhere than at the statement behind it, by {@code return}, {@code break} or {@code continue}
 */
public record StatementFacts(int line, int endLine, int depth, int shape, int size, boolean leaves) {}
