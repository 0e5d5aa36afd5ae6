package paredown.cut.extract;

import com.sun.source.tree.CaseTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.util.Elements;
import paredown.edit.Indentation;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;
import paredown.tree.Required;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;
import paredown.verdict.Rule;

/**
 * The body of a lambda, or of a case with an arrow, that has no braces.
 *
 * @param path the expression, or the one statement of a case
 * @param result what the expression becomes in a block: {@code return}, {@code yield}, or nothing
 */
record ExpressionBody(TreePath path, String result) {

    /** The one around a place; empty where a row of statements comes first. */
    static Optional<ExpressionBody> around(TouchedFile file, TreePath place) {
        for (TreePath at = place; at.getParentPath() != null; at = at.getParentPath()) {
            Tree parent = at.getParentPath().getLeaf();
            boolean statement = at.getLeaf() instanceof StatementTree;
            if (statement && Scopes.statements(parent).isPresent() || at.getLeaf() instanceof ClassTree) {
                return Optional.empty();
            }
            if (parent instanceof LambdaExpressionTree lambda && lambda.getBody() == at.getLeaf()) {
                return Optional.of(new ExpressionBody(at, givesValue(file, at.getParentPath()) ? "return " : ""));
            }
            if (parent instanceof CaseTree one && one.getBody() == at.getLeaf()) {
                return Optional.of(new ExpressionBody(at, statement ? "" : "yield "));
            }
        }
        return Optional.empty();
    }

    /** JLS 15.27.3: the function that a lambda is decides whether its body has a value. */
    private static boolean givesValue(TouchedFile file, TreePath lambda) {
        Elements elements = file.attribution().elements();
        return !(file.attribution().trees().getTypeMirror(lambda) instanceof DeclaredType declared)
                || elements.getAllMembers((javax.lang.model.element.TypeElement) declared.asElement()).stream()
                        .filter(one -> one.getKind() == ElementKind.METHOD
                                && one.getModifiers().contains(Modifier.ABSTRACT))
                        .noneMatch(
                                one -> ((ExecutableElement) one).getReturnType().getKind() == TypeKind.VOID);
    }

    /**
     * Puts braces around it.
     *
     * @param first what stands in the block before it; empty where it becomes a declaration itself
     * @param declared the head of that declaration
     * @param inside what else changes in it
     */
    List<Edit> inBraces(TouchedFile file, Optional<Draft> first, String declared, List<Edit> inside) {
        String newline = file.source().lineEnding();
        int start = file.start(path.getLeaf());
        int end = file.end(path.getLeaf());
        String outer = file.source().indentation(file.start(path.getParentPath().getLeaf()));
        String own = file.source().indentation(start);
        boolean ownLine = file.text()
                .substring(file.source().lineStart(file.source().line(start)), start)
                .isBlank();
        String inner = outer + file.source().indentationUnit();
        int before = start;
        while (Character.isWhitespace(file.text().charAt(before - 1))) {
            before--;
        }
        int arrow = before;
        boolean commented = file.tokens().stream()
                .anyMatch(token -> token.isComment() && token.region().end() == arrow);
        if (commented) {
            throw Required.refused(
                    file.place(start),
                    Rule.FITS_THE_KIND,
                    "a comment stands between the arrow and the expression",
                    "put braces around the expression first");
        }
        Draft open = new Draft().write(" {" + newline + inner);
        first.ifPresent(line -> open.write(line).write(newline + inner));
        open.write(first.isPresent() ? result : declared);
        List<Edit> edits = new ArrayList<>();
        edits.add(new Edit(new Region(before, start), open));
        edits.addAll(ownLine ? Indentation.shifted(file, file.region(path.getLeaf()), own, inner, inside) : inside);
        boolean rule = path.getParentPath().getLeaf() instanceof CaseTree;
        int close = rule && path.getLeaf() instanceof ExpressionTree ? semicolon(file, end) : end;
        edits.add(Edit.insert(close, (rule ? "" : ";") + newline + outer + "}"));
        return edits;
    }

    private static int semicolon(TouchedFile file, int from) {
        for (Token token : file.tokensFrom(from)) {
            if (token.of(file.text()).equals(";")) {
                return token.region().end();
            }
        }
        return from;
    }
}
