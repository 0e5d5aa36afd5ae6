package paredown.analysis.flow;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TryTree;
import com.sun.source.util.TreePath;
import java.util.List;
import java.util.function.ToIntFunction;
import javax.lang.model.element.Element;
import paredown.code.facts.Loops;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;
import paredown.tree.Use;

/**
 * Where the value that a local variable has is still asked for. What stands further on in the text comes later, but for loops, and what an
 * assignment gives a variable comes after what stands behind its sign. JLS 15.7, 15.26; live variables as in Aho, Lam, Sethi, Ullman:
 * Compilers, 2nd edition, 9.2.5, here by places in the text, so that in doubt a variable is live.
 */
public final class Liveness {
    private final TouchedFile file;
    private final TreePath declaration;
    private final Element variable;
    private final List<Use> uses;
    private final ToIntFunction<Use> lastly;

    /**
     * @param declaration of the variable
     * @param uses of it, none of them in code that runs later
     * @param lastly where in the text a use has been evaluated for the last time: its own place, or the end of the call that runs the functions around it
     */
    public Liveness(TouchedFile file, TreePath declaration, List<Use> uses, ToIntFunction<Use> lastly) {
        this.file = file;
        this.declaration = declaration;
        this.variable = file.element(declaration);
        this.uses = uses;
        this.lastly = lastly;
    }

    /** Whether somebody asks for the value from before a call after it; code in lambdas and classes may run at any time. */
    boolean isLiveAfter(TreePath call) {
        boolean guarded = false;
        Tree given = null;
        Tree round = null;
        for (TreePath at = call; !Scopes.isWithin(declaration, at.getLeaf()); at = at.getParentPath()) {
            Tree tree = at.getLeaf();
            if (tree instanceof LambdaExpressionTree || tree instanceof ClassTree) {
                return true;
            }
            if (Loops.is(tree)) {
                round = tree;
            }
            if (given == null && round == null && isGiven(at, tree)) {
                given = tree;
            }
            guarded |= tree instanceof TryTree;
        }
        if (Scopes.isWithin(call, declaration.getLeaf())) {
            return false;
        }
        if (Loops.is(declaration.getParentPath().getLeaf())) {
            round = declaration.getParentPath().getLeaf();
        }
        int done = done(call.getLeaf());
        Tree assignment = guarded ? null : given;
        Tree loop = assignment == null ? round : null;
        return uses.stream()
                .filter(use -> !isReplaced(use))
                .anyMatch(use -> loop != null && use.isWithin(loop)
                        || lastly.applyAsInt(use) >= done && (assignment == null || use.isWithin(assignment)));
    }

    /** From where on what stands in the text is evaluated after a call: making an object may set static values before its arguments. */
    private int done(Tree call) {
        return call instanceof ExpressionTree && !(call instanceof NewClassTree) ? file.end(call) : file.start(call);
    }

    /** Whether a tree gives the variable a value when all in it is evaluated. */
    private boolean isGiven(TreePath path, Tree tree) {
        Tree target = tree instanceof AssignmentTree assignment
                ? assignment.getVariable()
                : tree instanceof CompoundAssignmentTree compound ? compound.getVariable() : null;
        return target != null && variable.equals(file.element(new TreePath(path, target)));
    }

    private static boolean isReplaced(Use use) {
        return use.path().getParentPath().getLeaf() instanceof AssignmentTree assignment
                && assignment.getVariable() == use.tree();
    }
}
