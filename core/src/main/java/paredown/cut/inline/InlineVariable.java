package paredown.cut.inline;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.type.TypeMirror;
import paredown.analysis.effect.EvaluationOrder;
import paredown.analysis.effect.SideEffects;
import paredown.code.index.Sources;
import paredown.cut.CutArgument;
import paredown.cut.CutKind;
import paredown.cut.LocalCut;
import paredown.edit.Converted;
import paredown.edit.TypeText;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;
import paredown.tree.LocalName;
import paredown.tree.MemberText;
import paredown.tree.Required;
import paredown.tree.Scopes;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Place;
import paredown.verdict.Plan;
import paredown.verdict.Rule;

/**
 * Puts the value of a local variable wherever the variable is read, and takes its declaration away.
 *
 * @param local {@code Type#method/local}, or the stretch of a file that declares it
 */
public record InlineVariable(String local) implements LocalCut {
    public static final CutKind KIND = new CutKind(
            "inline-variable",
            "Put the value of a local variable wherever it is read.",
            "Refused where the value would be evaluated at another time, more often, or on some paths only, and may then be another.",
            List.of(
                    CutArgument.subject(
                            "local",
                            "LOCAL",
                            "The variable, as Type#method/name, or the stretch of the file that its name takes in its declaration.")),
            List.of("'Coordinates#distanceTo/a1'", "src/main/java/meridian/sky/Coordinates.java:35:16-35:17 --preview"),
            of -> new InlineVariable(of.text("local")));

    @Override
    public String kind() {
        return KIND.name();
    }

    @Override
    public String commandLine() {
        return "inline variable '" + local + "'";
    }

    @Override
    public Path file(Sources sources) {
        return new LocalName(local).file(sources);
    }

