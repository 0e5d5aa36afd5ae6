package paredown.analysis.effect;

import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.SynchronizedTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TypeCastTree;
import com.sun.source.util.TreePath;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import paredown.analysis.jdk.JdkTypes;
import paredown.tree.TouchedFile;

/** Where it matters which of several equal objects there is, and which expressions give another one each time. */
public final class Identity {
    private Identity() {}

    /** Whether the object that stands at a place is compared with another, or locked. */
    public static boolean matters(TouchedFile file, TreePath place) {
        Tree tree = place.getLeaf();
        TreePath around = place.getParentPath();
        if (around.getLeaf() instanceof ParenthesizedTree) {
            return around.getParentPath().getLeaf() instanceof SynchronizedTree || matters(file, around);
        }
        if (around.getLeaf() instanceof BinaryTree binary && compares(binary)) {
            ExpressionTree other = binary.getLeftOperand() == tree ? binary.getRightOperand() : binary.getLeftOperand();
            TypeMirror type = file.attribution().trees().getTypeMirror(new TreePath(around, other));
            return type == null || !type.getKind().isPrimitive() && type.getKind() != TypeKind.NULL;
        }
        return false;
    }

    static boolean compares(BinaryTree binary) {
        return binary.getKind() == Tree.Kind.EQUAL_TO || binary.getKind() == Tree.Kind.NOT_EQUAL_TO;
    }

    /**
     * Whether an expression of texts, dates and such gives an object that may be none that was there before: a text put together of others (JLS
     * 15.18.1), or what a method of such a value gives.
     */
    public static boolean isNew(TouchedFile file, TreePath value) {
        Tree tree = value.getLeaf();
        TypeMirror type = file.attribution().trees().getTypeMirror(value);
        if (type == null || type.getKind().isPrimitive()) {
            return false;
        }
        if (tree instanceof ParenthesizedTree inner) {
            return isNew(file, new TreePath(value, inner.getExpression()));
        }
        if (tree instanceof TypeCastTree cast) {
            return isNew(file, new TreePath(value, cast.getExpression()));
        }
        if (tree instanceof ConditionalExpressionTree choice) {
            return isNew(file, new TreePath(value, choice.getTrueExpression()))
                    || isNew(file, new TreePath(value, choice.getFalseExpression()));
        }
        return tree instanceof BinaryTree && !isConstant(file, value)
                || tree instanceof MethodInvocationTree
                        && file.element(value) != null
                        && JdkTypes.isImmutable(file.symbol(file.element(value).getEnclosingElement()));
    }

    /** JLS 15.29, of texts and what is put into them. */
    private static boolean isConstant(TouchedFile file, TreePath value) {
        Tree tree = value.getLeaf();
        if (tree instanceof BinaryTree binary) {
            return isConstant(file, new TreePath(value, binary.getLeftOperand()))
                    && isConstant(file, new TreePath(value, binary.getRightOperand()));
        }
        if (tree instanceof ParenthesizedTree inner) {
            return isConstant(file, new TreePath(value, inner.getExpression()));
        }
        boolean name = tree instanceof IdentifierTree || tree instanceof MemberSelectTree;
        return tree instanceof LiteralTree
                || name
                        && file.element(value) instanceof VariableElement variable
                        && variable.getConstantValue() != null;
    }
}
