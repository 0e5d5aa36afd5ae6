package paredown.code.facts;

import java.util.List;

/**
 * A parameter or local variable of a member.
 *
 * @param type erased type, as written by the compiler
 * @param line where it is declared, from 1
 * @param reads the lines on which its value is used, in order, one a use
 * @param writes the lines on which it is assigned after its declaration; what adds to it counts as both
 */
public record LocalFacts(String name, String type, int line, List<Integer> reads, List<Integer> writes) {
    /** Whether it is used from one line to another, both included. */
    public boolean isUsedWithin(int first, int last) {
        return isWithin(reads, first, last) || isWithin(writes, first, last);
    }

    public boolean isWrittenWithin(int first, int last) {
        return isWithin(writes, first, last);
    }

    public boolean isReadAfter(int line) {
        return isWithin(reads, line + 1, Integer.MAX_VALUE);
    }

    private static boolean isWithin(List<Integer> lines, int first, int last) {
        // Asked for every block of every method: a stream would cost more than the look.
        for (int line : lines) {
            if (line >= first && line <= last) {
                return true;
            }
        }
        return false;
    }
}
