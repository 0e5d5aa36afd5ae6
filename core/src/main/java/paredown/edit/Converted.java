package paredown.edit;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import java.util.List;
import java.util.Optional;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.Types;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.tree.Parentheses;
import paredown.tree.Required;
import paredown.tree.TouchedFile;
import paredown.verdict.Rule;

/**
 * An expression that takes the place of a variable or a call of a declared type. JLS 5.2: giving a value to a variable may have converted
 * it; where that matters the conversion is written as a cast.
 */
public final class Converted {
    private Converted() {}

    /**
     * The expression as it reads at the place.
     *
     * @param file where the expression stands
     * @param value the expression
     * @param declared the type of what it takes the place of
     * @param types writes types for the file of the place
     * @param edits what changes inside the expression
     * @param place what gives way
     */
    public static Draft text(
            TouchedFile file, TreePath value, TypeMirror declared, TypeText types, List<Edit> edits, TreePath place) {
        ExpressionTree expression = (ExpressionTree) value.getLeaf();
        TypeMirror given = file.attribution().trees().getTypeMirror(value);
        boolean converts = given != null
                && (given.getKind().isPrimitive() || declared.getKind().isPrimitive())
                && !file.attribution().types().isSameType(given, declared);
        boolean literal = expression instanceof LiteralTree one && one.getValue() instanceof Integer;
        if (converts && literal && declared.getKind() == TypeKind.LONG) {
            return new Draft().write(file.text(expression) + "L");
        }
        boolean function = expression instanceof LambdaExpressionTree || expression instanceof MemberReferenceTree;
        boolean receiver = place.getParentPath().getLeaf() instanceof MemberSelectTree;
        boolean nothing = given != null && given.getKind() == TypeKind.NULL;
        boolean chosen = !converts
                && given != null
                && given.getKind() == TypeKind.DECLARED
                && declared.getKind() == TypeKind.DECLARED
                && types.of(declared).isPresent()
                && wouldChoose(file, given, declared, place);
        if (!converts && !chosen && !(function && receiver) && !(nothing && !isAssigned(place))) {
            return Parentheses.around(file, expression, edits, place);
        }
        String type = types.of(declared)
                .orElseThrow(() -> Required.refused(
                        file.place(expression),
                        Rule.FITS_THE_KIND,
                        "the type " + declared + " cannot be written where the value would go",
                        "declare a variable of a type with a name first"));
        String cast = converts ? narrowed(file.attribution().types(), given, declared) : "";
        return Parentheses.cast(file, type + cast, expression, edits, place);
    }

    /** Whether the value is an argument, and an overload asks for more than the variable's type says, which the value's type would meet. */
    private static boolean wouldChoose(TouchedFile file, TypeMirror given, TypeMirror declared, TreePath place) {
        Tree call = place.getParentPath().getLeaf();
        List<? extends ExpressionTree> arguments = call instanceof MethodInvocationTree method
                ? method.getArguments()
                : call instanceof NewClassTree creation ? creation.getArguments() : List.of();
        int at = arguments.indexOf(place.getLeaf());
        if (at < 0 || !(file.element(place.getParentPath()) instanceof ExecutableElement called)) {
            return false;
        }
        Types types = file.attribution().types();
        return file.attribution().elements().getAllMembers((TypeElement) called.getEnclosingElement()).stream()
                .filter(other -> !other.equals(called) && other.getSimpleName().equals(called.getSimpleName()))
                .map(other -> ((ExecutableElement) other).getParameters())
                .filter(parameters -> parameters.size() == arguments.size())
                .map(parameters -> types.erasure(parameters.get(at).asType()))
                .anyMatch(wanted -> types.isAssignable(types.erasure(given), wanted)
                        && !types.isAssignable(types.erasure(declared), wanted));
    }

    /** A constant that is boxed as something smaller is made that first: {@code (Byte) (byte) 1}. */
    private static String narrowed(Types types, TypeMirror given, TypeMirror declared) {
        boolean boxes = given.getKind().isPrimitive() && !declared.getKind().isPrimitive();
        Optional<TypeMirror> unboxed = boxes ? unboxed(types, declared) : Optional.empty();
        return unboxed.filter(one -> !types.isSameType(one, given))
                .map(one -> ") (" + one)
                .orElse("");
    }

    private static Optional<TypeMirror> unboxed(Types types, TypeMirror type) {
        try {
            return Optional.of(types.unboxedType(type));
        } catch (IllegalArgumentException e) {
            // Object or Number: the value is boxed as what it is.
            return Optional.empty();
        }
    }

    /** Where null is given to something with a type of its own, it needs none. */
    private static boolean isAssigned(TreePath place) {
        Tree parent = place.getParentPath().getLeaf();
        return parent instanceof VariableTree
                || parent.getKind() == Tree.Kind.ASSIGNMENT
                || parent.getKind() == Tree.Kind.RETURN;
    }
}
