package paredown.tree;

import com.sun.source.tree.ArrayAccessTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.InstanceOfTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TypeCastTree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.util.TreePath;
import java.util.List;
import paredown.source.Draft;
import paredown.source.Edit;

/** Where an expression needs parentheses to stay one operand. JLS 15: precedence of operators. */
public final class Parentheses {
    private static final int CAST = 14;

    private Parentheses() {}

    /** An expression with edits in it, in parentheses where the place that it is put at would take it apart. */
    public static Draft around(TouchedFile file, ExpressionTree expression, List<Edit> edits, TreePath place) {
        Draft text = new Draft().copy(file.source(), file.region(expression), edits);
        return needed(strength(expression), place) || isSigned(expression) && isAdded(place) ? enclosed(text) : text;
    }

    /** Whether an expression begins with a sign. The compiler takes the sign of a number for a part of it. */
    private static boolean isSigned(ExpressionTree expression) {
        return expression.getKind() == Tree.Kind.UNARY_MINUS
                || expression.getKind() == Tree.Kind.UNARY_PLUS
                || expression instanceof LiteralTree literal
                        && literal.getValue() instanceof Number number
                        && (number.doubleValue() < 0 || 1 / number.doubleValue() < 0);
    }

    /** Whether a sign stands in front of a place, with which another one would become something else. */
    private static boolean isAdded(TreePath place) {
        Tree parent = place.getParentPath().getLeaf();
        return parent instanceof UnaryTree
                || parent instanceof MemberSelectTree
                || parent instanceof BinaryTree binary
                        && binary.getRightOperand() == place.getLeaf()
                        && (binary.getKind() == Tree.Kind.PLUS || binary.getKind() == Tree.Kind.MINUS);
    }

    /** An expression cast to a type, with what the place needs around it. */
    public static Draft cast(
            TouchedFile file, String type, ExpressionTree expression, List<Edit> edits, TreePath place) {
        Draft operand = new Draft().copy(file.source(), file.region(expression), edits);
        boolean signed = isSigned(expression);
        Draft text = new Draft()
                .write("(" + type + ") ")
                .write(strength(expression) < CAST - 1 || signed ? enclosed(operand) : operand);
        return needed(CAST, place) ? enclosed(text) : text;
    }

    private static Draft enclosed(Draft text) {
        return new Draft().write("(").write(text).write(")");
    }

    /** Whether an expression of a strength needs parentheses to take the place of the one at a path. */
    static boolean needed(int strength, TreePath place) {
        Tree child = place.getLeaf();
        Tree parent = place.getParentPath().getLeaf();
        if (parent instanceof BinaryTree binary) {
            int own = strength(binary);
            return strength < own || strength == own && child == binary.getRightOperand();
        }
        if (parent instanceof UnaryTree unary) {
            // '- -x' must not become '--x'.
            return strength <= strength(unary);
        }
        if (parent instanceof TypeCastTree) {
            return strength < CAST;
        }
        if (parent instanceof InstanceOfTree) {
            return strength < 9;
        }
        if (parent instanceof ConditionalExpressionTree choice) {
            return child == choice.getCondition() ? strength <= 2 : strength < 2;
        }
        if (parent instanceof MemberSelectTree || parent instanceof MemberReferenceTree) {
            return strength < 16;
        }
        return parent instanceof ArrayAccessTree access && child == access.getExpression() && (strength < 16);
    }

    /** How tightly an expression holds together; the higher, the tighter. */
    static int strength(ExpressionTree tree) {
        return switch (tree.getKind()) {
            case LAMBDA_EXPRESSION -> 0;
            case ASSIGNMENT -> 1;
            case CONDITIONAL_EXPRESSION -> 2;
            case CONDITIONAL_OR -> 3;
            case CONDITIONAL_AND -> 4;
            case OR -> 5;
            case XOR -> 6;
            case AND -> 7;
            case EQUAL_TO, NOT_EQUAL_TO -> 8;
            case LESS_THAN, GREATER_THAN, LESS_THAN_EQUAL, GREATER_THAN_EQUAL, INSTANCE_OF -> 9;
            case LEFT_SHIFT, RIGHT_SHIFT, UNSIGNED_RIGHT_SHIFT -> 10;
            case PLUS, MINUS -> 11;
            case MULTIPLY, DIVIDE, REMAINDER -> 12;
            case PREFIX_INCREMENT, PREFIX_DECREMENT, UNARY_PLUS, UNARY_MINUS, BITWISE_COMPLEMENT, LOGICAL_COMPLEMENT ->
                13;
            case TYPE_CAST -> CAST;
            case SWITCH_EXPRESSION -> CAST;
            case POSTFIX_INCREMENT, POSTFIX_DECREMENT -> 15;
            case NEW_ARRAY -> ((NewArrayTree) tree).getType() == null ? 0 : 15;
            default -> tree.getKind().name().endsWith("_ASSIGNMENT") ? 1 : 16;
        };
    }
}
