package paredown.analysis.flow;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import paredown.analysis.init.ObjectInitialisation;
import paredown.analysis.init.SuperConstruction;
import paredown.code.compile.PlatformHooks;
import paredown.code.index.Sources;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;

/** Expressions that give an object on every way. */
public final class NonNull {
    private final Sources sources;

    public NonNull(Sources sources) {
        this.sources = sources;
    }

    /**
     * Whether an expression is {@code this}, a new object, a text, a constant of an enum, or a variable that nothing but such a value is
     * ever given to, and that nobody sees before.
     */
    public boolean is(TouchedFile file, TreePath path) {
        Tree tree = path.getLeaf();
        if (tree instanceof ParenthesizedTree parenthesized) {
            return is(file, new TreePath(path, parenthesized.getExpression()));
        }
        if (tree instanceof NewClassTree || tree instanceof NewArrayTree) {
            return true;
        }
        if (tree instanceof LiteralTree) {
            return tree.getKind() != Tree.Kind.NULL_LITERAL;
        }
        if (tree instanceof IdentifierTree name && name.getName().contentEquals("this")) {
            return true;
        }
        Element element = file.element(path);
        return element != null && (element.getKind() == ElementKind.ENUM_CONSTANT || isGivenAnObject(file, element));
    }

    /** Whether nothing but an object is ever given to a variable that is declared in a file. */
    public boolean isGivenAnObject(TouchedFile file, Element variable) {
        TreePath declaration = file.attribution().trees().getPath(variable);
        boolean here = declaration != null && declaration.getCompilationUnit() == file.unit();
        if (!here || !(declaration.getLeaf() instanceof VariableTree tree)) {
            return false;
        }
        boolean isFinal = variable.getModifiers().contains(Modifier.FINAL);
        boolean ofObject =
                variable.getKind().isField() && !variable.getModifiers().contains(Modifier.STATIC);
        boolean unset = ofObject
                && (isSeenBefore(file, variable, declaration)
                        || PlatformHooks.isUnsetByReading(file.attribution(), variable));
        if (unset) {
            return false;
        }
        if (tree.getInitializer() == null) {
            return variable.getKind().isField() && isFinal && isGivenAnObjectByAllConstructors(file, variable);
        }
        boolean settled = isFinal
                || !variable.getKind().isField()
                        && UseFinder.in(file, Scopes.outermostMember(declaration), variable::equals).stream()
                                .noneMatch(Use::isWritten);
        return settled && isObject(file, new TreePath(declaration, tree.getInitializer()));
    }

    private boolean isSeenBefore(TouchedFile file, Element field, TreePath declaration) {
        return ObjectInitialisation.isSeenBefore(file, declaration)
                || SuperConstruction.comesTo(
                        sources, file, (TypeElement) field.getEnclosingElement(), Set.of(file.symbol(field)));
    }

    /** A final field without a value of its own: the compiler sees to it that every constructor gives it one. */
    private static boolean isGivenAnObjectByAllConstructors(TouchedFile file, Element field) {
        List<Use> writes = UseFinder.in(file, field::equals).stream()
                .filter(Use::isWritten)
                .toList();
        return !writes.isEmpty()
                && writes.stream().allMatch(use -> {
                    TreePath parent = use.path().getParentPath();
                    return parent.getLeaf() instanceof AssignmentTree assignment
                            && isObject(file, new TreePath(parent, assignment.getExpression()));
                });
    }

    private static boolean isObject(TouchedFile file, TreePath value) {
        boolean checked = value.getLeaf() instanceof MethodInvocationTree
                && file.element(value) instanceof ExecutableElement called
                && called.getSimpleName().contentEquals("requireNonNull")
                && called.getEnclosingElement() instanceof TypeElement owner
                && owner.getQualifiedName().contentEquals("java.util.Objects");
        return checked || value.getLeaf() instanceof NewClassTree || value.getLeaf() instanceof NewArrayTree;
    }
}