    @Override
    public Plan worked(Sources sources, Touched touched, TouchedFile file) {
        TreePath path = new LocalName(local).in(sources, touched);
        VariableTree variable = (VariableTree) path.getLeaf();
        Place place = file.place(variable);
        Required.ownFile(sources, file, place);
        Element element = file.element(path);
        List<? extends StatementTree> row =
                Scopes.statements(path.getParentPath().getLeaf()).orElse(List.of());
        if (element.getKind() != ElementKind.LOCAL_VARIABLE || !row.contains(variable)) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + variable.getName() + "' is no variable with a statement of its own",
                    "inline local variables that are declared by a statement");
        }
        if (variable.getInitializer() == null) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + variable.getName() + "' has no value where it is declared",
                    "join its declaration with its first assignment first");
        }
        boolean together = row.stream()
                .anyMatch(other -> other != variable
                        && other instanceof VariableTree
                        && file.start(other) == file.start(variable));
        if (together) {
            throw Required.refused(
                    place,
                    Rule.WHOLE_DECLARATION,
                    "'" + variable.getName() + "' is declared together with others",
                    "give it a declaration of its own first");
        }
        List<Use> uses = UseFinder.in(file, path.getParentPath(), element::equals);
        uses.stream().filter(Use::isWritten).findFirst().ifPresent(use -> {
            throw Required.refused(
                    use.place(),
                    Rule.KEEPS_EVALUATION,
                    "'" + variable.getName() + "' is assigned again",
                    "inline variables that keep their first value");
        });
        checkOrder(file, path, row, uses);
        List<Edit> edits = new ArrayList<>();
        TypeText types = new TypeText(file);
        uses.forEach(use -> edits.add(new Edit(file.region(use.tree()), value(file, path, use, types))));
        edits.addAll(removal(file, path, uses));
        edits.addAll(types.imports());
        return file.plan(
                "inline variable " + variable.getName() + ", read in " + uses.size()
                        + (uses.size() == 1 ? " place" : " places"),
                edits,
                Plan.Effects.on(uses.size()));
    }

    private void checkOrder(TouchedFile file, TreePath path, List<? extends StatementTree> row, List<Use> uses) {
        VariableTree variable = (VariableTree) path.getLeaf();
        TreePath initializer = new TreePath(path, variable.getInitializer());
        SideEffects value = SideEffects.of(file, initializer, file.element(path).asType(), uses);
        if (uses.size() > 1 && !value.isStable()) {
            throw refused(
                    uses.get(1).place(),
                    "'" + variable.getName() + "' is read in " + uses.size() + " places, and '"
                            + file.brief(variable.getInitializer()) + "' would be evaluated in each"
                            + (SideEffects.of(file, initializer).isStable() ? ", an object of its own" : ""));
        }
        boolean first = true;
        for (Use use : uses) {
            TreePath statement = inRow(use.path(), row);
            SideEffects between = SideEffects.NONE;
            for (int i = row.indexOf(variable) + 1; row.get(i) != statement.getLeaf(); i++) {
                between = between.and(SideEffects.of(file, new TreePath(path.getParentPath(), row.get(i))));
            }
            EvaluationOrder inside = EvaluationOrder.of(file, use.path(), statement.getLeaf());
            EvaluationOrder order = new EvaluationOrder(
                    inside.sometimes(),
                    inside.repeatedly(),
                    inside.later(),
                    inside.guarded(),
                    between.and(inside.before()));
            boolean again = !first
                    && value.isStable()
                    && value.commutesWith(order.before().withoutEffects());
            if (!again && !order.takes(value)) {
                throw refused(
                        use.place(),
                        "'" + file.brief(variable.getInitializer()) + "' would be evaluated "
                                + (order.later()
                                        ? "at another time"
                                        : order.repeatedly()
                                                ? "again and again"
                                                : order.sometimes() || order.guarded()
                                                        ? "on some paths only"
                                                        : "after what comes before it here"));
            }
            first = false;
        }
    }

    private static TreePath inRow(TreePath place, List<? extends StatementTree> row) {
        TreePath at = place;
        while (!row.contains(at.getLeaf())) {
            at = at.getParentPath();
        }
        return at;
    }

    private static RuntimeException refused(Place place, String reason) {
        return Required.refused(place, Rule.KEEPS_EVALUATION, reason, "keep the variable");
    }

    private Draft value(TouchedFile file, TreePath path, Use use, TypeText types) {
        VariableTree variable = (VariableTree) path.getLeaf();
        ExpressionTree value = variable.getInitializer();
        TreePath valuePath = new TreePath(path, value);
        TypeMirror declared = file.element(path).asType();
        requireSameThis(file, valuePath, use);
        if (value instanceof NewArrayTree array && array.getType() == null) {
            String type = types.of(declared).orElse(declared.toString());
            return new Draft().write("new " + type + " ").copy(file.source(), file.region(value));
        }
        return Converted.text(file, valuePath, declared, types, List.of(), use.path());
    }

    /** What {@code this} means changes where a class lies in between; the audit sees it, but this says it better. */
    private static void requireSameThis(TouchedFile file, TreePath value, Use use) {
        boolean own = UseOfThis.in(value);
        if (own && Scopes.type(use.path()).getLeaf() != Scopes.type(value).getLeaf()) {
            throw refused(use.place(), "'this' means another object here");
        }
    }

    /** The declaration goes; a comment above it stays, for it may speak of what comes next, and one behind it keeps a line. */
    private static List<Edit> removal(TouchedFile file, TreePath path, List<Use> uses) {
        VariableTree variable = (VariableTree) path.getLeaf();
        TypeMirror declared = file.element(path).asType();
        SideEffects value = SideEffects.of(file, new TreePath(path, variable.getInitializer()), declared, List.of());
        Region statement = file.region(variable);
        if (uses.isEmpty() && (value.writes() || value.fails())) {
            boolean stands = Stream.of(
                            Tree.Kind.METHOD_INVOCATION,
                            Tree.Kind.NEW_CLASS,
                            Tree.Kind.ASSIGNMENT,
                            Tree.Kind.POSTFIX_INCREMENT,
                            Tree.Kind.PREFIX_INCREMENT)
                    .anyMatch(kind -> kind == variable.getInitializer().getKind());
            if (!stands) {
                throw refused(
                        file.place(variable),
                        "nothing reads '" + variable.getName() + "', but '" + file.brief(variable.getInitializer())
                                + "' may do something, and cannot be a statement");
            }
            return List.of(Edit.delete(new Region(statement.start(), file.start(variable.getInitializer()))));
        }
        return List.of(Edit.delete(deleted(file, statement)));
    }

    static Region deleted(TouchedFile file, Region statement) {
        for (Token token : file.tokensFrom(statement.end())) {
            boolean trails = token.isComment()
                    && file.source().line(token.region().start())
                            == file.source().line(statement.end());
            if (trails) {
                return new Region(statement.start(), token.region().start());
            }
            break;
        }
        boolean alone = !MemberText.wholeLines(file.source(), statement).equals(statement);
        return alone ? MemberText.toDelete(file.source(), statement) : statement;
    }

    /** Whether an expression names the object it belongs to. */
    private static final class UseOfThis extends com.sun.source.util.TreeScanner<Boolean, Void> {
        static boolean in(TreePath path) {
            return Boolean.TRUE.equals(new UseOfThis().scan(path.getLeaf(), null));
        }

        @Override
        public Boolean visitIdentifier(IdentifierTree tree, Void nothing) {
            return tree.getName().contentEquals("this") || tree.getName().contentEquals("super");
        }

        @Override
        public Boolean visitClass(com.sun.source.tree.ClassTree tree, Void nothing) {
            return false;
        }

        @Override
        public Boolean reduce(Boolean one, Boolean other) {
            return Boolean.TRUE.equals(one) || Boolean.TRUE.equals(other);
        }
    }
}
