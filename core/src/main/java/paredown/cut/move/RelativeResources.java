package paredown.cut.move;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.Set;
import java.util.regex.Pattern;
import javax.lang.model.element.Element;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.type.TypeVariable;
import javax.lang.model.type.WildcardType;
import paredown.tree.DeclaredClass;
import paredown.tree.Required;
import paredown.tree.Scopes;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.verdict.Place;
import paredown.verdict.Rule;

/**
 * Calls whose outcome hangs on the package of a class: a resource that is looked up by a name without a slash in front lies beside the class
 * ({@link Class#getResource}), and a bundle may be looked up by the name of one ({@link java.util.ResourceBundle}).
 */
final class RelativeResources extends TreePathScanner<Void, Void> {
    private static final Set<String> BESIDE = Set.of("getResource", "getResourceAsStream");
    private static final Set<String> PACKAGE = Set.of("getPackage", "getPackageName");
    private static final Pattern ABSOLUTE = Pattern.compile("/.*");

    private final TouchedFile file;
    private final DeclaredClass moved;

    private RelativeResources(TouchedFile file, DeclaredClass moved) {
        this.file = file;
        this.moved = moved;
    }

    /** Refuses a class of which anything looks up what lies beside it, or asks for its package. */
    static void requireNone(Touched touched, DeclaredClass moved, Place place) {
        if (moved.isA("java.util.ResourceBundle")) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_RESOURCES,
                    "'" + moved.simpleName() + "' is a resource bundle, which is found by its package and name",
                    "leave it where it is");
        }
        touched.files().forEach(file -> new RelativeResources(file, moved).scan(new TreePath(file.unit()), null));
    }

    @Override
    public Void visitMethodInvocation(MethodInvocationTree tree, Void nothing) {
        if (tree.getMethodSelect() instanceof MemberSelectTree select) {
            String name = select.getIdentifier().toString();
            boolean beside = BESIDE.contains(name)
                    && !tree.getArguments().isEmpty()
                    && !isAbsolute(tree.getArguments().get(0));
            boolean asked = (beside || PACKAGE.contains(name)) && isOfMoved(select.getExpression());
            boolean bundle = name.equals("getBundle")
                    && tree.getArguments().stream().anyMatch(this::namesMoved)
                    && "java.util.ResourceBundle".equals(owner());
            if (asked || bundle) {
                throw Required.refused(
                        file.place(tree),
                        Rule.KEEPS_RESOURCES,
                        "'" + file.brief(tree) + "' "
                                + (PACKAGE.contains(name)
                                        ? "asks for the package of "
                                        : bundle ? "looks a bundle up by the name of " : "looks beside ")
                                + moved.simpleName(),
                        PACKAGE.contains(name)
                                ? "leave it where it is"
                                : "name the resource from the root, with a slash in front, first");
            }
        }
        return super.visitMethodInvocation(tree, nothing);
    }

    private String owner() {
        Element called = file.element(getCurrentPath());
        return called != null && called.getEnclosingElement() instanceof TypeElement type
                ? type.getQualifiedName().toString()
                : "";
    }

    private boolean isAbsolute(ExpressionTree argument) {
        Object value = argument instanceof LiteralTree literal ? literal.getValue() : null;
        if (value == null
                && file.element(new TreePath(getCurrentPath(), argument)) instanceof VariableElement variable) {
            value = variable.getConstantValue();
        }
        return value instanceof String text && ABSOLUTE.matcher(text).matches();
    }

    /** Whether an expression gives the class that moves, one inside it, or that of an object which may be one of it. */
    private boolean isOfMoved(ExpressionTree expression) {
        TypeMirror type = file.attribution().trees().getTypeMirror(pathTo(expression));
        boolean ofClass = type instanceof DeclaredType declared
                && ((TypeElement) declared.asElement()).getQualifiedName().contentEquals("java.lang.Class");
        if (!ofClass) {
            return false;
        }
        DeclaredType declared = (DeclaredType) type;
        TypeMirror of = declared.getTypeArguments().isEmpty()
                ? null
                : declared.getTypeArguments().get(0);
        if (of instanceof TypeVariable captured) {
            return mayBeMoved(captured.getUpperBound());
        }
        if (of instanceof WildcardType wildcard) {
            return wildcard.getExtendsBound() == null ? isInMoved() : mayBeMoved(wildcard.getExtendsBound());
        }
        return of == null ? isInMoved() : isMoved(of);
    }

    private boolean mayBeMoved(TypeMirror bound) {
        boolean above = bound instanceof DeclaredType one && moved.isA(file.symbol(one.asElement()));
        // Any object is one of Object: only what stands in the class itself is likely to mean it.
        boolean any = bound.toString().equals("java.lang.Object");
        return isMoved(bound) || (any ? isInMoved() : above);
    }

    private boolean isMoved(TypeMirror type) {
        return type instanceof DeclaredType one && isMoved(one.asElement());
    }

    private boolean isMoved(Element element) {
        return file.symbol(Scopes.outermost(element)).equals(moved.symbol());
    }

    private boolean isInMoved() {
        Element around = file.element(Scopes.type(getCurrentPath()));
        return around != null && isMoved(around);
    }

    /** Whether the class that moves, or its name, is a part of an expression. */
    private boolean namesMoved(ExpressionTree argument) {
        Boolean named = new TreePathScanner<Boolean, Void>() {
            @Override
            public Boolean visitMemberSelect(MemberSelectTree tree, Void nothing) {
                boolean literal = tree.getIdentifier().contentEquals("class")
                        && isMoved(file.attribution()
                                .trees()
                                .getTypeMirror(new TreePath(getCurrentPath(), tree.getExpression())));
                return literal || Boolean.TRUE.equals(super.visitMemberSelect(tree, nothing));
            }

            @Override
            public Boolean visitIdentifier(IdentifierTree tree, Void nothing) {
                return tree.getName().contentEquals("getClass") && isInMoved();
            }

            @Override
            public Boolean reduce(Boolean one, Boolean other) {
                return Boolean.TRUE.equals(one) || Boolean.TRUE.equals(other);
            }
        }.scan(new TreePath(getCurrentPath(), argument), null);
        return Boolean.TRUE.equals(named);
    }

    private TreePath pathTo(ExpressionTree expression) {
        TreePath select = new TreePath(
                getCurrentPath(), ((MethodInvocationTree) getCurrentPath().getLeaf()).getMethodSelect());
        return new TreePath(select, expression);
    }
}
