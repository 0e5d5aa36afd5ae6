package paredown.analysis.effect;

import com.sun.source.tree.ArrayAccessTree;
import com.sun.source.tree.AssertTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.DoWhileLoopTree;
import com.sun.source.tree.ForLoopTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.SwitchExpressionTree;
import com.sun.source.tree.SwitchTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TypeCastTree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.tree.WhileLoopTree;
import com.sun.source.util.TreePath;
import java.util.Optional;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import paredown.tree.TouchedFile;

/**
 * What becomes of a number or a truth value on its way to a place of another type: taken out of an object it fails where there is none
 * (JLS 5.1.8), and put into one it gives an object of its own each time (JLS 5.1.7).
 */
public final class Conversion {
    private static final int LEAST_SHARED = -128;
    private static final int MOST_SHARED = 127;

    private Conversion() {}

    /** Whether a value of one type comes to one of another by being taken out of an object. */
    public static boolean unboxes(TypeMirror given, TypeMirror wanted) {
        return given != null
                && wanted != null
                && wanted.getKind().isPrimitive()
                && !given.getKind().isPrimitive();
    }

    /** Whether each time that a value is given to something of a type, it is put into an object that nothing else holds. */
    public static boolean boxes(TouchedFile file, TreePath value, TypeMirror wanted) {
        TypeMirror given = file.attribution().trees().getTypeMirror(value);
        boolean shared = given != null && (given.getKind() == TypeKind.BOOLEAN || given.getKind() == TypeKind.BYTE)
                || value.getLeaf() instanceof LiteralTree literal && isShared(literal.getValue());
        return given != null
                && given.getKind().isPrimitive()
                && !wanted.getKind().isPrimitive()
                && !shared;
    }

    private static boolean isShared(Object value) {
        return value instanceof Character letter && letter <= MOST_SHARED
                || (value instanceof Integer || value instanceof Long)
                        && ((Number) value).longValue() >= LEAST_SHARED
                        && ((Number) value).longValue() <= MOST_SHARED;
    }

    /** Whether the object that stands at a place goes on from there, or is compared: somebody could tell it from another of the same value. */
    public static boolean isKept(TouchedFile file, TreePath place) {
        Tree parent = place.getParentPath().getLeaf();
        if (parent instanceof ParenthesizedTree) {
            return isKept(file, place.getParentPath());
        }
        if (parent instanceof BinaryTree binary && Identity.compares(binary)) {
            return Identity.matters(file, place);
        }
        boolean asked = parent instanceof MemberSelectTree || parent instanceof BinaryTree;
        return !asked && !wantsPlain(file, place).orElse(false);
    }

    /** Whether the value of the object at a place is taken out of it there, which fails where there is none. */
    static boolean isTakenOut(TouchedFile file, TreePath place) {
        TypeMirror type = file.attribution().trees().getTypeMirror(place);
        return type != null
                && type.getKind() == TypeKind.DECLARED
                && type.toString().startsWith("java.lang.")
                && wantsPlain(file, place).orElse(false);
    }

    /** Whether a place wants a number or truth value that is in no object; empty where that does not show. */
    private static Optional<Boolean> wantsPlain(TouchedFile file, TreePath place) {
        Tree tree = place.getLeaf();
        TreePath around = place.getParentPath();
        Tree parent = around.getLeaf();
        if (parent instanceof ConditionalExpressionTree choice && tree != choice.getCondition()
                || parent instanceof TypeCastTree) {
            return Optional.of(isPlain(file.attribution().trees().getTypeMirror(around)));
        }
        if (parent instanceof AssignmentTree assignment) {
            TreePath variable = new TreePath(around, assignment.getVariable());
            return Optional.of(isPlain(file.attribution().trees().getTypeMirror(variable)));
        }
        if (parent instanceof MethodInvocationTree call) {
            return wantsPlain(file.element(around), call.getArguments().indexOf(tree));
        }
        if (parent instanceof NewClassTree creation) {
            return wantsPlain(file.element(around), creation.getArguments().indexOf(tree));
        }
        if (parent instanceof VariableTree) {
            return Optional.ofNullable(file.element(around)).map(one -> isPlain(one.asType()));
        }
        if (parent instanceof ReturnTree) {
            return result(file, around).map(Conversion::isPlain);
        }
        if (parent instanceof NewArrayTree array && !array.getDimensions().contains(tree)) {
            return Optional.of(file.attribution().trees().getTypeMirror(around) instanceof ArrayType type
                    && isPlain(type.getComponentType()));
        }
        return Optional.of(parent instanceof ConditionalExpressionTree
                || parent instanceof ArrayAccessTree
                || parent instanceof NewArrayTree
                || parent instanceof UnaryTree
                || parent instanceof CompoundAssignmentTree
                || parent instanceof IfTree
                || parent instanceof WhileLoopTree
                || parent instanceof DoWhileLoopTree
                || parent instanceof ForLoopTree
                || parent instanceof SwitchTree
                || parent instanceof SwitchExpressionTree
                || parent instanceof AssertTree
                || parent instanceof ParenthesizedTree
                        && wantsPlain(file, around).orElse(false));
    }

    private static Optional<Boolean> wantsPlain(Element called, int argument) {
        return called instanceof ExecutableElement method
                        && argument >= 0
                        && argument < method.getParameters().size()
                ? Optional.of(isPlain(method.getParameters().get(argument).asType()))
                : Optional.empty();
    }

    private static boolean isPlain(TypeMirror type) {
        return type != null && type.getKind().isPrimitive();
    }

    /** What the method around gives back; empty in a lambda. */
    private static Optional<TypeMirror> result(TouchedFile file, TreePath place) {
        for (TreePath at = place;
                at != null && !(at.getLeaf() instanceof LambdaExpressionTree);
                at = at.getParentPath()) {
            if (at.getLeaf() instanceof MethodTree && file.element(at) instanceof ExecutableElement method) {
                return Optional.of(method.getReturnType());
            }
        }
        return Optional.empty();
    }
}
