package paredown.cut.extract;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.lang.model.element.Element;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import paredown.analysis.effect.EvaluationOrder;
import paredown.analysis.effect.Identity;
import paredown.analysis.effect.SideEffects;
import paredown.code.index.Sources;
import paredown.cut.CutArgument;
import paredown.cut.CutKind;
import paredown.cut.LocalCut;
import paredown.edit.Indentation;
import paredown.edit.TypeText;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.tree.MemberText;
import paredown.tree.RegionName;
import paredown.tree.Required;
import paredown.tree.Scopes;
import paredown.tree.Selection;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.verdict.Place;
import paredown.verdict.Plan;
import paredown.verdict.Rule;

/**
 * Gives an expression a name: a local variable in front of the statement that it stands in. A branch, a lambda or a case without
 * braces gets them.
 *
 * @param region the expression
 * @param name the variable's name
 * @param all whether the same expression further down in the same block becomes the variable too
 */
public record ExtractVariable(String region, String name, boolean all) implements LocalCut {
    public static final CutKind KIND = new CutKind(
            "extract-variable",
            "Give an expression a name: a local variable in front of its statement.",
            "Refused where the expression would be evaluated at another time, or on paths on which it is not evaluated now.",
            List.of(
                    CutArgument.region(),
                    CutArgument.required("name", "NAME", "The variable's name."),
                    CutArgument.flag("all", "The same expression further down in the block becomes the variable too.")),
            List.of(
                    "src/main/java/meridian/sky/Coordinates.java:39 'Math.cos(a1 - a2)' --name closeness",
                    "src/main/java/meridian/sky/Coordinates.java:39:25-39:36 --name sine --all --preview"),
            of -> new ExtractVariable(of.text("region"), of.text("name"), of.on("all")));

    @Override
    public String kind() {
        return KIND.name();
    }

    @Override
    public String commandLine() {
        return "extract variable " + region + " --name " + name + (all ? " --all" : "");
    }

    @Override
    public Path file(Sources sources) {
        return RegionName.parse(region).file(sources);
    }

    @Override
    public Plan worked(Sources sources, Touched touched, TouchedFile file) {
        Required.identifier(name, "a variable");
        TreePath path = expression(file, RegionName.parse(region).in(file.source()));
        ExpressionTree expression = (ExpressionTree) path.getLeaf();
        Place place = file.place(expression);
        Required.ownFile(sources, file, place);
        Optional<ExpressionBody> body = ExpressionBody.around(file, path);
        TreePath statement = body.map(ExpressionBody::path)
                .or(() -> Scopes.statement(path))
                .orElseThrow(() -> Required.refused(
                        place,
                        Rule.FITS_THE_KIND,
                        "no statement stands around '" + file.brief(expression) + "'",
                        "pare extract constant " + region + " --name NAME"));
        TreePath front = front(file, path, statement);
        Required.free(Scopes.localNames(path), name, place);
        checkOrder(file, path, front);
        TypeText types = new TypeText(file);
        Draft declaration = declaration(file, path, types);
        List<Edit> edits = new ArrayList<>();
        List<TreePath> same = all ? same(file, path, statement) : List.of(path);
        String declared = type(file, path, types) + " " + name + " = ";
        boolean whole = path.getParentPath().getLeaf() instanceof ExpressionStatementTree;
        if (body.isPresent()) {
            boolean itself = whole
                    || path.getLeaf() == statement.getLeaf()
                            && body.get().result().isEmpty();
            edits.addAll(
                    itself
                            ? body.get().inBraces(file, Optional.empty(), declared, List.of())
                            : body.get().inBraces(file, Optional.of(declaration), declared, named(file, same)));
        } else if (whole) {
            edits.add(Edit.insert(file.start(expression), declared));
        } else if (front == statement) {
            insert(file, statement, declaration, edits);
            edits.addAll(named(file, same));
        } else {
            wrap(file, front, path, declaration, edits);
        }
        edits.addAll(types.imports());
        return file.plan(
                        "extract variable " + name + " for '" + file.brief(expression) + "'",
                        edits,
                        Plan.Effects.on(same.size()))
                .naming("#" + name);
    }

    private List<Edit> named(TouchedFile file, List<TreePath> same) {
        return same.stream().map(one -> new Edit(file.region(bare(one)), name)).toList();
    }

    static TreePath expression(TouchedFile file, Region stretch) {
        return expression(file, stretch, false);
    }

