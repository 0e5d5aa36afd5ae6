package paredown.cut.extract;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import java.util.List;
import java.util.Optional;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.tree.TouchedFile;

/**
 * Code that returns on some paths, always the same, and continues on others: its method tells the caller which of the two it was, and the
 * caller returns.
 *
 * @param returns where the code returns
 * @param value what it returns: a literal or a constant; empty where it returns nothing
 */
record Guard(TouchedFile file, List<ReturnTree> returns, Optional<ExpressionTree> value) {
    /** Of code that returns; empty where what it returns is not the same on all ways, or hangs on more than its own name. */
    static Optional<Guard> of(TouchedFile file, List<ReturnTree> returns) {
        Optional<ExpressionTree> value = Optional.ofNullable(bare(returns.get(0).getExpression()));
        List<String> different = returns.stream()
                .map(one -> String.valueOf(bare(one.getExpression())))
                .distinct()
                .toList();
        boolean fixed = returns.stream()
                .allMatch(one -> one.getExpression() == null || isFixed(file, bare(one.getExpression())));
        return fixed && different.size() == 1 ? Optional.of(new Guard(file, returns, value)) : Optional.empty();
    }

    private static ExpressionTree bare(ExpressionTree value) {
        return value instanceof ParenthesizedTree parenthesized ? bare(parenthesized.getExpression()) : value;
    }

    /** A nested class of the code may hide a name, so one text is not enough: the name must be a constant of a class. */
    private static boolean isFixed(TouchedFile file, ExpressionTree value) {
        if (value instanceof LiteralTree) {
            return true;
        }
        if (!(value instanceof IdentifierTree) && !(value instanceof MemberSelectTree)) {
            return false;
        }
        TreePath path = file.attribution().trees().getPath(file.unit(), value);
        Element element = file.element(path);
        boolean named = value instanceof IdentifierTree
                || file.element(new TreePath(path, ((MemberSelectTree) value).getExpression())) instanceof TypeElement;
        return named
                && element != null
                && (element.getKind() == ElementKind.ENUM_CONSTANT
                        || element.getKind() == ElementKind.FIELD
                                && element.getModifiers().contains(Modifier.STATIC)
                                && element.getModifiers().contains(Modifier.FINAL));
    }

    /** What the method gives where the code goes on; the other of the two where it returned. */
    private boolean onwards() {
        return value.map(Tree::toString).filter("true"::equals).isEmpty();
    }

    /** Edits by which the method's returns tell that the code returned. */
    List<Edit> insideMethod() {
        String returned = String.valueOf(!onwards());
        if (value.isEmpty()) {
            return returns.stream()
                    .map(one -> Edit.insert(file.start(one) + "return".length(), " " + returned))
                    .toList();
        }
        return returns.stream()
                .map(one -> bare(one.getExpression()))
                .filter(one -> !file.text(one).equals(returned))
                .map(one -> new Edit(file.region(one), returned))
                .toList();
    }

    /** The method's last statement. */
    String end() {
        return "return " + onwards() + ";";
    }

    /** The statement in place of the code. */
    Draft call(String call, String indentation, String unit) {
        String newline = file.source().lineEnding();
        Draft draft = new Draft()
                .write("if (" + (onwards() ? "!" : "") + call + ") {" + newline + indentation + unit + "return");
        value.ifPresent(one -> draft.write(" ").copy(file.source(), file.region(one)));
        return draft.write(";" + newline + indentation + "}");
    }
}
