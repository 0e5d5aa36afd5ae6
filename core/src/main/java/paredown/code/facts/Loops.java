package paredown.code.facts;

import com.sun.source.tree.DoWhileLoopTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.ForLoopTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.WhileLoopTree;

/** Statements that may be carried out again and again. */
public final class Loops {
    private Loops() {}

    public static boolean is(Tree tree) {
        return tree instanceof ForLoopTree
                || tree instanceof EnhancedForLoopTree
                || tree instanceof WhileLoopTree
                || tree instanceof DoWhileLoopTree;
    }
}
