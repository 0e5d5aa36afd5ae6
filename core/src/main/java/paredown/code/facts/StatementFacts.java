package paredown.code.facts;

import java.util.ArrayList;
import java.util.List;

/**
 * A statement of a body, as a shape: what it does, whatever its local variables are called and whichever literals it uses.
 *
 * @param line first line, from 1
 * @param endLine last line
 * @param depth how many statements it lies in, from 0
 * @param shape the same for statements that differ only in the names of local variables of the same types and in literals; differs within a run by chance in
 *     one of four billion
 * @param size how many parts its syntax tree has
 * @param first whether it is the first of its block
 * @param leaves whether it may go on elsewhere than at the statement behind it, by {@code return}, {@code break} or {@code continue}
 */
public record StatementFacts(int line, int endLine, int depth, int shape, int size, boolean first, boolean leaves) {
    /** Statements, each followed by those inside it, by the blocks that they stand in. */
    public static List<List<StatementFacts>> blocks(List<StatementFacts> statements) {
        List<List<StatementFacts>> blocks = new ArrayList<>();
        List<List<StatementFacts>> open = new ArrayList<>();
        for (StatementFacts statement : statements) {
            // What follows in another branch lies as deep, but in a block of its own.
            int kept = statement.first() ? statement.depth() : statement.depth() + 1;
            while (open.size() > kept) {
                open.remove(open.size() - 1);
            }
            while (open.size() <= statement.depth()) {
                List<StatementFacts> block = new ArrayList<>();
                open.add(block);
                blocks.add(block);
            }
            open.get(statement.depth()).add(statement);
        }
        return blocks;
    }
}