    /**
     * The expression in a stretch.
     *
     * @param annotations whether it may stand in an annotation, where it can name constants only. JLS 9.7.1.
     */
    static TreePath expression(TouchedFile file, Region stretch, boolean annotations) {
        Selection selection = Selection.of(file, stretch);
        Place place = file.place(selection.region().start());
        TreePath path = selection
                .expression()
                .orElseThrow(() -> Required.refused(
                        place,
                        Rule.FITS_THE_KIND,
                        "the stretch is no whole expression",
                        selection
                                .around()
                                .map(whole -> "name the whole expression around it: " + whole)
                                .orElse("name it from its first to its last character: File.java:12:9-12:40")));
        path = withoutParenthesesOfStatement(path);
        Tree parent = path.getParentPath().getLeaf();
        TypeMirror type = file.attribution().trees().getTypeMirror(path);
        boolean value = type != null
                && type.getKind() != TypeKind.VOID
                && type.getKind() != TypeKind.PACKAGE
                && type.getKind() != TypeKind.EXECUTABLE
                && type.getKind() != TypeKind.NULL
                && type.getKind() != TypeKind.NONE
                && type.getKind() != TypeKind.ERROR
                && !(file.element(path) instanceof TypeElement)
                && !isTypeName(path.getLeaf())
                && !(parent instanceof MethodInvocationTree call && call.getMethodSelect() == path.getLeaf());
        boolean annotation = path.getLeaf() instanceof AnnotationTree
                || isInAnnotation(path) && !(annotations && value && isConstantType(type));
        boolean assigned = parent instanceof AssignmentTree assignment && assignment.getVariable() == path.getLeaf()
                || parent instanceof CompoundAssignmentTree compound && compound.getVariable() == path.getLeaf()
                || parent instanceof UnaryTree unary && unary.getKind().name().endsWith("CREMENT");
        if (!value || annotation || assigned) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + file.brief(path.getLeaf()) + "' "
                            + (assigned ? "is assigned to" : annotation ? "stands in an annotation" : "has no value"),
                    "choose an expression that gives a value");
        }
        return path;
    }

    private static boolean isTypeName(Tree tree) {
        return switch (tree.getKind()) {
            case PRIMITIVE_TYPE,
                    ARRAY_TYPE,
                    PARAMETERIZED_TYPE,
                    ANNOTATED_TYPE,
                    UNION_TYPE,
                    INTERSECTION_TYPE,
                    UNBOUNDED_WILDCARD,
                    EXTENDS_WILDCARD,
                    SUPER_WILDCARD -> true;
            default -> false;
        };
    }

    /** The parentheses of an 'if' or a loop belong to the statement. */
    private static TreePath withoutParenthesesOfStatement(TreePath path) {
        boolean condition = path.getLeaf() instanceof com.sun.source.tree.ParenthesizedTree
                && (path.getParentPath().getLeaf() instanceof StatementTree
                                && !(path.getParentPath().getLeaf() instanceof com.sun.source.tree.ReturnTree)
                                && !(path.getParentPath().getLeaf() instanceof com.sun.source.tree.VariableTree)
                        || path.getParentPath().getLeaf() instanceof com.sun.source.tree.SwitchExpressionTree);
        return condition
                ? new TreePath(path, ((com.sun.source.tree.ParenthesizedTree) path.getLeaf()).getExpression())
                : path;
    }

    /** JLS 4.12.4. */
    private static boolean isConstantType(TypeMirror type) {
        return type.getKind().isPrimitive() || type.toString().equals("java.lang.String");
    }

    static boolean isInAnnotation(TreePath path) {
        for (TreePath at = path; at != null; at = at.getParentPath()) {
            if (at.getLeaf() instanceof AnnotationTree) {
                return true;
            }
        }
        return false;
    }

    /** What the variable goes in front of: the statement in its row, or the one that is a branch or a loop's body without braces. */
    private TreePath front(TouchedFile file, TreePath path, TreePath statement) {
        for (TreePath at = path; at != statement; at = at.getParentPath()) {
            Tree parent = at.getParentPath().getLeaf();
            boolean branch = at.getLeaf() instanceof StatementTree && Scopes.isBranch(at.getLeaf(), parent);
            if (branch) {
                if (all) {
                    throw Required.refused(
                            file.place(at.getLeaf()),
                            Rule.FITS_THE_KIND,
                            "the statement is a branch without braces",
                            "put braces around it first");
                }
                return at;
            }
            if (parent instanceof CaseTree || at.getLeaf() instanceof CaseTree) {
                throw Required.refused(
                        file.place(at.getLeaf()),
                        Rule.FITS_THE_KIND,
                        "'" + file.brief(path.getLeaf()) + "' stands in a label",
                        "pare extract constant, or choose an expression in the code behind it");
            }
        }
        return statement;
    }

    private void checkOrder(TouchedFile file, TreePath path, TreePath front) {
        SideEffects value = SideEffects.of(file, path);
        EvaluationOrder order = EvaluationOrder.of(file, path, front.getLeaf());
        for (Element used : value.uses()) {
            TreePath declared = file.attribution().trees().getPath(used);
            if (declared != null
                    && Scopes.isWithin(declared, front.getLeaf())
                    && !Scopes.isWithin(declared, path.getLeaf())) {
                throw refused(file, path, "'" + used.getSimpleName() + "' gets its value in the same statement");
            }
        }
        boolean first = front.getLeaf() instanceof ExpressionStatementTree call
                && call.getExpression() instanceof MethodInvocationTree invocation
                && (invocation.getMethodSelect().toString().equals("this")
                        || invocation.getMethodSelect().toString().equals("super"));
        if (first) {
            throw Required.refused(
                    file.place(front.getLeaf()),
                    Rule.FITS_THE_KIND,
                    "nothing can stand in front of the call of another constructor",
                    "leave it where it is");
        }
        if (!order.takes(value)) {
            throw refused(
                    file,
                    path,
                    order.later()
                            ? "it runs at another time than the statement around it"
                            : order.repeatedly()
                                    ? "it is evaluated again and again"
                                    : order.sometimes() || order.guarded()
                                            ? "it is evaluated on some paths only, and may fail or do something"
                                            : "something is evaluated before it that it may hang on, or that hangs on it");
        }
    }

    private static RuntimeException refused(TouchedFile file, TreePath path, String why) {
        return Required.refused(
                file.place(path.getLeaf()),
                Rule.KEEPS_EVALUATION,
                "'" + file.brief(path.getLeaf()) + "' would be evaluated too early: " + why,
                "extract a part of it, or the part before it first");
    }

    private String type(TouchedFile file, TreePath path, TypeText types) {
        TypeMirror type = file.attribution().trees().getTypeMirror(path);
        return types.of(type).orElse("var");
    }

    private Draft declaration(TouchedFile file, TreePath path, TypeText types) {
        return new Draft()
                .write(type(file, path, types) + " " + name + " = ")
                .copy(file.source(), unwrapped(file, path))
                .write(";");
    }

    /** Parentheses that only held the expression together fall away. */
    private static Region unwrapped(TouchedFile file, TreePath path) {
        Tree tree = path.getLeaf();
        while (tree instanceof com.sun.source.tree.ParenthesizedTree parenthesized) {
            tree = parenthesized.getExpression();
        }
        return file.region(tree);
    }

    /** An expression with the parentheses that a name needs no longer. */
    private static Tree bare(TreePath path) {
        TreePath at = path;
        while (at.getParentPath().getLeaf() instanceof com.sun.source.tree.ParenthesizedTree
                && at.getParentPath().getParentPath().getLeaf() instanceof ExpressionTree) {
            at = at.getParentPath();
        }
        return at.getLeaf();
    }

    private static void insert(TouchedFile file, TreePath statement, Draft declaration, List<Edit> edits) {
        int start = file.start(statement.getLeaf());
        String newline = file.source().lineEnding();
        Region withComments = MemberText.withComments(file, file.region(statement.getLeaf()));
        int at = withComments.start();
        boolean ownLine = file.text()
                .substring(file.source().lineStart(file.source().line(at)), at)
                .isBlank();
        if (ownLine) {
            edits.add(Edit.insert(
                    at,
                    new Draft().write(declaration).write(newline + file.source().indentation(at))));
        } else {
            edits.add(Edit.insert(start, new Draft().write(declaration).write(" ")));
        }
    }

    /** A branch gets braces. */
    private void wrap(TouchedFile file, TreePath branch, TreePath path, Draft declaration, List<Edit> edits) {
        String newline = file.source().lineEnding();
        Tree parent = branch.getParentPath().getLeaf();
        String outer = file.source().indentation(file.start(parent));
        int start = file.start(branch.getLeaf());
        int end = file.end(branch.getLeaf());
        String own = file.source().indentation(start);
        boolean ownLine = file.text()
                .substring(file.source().lineStart(file.source().line(start)), start)
                .isBlank();
        String inner = ownLine && own.length() > outer.length()
                ? own
                : outer + file.source().indentationUnit();
        int before = start;
        while (Character.isWhitespace(file.text().charAt(before - 1))) {
            before--;
        }
        Edit open = new Edit(
                new Region(before, start),
                new Draft().write(" {" + newline + inner).write(declaration).write(newline + inner));
        if (precededByComment(file, before)) {
            throw Required.refused(
                    file.place(start),
                    Rule.FITS_THE_KIND,
                    "the statement is a branch without braces",
                    "put braces around it first");
        }
        edits.add(open);
        List<Edit> named = List.of(new Edit(file.region(path.getLeaf()), name));
        boolean chained = branch.getLeaf() instanceof IfTree && !ownLine;
        // The rest of the chain lies a step deeper.
        edits.addAll(chained ? Indentation.shifted(file, file.region(branch.getLeaf()), outer, inner, named) : named);
        boolean followed = parent instanceof IfTree choice
                && choice.getThenStatement() == branch.getLeaf()
                && choice.getElseStatement() != null;
        if (followed) {
            int next = end;
            while (Character.isWhitespace(file.text().charAt(next))) {
                next++;
            }
            edits.add(new Edit(new Region(end, next), newline + outer + "} "));
        } else {
            edits.add(Edit.insert(end, newline + outer + "}"));
        }
    }

    private static boolean precededByComment(TouchedFile file, int offset) {
        return file.tokens().stream()
                .anyMatch(token -> token.isComment() && token.region().end() == offset);
    }

    /** The same expression from the statement on, as long as it is sure to give the same. */
    private List<TreePath> same(TouchedFile file, TreePath path, TreePath statement) {
        SideEffects value = SideEffects.of(file, path);
        List<TreePath> found = new ArrayList<>();
        List<? extends Tree> row = Scopes.statements(statement.getParentPath().getLeaf())
                .<List<? extends Tree>>map(statements -> statements)
                .orElseGet(() -> List.of(statement.getLeaf()));
        SideEffects passed = SideEffects.NONE;
        List<? extends Tree> further = row.subList(row.indexOf(statement.getLeaf()), row.size());
        List<TreePath> all = further.stream()
                .flatMap(one -> occurrences(file, path, new TreePath(statement.getParentPath(), one)).stream())
                .toList();
        boolean told = Identity.isNew(file, path) && all.stream().anyMatch(one -> Identity.matters(file, one));
        if (!value.isStable() || told) {
            if (all.size() < 2) {
                return List.of(path);
            }
            throw Required.refused(
                    file.place(path.getLeaf()),
                    Rule.KEEPS_EVALUATION,
                    "'" + file.brief(path.getLeaf()) + "' may give something else further down",
                    "leave out --all");
        }
        for (Tree one : further) {
            TreePath at = new TreePath(statement.getParentPath(), one);
            passed = passed.and(SideEffects.of(file, at));
            if (!value.commutesWith(passed.withoutEffects())) {
                break;
            }
            found.addAll(occurrences(file, path, at));
        }
        return found.contains(path) || found.stream().anyMatch(one -> one.getLeaf() == path.getLeaf())
                ? found
                : List.of(path);
    }

    /** Where the same tokens stand again as a whole expression; that they mean the same is the audit's to say. */
    static List<TreePath> occurrences(TouchedFile file, TreePath path, TreePath root) {
        String wanted = tokens(file, file.region(path.getLeaf()));
        List<TreePath> found = new ArrayList<>();
        new TreePathScanner<Void, Void>() {
            @Override
            public Void scan(Tree tree, Void nothing) {
                boolean fits = tree instanceof ExpressionTree
                        && tree.getKind() == path.getLeaf().getKind()
                        && file.end(tree) > 0
                        && tokens(file, file.region(tree)).equals(wanted)
                        && sameMeaning(file, path, new TreePath(getCurrentPath(), tree));
                if (fits) {
                    found.add(new TreePath(getCurrentPath(), tree));
                    return null;
                }
                return super.scan(tree, nothing);
            }
        }.scan(root, null);
        return found;
    }

    private static boolean sameMeaning(TouchedFile file, TreePath one, TreePath other) {
        List<String> first = meanings(file, one);
        return first.equals(meanings(file, other)) && (isInAnnotation(one) || !isInAnnotation(other));
    }

    private static List<String> meanings(TouchedFile file, TreePath path) {
        List<String> found = new ArrayList<>();
        paredown.tree.UseFinder.in(file, path, element -> true)
                .forEach(use -> found.add(use.symbol() + "@" + System.identityHashCode(use.target())));
        return found;
    }

    private static String tokens(TouchedFile file, Region region) {
        StringBuilder text = new StringBuilder();
        for (paredown.source.Token token : file.tokensFrom(region.start())) {
            if (token.region().start() >= region.end()) {
                break;
            }
            if (!token.isComment()) {
                text.append(token.of(file.text())).append(' ');
            }
        }
        return text.toString();
    }
}
