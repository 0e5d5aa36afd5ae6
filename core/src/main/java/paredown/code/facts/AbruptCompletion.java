package paredown.code.facts;

import com.sun.source.tree.BreakTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ContinueTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.SwitchTree;
import com.sun.source.tree.Tree;

/** Follows, while a body is read, which of its trees may be left by a jump. */
final class AbruptCompletion {
    private static final int NONE = Integer.MAX_VALUE;

    private int loops;
    private int breakable;
    private int outermost = NONE;

    /** To be called before a tree is looked into; what it gives is for {@link #leave}. */
    int enter(Tree tree) {
        int before = outermost;
        outermost = NONE;
        loops += Loops.is(tree) ? 1 : 0;
        breakable += Loops.is(tree) || tree instanceof SwitchTree ? 1 : 0;
        return before;
    }

    /** Whether the tree may be left by a jump to somewhere outside of it. */
    boolean leave(Tree tree, int before) {
        loops -= Loops.is(tree) ? 1 : 0;
        breakable -= Loops.is(tree) || tree instanceof SwitchTree ? 1 : 0;
        if (tree instanceof LambdaExpressionTree || tree instanceof ClassTree) {
            outermost = NONE;
        } else if (tree instanceof ReturnTree) {
            outermost = 0;
        } else if (tree instanceof BreakTree jump) {
            outermost = jump.getLabel() == null ? breakable : 0;
        } else if (tree instanceof ContinueTree jump) {
            outermost = jump.getLabel() == null && breakable == loops ? breakable : 0;
        }
        // A jump out of the n-th loop ends behind it: only what lies in that loop is left.
        boolean leaves = outermost <= breakable;
        outermost = Math.min(before, outermost);
        return leaves;
    }
}
