package paredown.cut;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;

/** Expressions that give an object on every way. */
public final class NeverNull {
    private NeverNull() {}

    /**
     * Whether an expression is {@code this}, a new object, a text, a constant of an enum, or a variable that nothing but such a value is
     * ever given to.
     */
    public static boolean is(TouchedFile file, TreePath path) {
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

    private static boolean isGivenAnObject(TouchedFile file, Element variable) {
        TreePath declaration = file.attribution().trees().getPath(variable);
        boolean here = declaration != null && declaration.getCompilationUnit() == file.unit();
        if (!here || !(declaration.getLeaf() instanceof VariableTree tree) || tree.getInitializer() == null) {
            return false;
        }
        ExpressionTree value = tree.getInitializer();
        boolean made = value instanceof NewClassTree || value instanceof NewArrayTree;
        boolean settled = variable.getModifiers().contains(Modifier.FINAL)
                || !variable.getKind().isField()
                        && UseFinder.in(file, Scopes.outermostMember(declaration), variable::equals).stream()
                                .noneMatch(Use::isWritten);
        return made && settled;
    }
}
