package paredown.tree;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.util.TreePath;
import java.util.Optional;
import javax.lang.model.element.Element;
import javax.lang.model.element.TypeElement;
import paredown.verdict.Place;

/**
 * A place where a declaration is named. Belongs to an attribution and must not outlive it.
 *
 * @param path an identifier, a member selection or a method reference
 * @param target what it names
 * @param symbol the target's symbol
 * @param form how the name is qualified
 * @param provider for a name without qualifier: the enclosing class that it is a member of, if any
 */
public record Use(
        TouchedFile file, TreePath path, Element target, String symbol, Form form, Optional<TypeElement> provider) {
    /** How a name is qualified. */
    public enum Form {
        NAME,
        THIS,
        SUPER,
        TYPE,
        EXPRESSION
    }

    public Tree tree() {
        return path.getLeaf();
    }

    public Place place() {
        return file.place(tree());
    }

    public Optional<ExpressionTree> qualifier() {
        if (tree() instanceof MemberSelectTree select) {
            return Optional.of(select.getExpression());
        }
        return tree() instanceof MemberReferenceTree reference
                ? Optional.of(reference.getQualifierExpression())
                : Optional.empty();
    }

    public boolean isMethodReference() {
        return tree() instanceof MemberReferenceTree;
    }

    /** The call of which this names the method. */
    public Optional<MethodInvocationTree> call() {
        Tree parent = path.getParentPath().getLeaf();
        return parent instanceof MethodInvocationTree call && call.getMethodSelect() == tree()
                ? Optional.of(call)
                : Optional.empty();
    }

    public boolean isWritten() {
        TreePath at = path;
        while (at.getParentPath().getLeaf().getKind() == Tree.Kind.PARENTHESIZED) {
            at = at.getParentPath();
        }
        Tree parent = at.getParentPath().getLeaf();
        if (parent instanceof AssignmentTree assignment) {
            return assignment.getVariable() == at.getLeaf();
        }
        if (parent instanceof CompoundAssignmentTree assignment) {
            return assignment.getVariable() == at.getLeaf();
        }
        return parent instanceof UnaryTree unary
                && switch (unary.getKind()) {
                    case PREFIX_INCREMENT, PREFIX_DECREMENT, POSTFIX_INCREMENT, POSTFIX_DECREMENT -> true;
                    default -> false;
                };
    }

    /** Whether it is a label of a {@code case}, where a constant of an enum stands by its name alone. JDKs from 21 on wrap labels. */
    public boolean isCaseLabel() {
        Tree parent = path.getParentPath().getLeaf();
        return parent instanceof CaseTree || parent.getKind().name().endsWith("CASE_LABEL");
    }

    /** The innermost class around the place, anonymous ones included. */
    public ClassTree enclosingClass() {
        return (ClassTree) enclosing(ClassTree.class).orElseThrow().getLeaf();
    }

    /** Whether code that may run later lies between the place and the member of {@code outer} that holds it. */
    public boolean isDeferred(Tree outer) {
        for (TreePath at = path.getParentPath(); at != null && at.getLeaf() != outer; at = at.getParentPath()) {
            if (at.getLeaf() instanceof LambdaExpressionTree || at.getLeaf() instanceof ClassTree) {
                return true;
            }
        }
        return false;
    }

    /** Whether the place lies inside a tree. */
    public boolean isWithin(Tree tree) {
        for (TreePath at = path; at != null; at = at.getParentPath()) {
            if (at.getLeaf() == tree) {
                return true;
            }
        }
        return false;
    }

    private Optional<TreePath> enclosing(Class<? extends Tree> kind) {
        for (TreePath at = path.getParentPath(); at != null; at = at.getParentPath()) {
            if (kind.isInstance(at.getLeaf())) {
                return Optional.of(at);
            }
        }
        return Optional.empty();
    }

    static Form form(Tree tree, TouchedFile file, TreePath path) {
        ExpressionTree qualifier;
        if (tree instanceof MemberSelectTree select) {
            qualifier = select.getExpression();
        } else if (tree instanceof MemberReferenceTree reference) {
            qualifier = reference.getQualifierExpression();
        } else {
            return Form.NAME;
        }
        if (isNamed(qualifier, "this")) {
            return Form.THIS;
        }
        if (isNamed(qualifier, "super")) {
            return Form.SUPER;
        }
        return file.element(new TreePath(path, qualifier)) instanceof TypeElement ? Form.TYPE : Form.EXPRESSION;
    }

    private static boolean isNamed(ExpressionTree tree, String keyword) {
        return tree instanceof IdentifierTree identifier && identifier.getName().contentEquals(keyword)
                || tree instanceof MemberSelectTree select
                        && select.getIdentifier().contentEquals(keyword);
    }
}
