package paredown.analysis.effect;

import com.sun.source.tree.ArrayAccessTree;
import com.sun.source.tree.AssertTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.CatchTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.DoWhileLoopTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.ForLoopTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.SwitchExpressionTree;
import com.sun.source.tree.SwitchTree;
import com.sun.source.tree.SynchronizedTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TryTree;
import com.sun.source.tree.WhileLoopTree;
import com.sun.source.util.TreePath;
import java.util.ArrayList;
import java.util.List;
import paredown.tree.TouchedFile;

/**
 * When a place inside a statement comes to be evaluated, seen from the start of that statement. JLS 15.7: operands from left to right.
 *
 * @param sometimes whether there are ways through the statement that do not come by the place
 * @param repeatedly whether it may be evaluated more than once
 * @param later whether it is code that runs another time: a lambda or a class
 * @param guarded whether what it throws may be caught, or something locked, inside the statement
 * @param before what is evaluated earlier on the way
 */
public record EvaluationOrder(
        boolean sometimes, boolean repeatedly, boolean later, boolean guarded, SideEffects before) {

    /** When a place is evaluated. {@code statement} must lie above it. */
    public static EvaluationOrder of(TouchedFile file, TreePath place, Tree statement) {
        Walk walk = new Walk(file);
        TreePath at = place;
        while (at.getLeaf() != statement) {
            walk.step(at.getParentPath(), at.getLeaf());
            at = at.getParentPath();
        }
        return new EvaluationOrder(walk.sometimes, walk.repeatedly, walk.later, walk.guarded, walk.before);
    }

    private static final class Walk {
        private final TouchedFile file;
        private boolean sometimes;
        private boolean repeatedly;
        private boolean later;
        private boolean guarded;
        private SideEffects before = SideEffects.NONE;

        Walk(TouchedFile file) {
            this.file = file;
        }

        private void earlier(TreePath parent, Tree tree) {
            if (tree != null) {
                before = before.and(SideEffects.of(file, new TreePath(parent, tree)));
            }
        }

        private void earlier(TreePath parent, List<? extends Tree> trees, Tree until) {
            for (Tree tree : trees) {
                if (tree == until) {
                    return;
                }
                earlier(parent, tree);
            }
        }

        private void step(TreePath parent, Tree child) {
            Tree tree = parent.getLeaf();
            if (tree instanceof BinaryTree binary) {
                if (child == binary.getRightOperand()) {
                    earlier(parent, binary.getLeftOperand());
                    sometimes |=
                            tree.getKind() == Tree.Kind.CONDITIONAL_AND || tree.getKind() == Tree.Kind.CONDITIONAL_OR;
                }
            } else if (tree instanceof ConditionalExpressionTree choice) {
                if (child != choice.getCondition()) {
                    earlier(parent, choice.getCondition());
                    sometimes = true;
                }
            } else if (tree instanceof MethodInvocationTree call) {
                if (child != call.getMethodSelect()) {
                    earlier(parent, receiver(call));
                    earlier(parent, call.getArguments(), child);
                }
            } else if (tree instanceof NewClassTree creation) {
                if (child == creation.getClassBody()) {
                    later = true;
                } else if (child != creation.getEnclosingExpression()) {
                    earlier(parent, creation.getEnclosingExpression());
                    earlier(parent, creation.getArguments(), child);
                }
            } else if (tree instanceof NewArrayTree array) {
                List<Tree> parts = new ArrayList<>(array.getDimensions());
                if (array.getInitializers() != null) {
                    parts.addAll(array.getInitializers());
                }
                earlier(parent, parts, child);
            } else if (tree instanceof ArrayAccessTree access) {
                if (child == access.getIndex()) {
                    earlier(parent, access.getExpression());
                }
            } else if (tree instanceof AssignmentTree assignment) {
                if (child == assignment.getExpression()) {
                    target(parent, assignment.getVariable());
                }
            } else if (tree instanceof CompoundAssignmentTree assignment) {
                if (child == assignment.getExpression()) {
                    earlier(parent, assignment.getVariable());
                }
            } else if (tree instanceof LambdaExpressionTree || tree instanceof ClassTree) {
                later = true;
            } else {
                statement(parent, tree, child);
            }
        }

        /** JLS 15.26.1: the parts of what is assigned to are evaluated, but its value is not read. */
        private void target(TreePath parent, Tree variable) {
            if (variable instanceof ArrayAccessTree access) {
                TreePath path = new TreePath(parent, access);
                earlier(path, access.getExpression());
                earlier(path, access.getIndex());
            } else if (variable instanceof com.sun.source.tree.MemberSelectTree select) {
                earlier(new TreePath(parent, select), select.getExpression());
            }
        }

        private static Tree receiver(MethodInvocationTree call) {
            return call.getMethodSelect() instanceof com.sun.source.tree.MemberSelectTree select
                    ? select.getExpression()
                    : null;
        }

        private void statement(TreePath parent, Tree tree, Tree child) {
            if (tree instanceof BlockTree block) {
                earlier(parent, block.getStatements(), child);
            } else if (tree instanceof IfTree choice) {
                if (child != choice.getCondition()) {
                    earlier(parent, choice.getCondition());
                    sometimes = true;
                }
            } else if (tree instanceof WhileLoopTree || tree instanceof DoWhileLoopTree) {
                repeatedly = true;
                sometimes = true;
                earlier(parent, tree);
            } else if (tree instanceof ForLoopTree loop) {
                boolean first = loop.getInitializer().contains(child);
                if (first) {
                    earlier(parent, loop.getInitializer(), child);
                } else {
                    repeatedly = true;
                    sometimes = true;
                    earlier(parent, tree);
                }
            } else if (tree instanceof EnhancedForLoopTree loop) {
                if (child != loop.getExpression()) {
                    repeatedly = true;
                    sometimes = true;
                    earlier(parent, tree);
                }
            } else if (tree instanceof SwitchTree choice) {
                if (child != choice.getExpression()) {
                    sometimes = true;
                    earlier(parent, tree);
                }
            } else if (tree instanceof SwitchExpressionTree choice) {
                if (child != choice.getExpression()) {
                    sometimes = true;
                    earlier(parent, tree);
                }
            } else if (tree instanceof CaseTree || tree instanceof CatchTree) {
                sometimes = true;
            } else if (tree instanceof TryTree attempt) {
                guarded = true;
                earlier(parent, attempt.getResources(), child);
                if (attempt.getResources().contains(child)) {
                    return;
                }
                if (child != attempt.getBlock()) {
                    earlier(parent, attempt.getBlock());
                    sometimes = true;
                }
            } else if (tree instanceof SynchronizedTree lock) {
                if (child != lock.getExpression()) {
                    earlier(parent, lock.getExpression());
                    guarded = true;
                }
            } else if (tree instanceof AssertTree) {
                sometimes = true;
            }
        }
    }

    /** Whether an evaluation that stood in front of the statement can as well take place here, once, with the same outcome. */
    public boolean takes(SideEffects evaluation) {
        if (later || repeatedly) {
            return evaluation.isStable() && !evaluation.fails() && evaluation.commutesWith(before);
        }
        if ((sometimes || guarded) && (evaluation.writes() || evaluation.fails())) {
            return false;
        }
        return evaluation.commutesWith(before);
    }
}
