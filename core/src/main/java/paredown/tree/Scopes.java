package paredown.tree;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.DoWhileLoopTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.ForLoopTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.WhileLoopTree;
import com.sun.source.util.TreePath;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;

/** What lies around a place in the code. */
public final class Scopes {
    private Scopes() {}

    /**
     * The statements of a block or of a case with statements; empty for any other tree. The compiler's own lists are linked: to take the
     * n-th of ten thousand from one takes long.
     */
    public static Optional<List<? extends StatementTree>> statements(Tree tree) {
        if (tree instanceof BlockTree block) {
            return Optional.of(List.copyOf(block.getStatements()));
        }
        return tree instanceof CaseTree one
                        && one.getCaseKind() == CaseTree.CaseKind.STATEMENT
                        && one.getStatements() != null
                ? Optional.of(List.copyOf(one.getStatements()))
                : Optional.empty();
    }

    /** The statement around a place that stands in a row of statements; empty where a class or a lambda without a block comes first. */
    public static Optional<TreePath> statement(TreePath place) {
        for (TreePath at = place; at.getParentPath() != null; at = at.getParentPath()) {
            boolean inRow = at.getLeaf() instanceof StatementTree
                    && statements(at.getParentPath().getLeaf()).isPresent();
            if (inRow) {
                return Optional.of(at);
            }
            boolean ends = at.getLeaf() instanceof ClassTree
                    || at.getParentPath().getLeaf() instanceof LambdaExpressionTree
                            && !(at.getLeaf() instanceof BlockTree);
            if (ends) {
                return Optional.empty();
            }
        }
        return Optional.empty();
    }

    /** Whether a statement is a branch or a loop's body without braces. */
    public static boolean isBranch(Tree statement, Tree parent) {
        if (statement instanceof BlockTree) {
            return false;
        }
        return parent instanceof IfTree
                || parent instanceof WhileLoopTree
                || parent instanceof DoWhileLoopTree
                || parent instanceof ForLoopTree counted && counted.getStatement() == statement
                || parent instanceof EnhancedForLoopTree each && each.getStatement() == statement;
    }

    /** The method, initialiser or field that a place belongs to, or the class where there is none. */
    public static TreePath member(TreePath place) {
        TreePath at = place;
        while (at.getParentPath() != null && !(at.getParentPath().getLeaf() instanceof ClassTree)) {
            at = at.getParentPath();
        }
        return at;
    }

    /** The outermost member around a place, beyond anonymous and local classes. */
    public static TreePath outermostMember(TreePath place) {
        TreePath found = member(place);
        for (TreePath at = place; at != null; at = at.getParentPath()) {
            if (at.getLeaf() instanceof MethodTree) {
                found = at;
            }
        }
        return found;
    }

    /** The class around a place. */
    public static TreePath type(TreePath place) {
        TreePath at = place.getParentPath();
        while (!(at.getLeaf() instanceof ClassTree)) {
            at = at.getParentPath();
        }
        return at;
    }

    /** Names that a new local variable at a place must not have. */
    public static Set<String> localNames(TreePath place) {
        return new LinkedHashSet<>(LocalNames.in(outermostMember(place)));
    }

    /** Whether a tree lies between a place and the root. */
    public static boolean isWithin(TreePath place, Tree tree) {
        for (TreePath at = place; at != null; at = at.getParentPath()) {
            if (at.getLeaf() == tree) {
                return true;
            }
        }
        return false;
    }

    /** The class at the top of the file that declares something; code inside one sees all of its private members. */
    public static Element outermost(Element element) {
        Element at = element;
        while (at.getEnclosingElement() != null && at.getEnclosingElement().getKind() != ElementKind.PACKAGE) {
            at = at.getEnclosingElement();
        }
        return at;
    }
}
