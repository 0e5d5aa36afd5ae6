package paredown.cut.inline;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import paredown.analysis.effect.EvaluationOrder;
import paredown.analysis.effect.SideEffects;
import paredown.edit.Indentation;
import paredown.source.Draft;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.source.Token;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.MemberText;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;

/** The body of a method that is to be inlined: what it does before it gives its result, and that result. */
final class MethodBody {
    private final DeclaredClass owner;
    private final Member method;
    private final TreePath block;
    private final List<StatementTree> statements = new ArrayList<>();
    private final Optional<TreePath> result;
    private final List<ReturnTree> early = new ArrayList<>();
    private final Map<Element, List<Use>> parameters = new LinkedHashMap<>();

    MethodBody(DeclaredClass owner, Member method) {
        this.owner = owner;
        this.method = method;
        MethodTree tree = method.methodTree();
        this.block = new TreePath(method.path(), tree.getBody());
        statements.addAll(tree.getBody().getStatements());
        StatementTree last = statements.isEmpty() ? null : statements.get(statements.size() - 1);
        Optional<TreePath> end = Optional.empty();
        if (last instanceof ReturnTree leave) {
            statements.remove(statements.size() - 1);
            end = Optional.ofNullable(leave.getExpression())
                    .map(value -> new TreePath(new TreePath(block, leave), value));
        }
        this.result = end;
        findReturns(last);
        for (VariableTree parameter : tree.getParameters()) {
            Element element = file().element(new TreePath(method.path(), parameter));
            parameters.put(element, UseFinder.in(file(), block, element::equals));
        }
    }

    private void findReturns(StatementTree last) {
        new TreePathScanner<Void, Void>() {
            @Override
            public Void visitReturn(ReturnTree tree, Void nothing) {
                if (tree != last) {
                    early.add(tree);
                }
                return super.visitReturn(tree, nothing);
            }

            @Override
            public Void visitLambdaExpression(LambdaExpressionTree tree, Void nothing) {
                return null;
            }

            @Override
            public Void visitClass(ClassTree tree, Void nothing) {
                return null;
            }
        }.scan(block, null);
    }

    TouchedFile file() {
        return owner.file();
    }

    Member method() {
        return method;
    }

    TreePath block() {
        return block;
    }

    BlockTree tree() {
        return (BlockTree) block.getLeaf();
    }

    /** What comes before the final return. */
    List<StatementTree> statements() {
        return statements;
    }

    /** The value of the final return. */
    Optional<TreePath> result() {
        return result;
    }

    boolean isExpression() {
        return statements.isEmpty() && result.isPresent();
    }

    List<ReturnTree> early() {
        return early;
    }

    /** The parameters in order, with their uses. */
    Map<Element, List<Use>> parameters() {
        return parameters;
    }

    boolean isAssigned(Element parameter) {
        return parameters.get(parameter).stream().anyMatch(Use::isWritten);
    }

    /** The text of what comes before the final return, comments included. Only for a body with statements. */
    Region text() {
        Region first = MemberText.withComments(file(), file().region(statements.get(0)));
        Region last = MemberText.withComments(file(), file().region(statements.get(statements.size() - 1)));
        return new Region(first.start(), last.end());
    }

    boolean hasCommentsApart() {
        return !apart().isEmpty();
    }

    /** Comments in front of its first statement that do not belong to it, as lines of another file. */
    List<Draft> commentsBefore(String indentation, SourceText into) {
        return lines(apart().stream().filter(this::comesFirst), indentation, into);
    }

    /** Comments above its value, behind it and at its end, as lines of another file. */
    List<Draft> commentsBehind(String indentation, SourceText into) {
        return lines(apart().stream().filter(comment -> !comesFirst(comment)), indentation, into);
    }

    private boolean comesFirst(Region comment) {
        return !statements.isEmpty() && comment.end() <= text().start();
    }

    private List<Draft> lines(Stream<Region> comments, String indentation, SourceText into) {
        SourceText source = file().source();
        return comments.map(one -> new Draft()
                        .copy(
                                source,
                                one,
                                Indentation.shifted(
                                        file(), one, source.indentation(one.start()), indentation, List.of(), into)))
                .toList();
    }

    /** Comments that stand neither among its statements nor in its value. */
    private List<Region> apart() {
        List<Region> code = new ArrayList<>();
        if (!statements.isEmpty()) {
            code.add(text());
        }
        result.ifPresent(value -> code.add(file().region(value.getLeaf())));
        Region whole = file().region(tree());
        return file().tokensFrom(whole.start()).stream()
                .filter(token -> token.isComment() && whole.contains(token.region()))
                .map(Token::region)
                .filter(comment -> code.stream().noneMatch(one -> one.contains(comment)))
                .toList();
    }

    /** Local variables declared in it, bindings of patterns among them, with their declarations. */
    Map<Element, VariableTree> locals() {
        Map<Element, VariableTree> found = new LinkedHashMap<>();
        new TreePathScanner<Void, Void>() {
            @Override
            public Void visitVariable(VariableTree tree, Void nothing) {
                Element element = file().element(getCurrentPath());
                if (element != null && !element.getKind().isField()) {
                    found.put(element, tree);
                }
                return super.visitVariable(tree, nothing);
            }
        }.scan(block, null);
        return found;
    }

    /** Names of instance members without an object in front, in the order of the source, and where. */
    List<Use> ofThis() {
        return UseFinder.in(
                        file(),
                        block,
                        element -> element.getEnclosingElement() instanceof TypeElement
                                && (element.getKind() == ElementKind.FIELD || element.getKind() == ElementKind.METHOD)
                                && !element.getModifiers().contains(Modifier.STATIC))
                .stream()
                .filter(use -> use.form() == Use.Form.NAME
                                && use.provider()
                                        .filter(owner.element()::equals)
                                        .isPresent()
                        || use.form() == Use.Form.THIS)
                .toList();
    }

    /** Whether the body comes to a member of its object before it does anything else, on every way. */
    boolean reachesForItsObjectFirst() {
        if (ofThis().isEmpty()) {
            return false;
        }
        Use first = ofThis().get(0);
        TreePath start = isExpression()
                ? result.orElseThrow()
                : new TreePath(block, tree().getStatements().get(0));
        boolean inside = false;
        for (TreePath at = first.path(); at != null; at = at.getParentPath()) {
            inside |= at.getLeaf() == start.getLeaf();
        }
        if (!inside) {
            return false;
        }
        EvaluationOrder order = EvaluationOrder.of(file(), first.path(), start.getLeaf());
        return !order.sometimes()
                && !order.later()
                && !order.before().writes()
                && !order.before().fails();
    }

    /** When a parameter's one use comes to be evaluated, seen from the start of the result. */
    EvaluationOrder order(Use use) {
        return EvaluationOrder.of(file(), use.path(), result.orElseThrow().getLeaf());
    }

    /** Whether what an argument does can as well be done where the parameter is used. */
    boolean takesInPlace(Element parameter, SideEffects argument) {
        List<Use> uses = parameters.get(parameter);
        return uses.size() == 1 && isExpression() && order(uses.get(0)).takes(argument);
    }

    ExpressionTree value() {
        return (ExpressionTree) result.orElseThrow().getLeaf();
    }

    boolean usesTypeParameterOf(Element declaring) {
        return !UseFinder.in(
                        file(),
                        block,
                        element -> element.getKind() == ElementKind.TYPE_PARAMETER
                                && element.getEnclosingElement().equals(declaring))
                .isEmpty();
    }
}
