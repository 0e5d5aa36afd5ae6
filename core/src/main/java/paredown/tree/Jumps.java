package paredown.tree;

import com.sun.source.tree.BreakTree;
import com.sun.source.tree.ContinueTree;
import com.sun.source.tree.LabeledStatementTree;
import com.sun.source.tree.SwitchExpressionTree;
import com.sun.source.tree.SwitchTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import java.util.Optional;
import javax.lang.model.element.Name;
import paredown.code.facts.Loops;

/** Where {@code break}, {@code continue} and {@code yield} lead. JLS 14.15, 14.16, 14.21. */
public final class Jumps {
    private Jumps() {}

    /** The loop, switch or labelled statement that a jump ends or goes on with. */
    public static Optional<TreePath> target(TreePath jump) {
        for (TreePath at = jump.getParentPath(); at != null; at = at.getParentPath()) {
            if (isMeant(jump.getLeaf(), at.getLeaf())) {
                return Optional.of(at);
            }
        }
        return Optional.empty();
    }

    private static boolean isMeant(Tree jump, Tree around) {
        if (jump instanceof BreakTree leave) {
            return leave.getLabel() == null
                    ? Loops.is(around) || around instanceof SwitchTree
                    : isLabelled(around, leave.getLabel());
        }
        if (jump instanceof ContinueTree next) {
            return next.getLabel() == null ? Loops.is(around) : isLabelled(around, next.getLabel());
        }
        return around instanceof SwitchExpressionTree;
    }

    private static boolean isLabelled(Tree around, Name label) {
        return around instanceof LabeledStatementTree labelled
                && labelled.getLabel().equals(label);
    }
}
