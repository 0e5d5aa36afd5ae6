package paredown.cut.move;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.util.TreePath;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import paredown.analysis.effect.SideEffects;
import paredown.analysis.flow.NonNull;
import paredown.code.index.Sources;
import paredown.edit.EditSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.MemberText;
import paredown.tree.Required;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.verdict.Place;
import paredown.verdict.Rule;

/** The callers of a method that moves, led to its new place. */
final class MovedCalls {
    private final Sources sources;
    private final DeclaredClass source;
    private final Member method;
    private final DeclaredClass target;
    private final Optional<ReceiverPath> route;
    private final TouchedFile file;
    private final List<Use> uses;
    private final EditSet edits;
    private final CapturedArguments passed;
    private final FieldReading reading;
    private final Set<String> warnings = new LinkedHashSet<>();

    MovedCalls(Sources sources, MethodMove move, EditSet edits, CapturedArguments passed, FieldReading reading) {
        this.sources = sources;
        this.source = move.source();
        this.method = move.method();
        this.target = move.target();
        this.route = move.route();
        this.file = source.file();
        this.uses = move.uses();
        this.edits = edits;
        this.passed = passed;
        this.reading = reading;
    }

    /** What the compiler cannot judge, a sentence each. */
    Set<String> warnings() {
        return warnings;
    }

    private RuntimeException refused(Place place, Rule rule, String reason, String wayOut) {
        return Required.refused(place, rule, reason, wayOut);
    }

    /** Leads a caller to the method's new place. */
    void redirect(Use use) {
        if (use.isMethodReference()) {
            if (method.isStatic()) {
                edits.add(
                        use.file(),
                        new Edit(
                                use.file().region(use.qualifier().orElseThrow()),
                                edits.types(use.file()).of(target.element())));
                return;
            }
            throw refused(
                    use.place(),
                    Rule.REACHABLE,
                    "'" + use.file().text(use.tree()) + "' passes the method itself",
                    "keep a delegate: --callers delegate");
        }
        Required.ownFile(sources, use.file(), use.place());
        if (method.isStatic()) {
            redirectStatic(use);
        } else if (route.orElseThrow().kind() == ReceiverPath.Kind.PARAMETER) {
            throughArgument(use, route.get().index());
        } else {
            throughMember(use);
        }
    }

    private void redirectStatic(Use use) {
        String type = edits.types(use.file()).of(target.element());
        switch (use.form()) {
            case NAME -> edits.add(use.file(), Edit.insert(use.file().start(use.tree()), type + "."));
            case TYPE ->
                edits.add(use.file(), new Edit(use.file().region(use.qualifier().orElseThrow()), type));
            default -> {
                ExpressionTree qualifier = use.qualifier().orElseThrow();
                SideEffects evaluation = SideEffects.of(use.file(), new TreePath(use.path(), qualifier));
                if (evaluation.writes() || evaluation.fails()) {
                    throw refused(
                            use.place(),
                            Rule.KEEPS_EVALUATION,
                            "'" + use.file().text(qualifier) + "' would no longer be evaluated",
                            "call the method through its class first");
                }
                edits.add(use.file(), new Edit(use.file().region(qualifier), type));
            }
        }
    }

    /** What names the source object at a call. */
    private String object(Use use) {
        return switch (use.form()) {
            case NAME -> {
                TypeElement provider = use.provider().orElseThrow();
                yield provider.equals(use.file().element(Scopes.type(use.path())))
                        ? "this"
                        : provider.getSimpleName() + ".this";
            }
            case SUPER ->
                throw refused(
                        use.place(),
                        Rule.KEEPS_DISPATCH,
                        "'" + use.file().text(use.tree()) + "' skips an overriding method",
                        "keep a delegate: --callers delegate");
            default -> use.file().text(use.qualifier().orElseThrow());
        };
    }

    private SideEffects objectEvaluation(Use use) {
        return use.form() == Use.Form.EXPRESSION
                ? SideEffects.of(
                        use.file(), new TreePath(use.path(), use.qualifier().orElseThrow()))
                : SideEffects.NONE;
    }

    private List<String> given(Use use) {
        List<String> arguments = new ArrayList<>();
        if (passed.object()) {
            arguments.add(object(use));
        }
        boolean own = (use.form() == Use.Form.NAME || use.form() == Use.Form.THIS)
                && source.element().equals(use.file().element(Scopes.type(use.path())));
        Set<String> locals = Scopes.localNames(use.path());
        for (Element field : passed.values().keySet()) {
            String name = field.getSimpleName().toString();
            arguments.add(own && !locals.contains(name) ? name : object(use) + "." + read(use, field));
        }
        return arguments;
    }

    /** The field where the caller may read it, else an accessor that gives it, else the field made visible. */
    private String read(Use use, Element field) {
        return reading.at(use, field).orElseGet(() -> {
            if (!reading.isNear(use)) {
                throw refused(
                        use.place(),
                        Rule.REACHABLE,
                        "'" + field.getSimpleName() + "' is private to " + source.simpleName(),
                        "keep a delegate: --callers delegate");
            }
            edits.widen(Set.of(field));
            return field.getSimpleName().toString();
        });
    }

    private void throughArgument(Use use, int index) {
        TouchedFile at = use.file();
        MethodInvocationTree call = use.call().orElseThrow();
        TreePath path = use.path().getParentPath();
        ExpressionTree argument = call.getArguments().get(index);
        SideEffects value = SideEffects.of(at, new TreePath(path, argument));
        SideEffects before = objectEvaluation(use);
        for (int i = 0; i < index; i++) {
            before = before.and(
                    SideEffects.of(at, new TreePath(path, call.getArguments().get(i))));
        }
        if (!value.commutesWith(before)) {
            throw refused(
                    use.place(),
                    Rule.KEEPS_EVALUATION,
                    "'" + at.text(argument) + "' would be evaluated before what stands in front of it",
                    "keep a delegate: --callers delegate");
        }
        SideEffects dropped = objectEvaluation(use);
        if (!passed.isAnything() && dropped.writes()) {
            throw refused(
                    use.place(),
                    Rule.KEEPS_EVALUATION,
                    "'" + object(use) + "' would no longer be evaluated",
                    "keep a delegate: --callers delegate");
        }
        if (argument.getKind() == com.sun.source.tree.Tree.Kind.NULL_LITERAL) {
            throw refused(use.place(), Rule.KEEPS_EVALUATION, "null is passed here", "leave it where it is");
        }
        boolean known = new NonNull(sources).is(at, new TreePath(path, argument));
        if (!known && !route.orElseThrow().isReachedForFirst(source, method)) {
            throw refused(
                    use.place(),
                    Rule.KEEPS_EVALUATION,
                    "where '" + at.text(argument) + "' is null the call would fail, and does not fail at once now",
                    "keep a delegate: --callers delegate");
        }
        boolean through = use.form() == Use.Form.EXPRESSION
                && !passed.isAnything()
                && !new NonNull(sources)
                        .is(at, new TreePath(use.path(), use.qualifier().orElseThrow()));
        if (through) {
            warnings.add("a call through '" + source.simpleName() + "' that is null no longer fails: "
                    + at.source().path().getFileName() + ":" + use.place().line());
        }
        requireFlat(use, call);
        Draft text = operand(at, argument, path).write(".");
        typeArguments(call, at, text);
        edits.add(
                at,
                MemberText.instead(
                        at, new Region(at.start(call), at.name(use.tree()).start()), text));
        takeOut(at, call, index);
        List<ExpressionTree> others = new ArrayList<>(call.getArguments());
        others.remove(index);
        give(use, call, others);
    }

    /** Takes an argument out with what parts it from its neighbour; comments beside it stay. */
    private void takeOut(TouchedFile at, MethodInvocationTree call, int index) {
        List<? extends ExpressionTree> all = call.getArguments();
        Region argument = at.region(all.get(index));
        boolean last = index + 1 == all.size();
        int from = !last ? argument.start() : index == 0 ? open(at, call) : at.end(all.get(index - 1));
        int to = !last ? at.start(all.get(index + 1)) : index == 0 ? at.end(call) - 1 : argument.end();
        int start = argument.start();
        while (last && start > from && MemberText.isBlank(at.text().charAt(start - 1))) {
            start--;
        }
        if (at.source().lineStart(at.source().line(start)) == start) {
            start = argument.start();
        }
        int end = argument.end();
        while (!last && MemberText.isBlank(at.text().charAt(end))) {
            end++;
        }
        edits.add(at, MemberText.instead(at, new Region(from, start), new Draft()));
        edits.add(at, Edit.delete(new Region(start, end)));
        edits.add(at, MemberText.instead(at, new Region(end, to), new Draft()));
    }

    /** Where the arguments of a call begin: behind its bracket. */
    private static int open(TouchedFile at, MethodInvocationTree call) {
        int name = at.name(call.getMethodSelect()).end();
        return at.tokensFrom(name).stream()
                .filter(token -> token.is(at.text(), "("))
                .findFirst()
                .orElseThrow()
                .region()
                .end();
    }

    /** Puts what the method takes from now on in front of the other arguments. */
    private void give(Use use, MethodInvocationTree call, List<? extends ExpressionTree> others) {
        TouchedFile at = use.file();
        String values = String.join(", ", given(use));
        if (!values.isEmpty()) {
            edits.add(
                    at,
                    others.isEmpty()
                            ? Edit.insert(open(at, call), values)
                            : Edit.insert(at.start(others.get(0)), values + ", "));
        }
    }

    /** The argument that becomes the receiver is copied: calls within it would lose their own edits. */
    private void requireFlat(Use use, MethodInvocationTree call) {
        boolean nested = uses.stream().anyMatch(other -> other != use && other.isWithin(call));
        if (nested) {
            throw refused(
                    use.place(),
                    Rule.FITS_THE_KIND,
                    "a call of '" + method.name() + "' stands within another",
                    "extract a variable for the inner call first");
        }
    }

    private static void typeArguments(MethodInvocationTree call, TouchedFile at, Draft text) {
        if (!call.getTypeArguments().isEmpty()) {
            text.write(call.getTypeArguments().stream().map(at::text).collect(Collectors.joining(", ", "<", ">")));
        }
    }

    private static Draft operand(TouchedFile at, ExpressionTree argument, TreePath call) {
        Draft text = new Draft().copy(at.source(), at.region(argument));
        boolean tight = argument instanceof IdentifierTree
                || argument instanceof MemberSelectTree
                || argument instanceof MethodInvocationTree
                || argument instanceof NewClassTree creation && creation.getClassBody() == null
                || argument instanceof com.sun.source.tree.ParenthesizedTree
                || argument instanceof com.sun.source.tree.ArrayAccessTree;
        return tight ? text : new Draft().write("(").write(text).write(")");
    }

    private void throughMember(Use use) {
        TouchedFile at = use.file();
        MethodInvocationTree call = use.call().orElseThrow();
        ReceiverPath one = route.orElseThrow();
        TreePath path = use.path().getParentPath();
        boolean never = one.isNeverNull(sources, source) || one.isReachedForFirst(source, method);
        if (!never) {
            throw refused(
                    use.place(),
                    Rule.KEEPS_EVALUATION,
                    "where '" + one.name() + "' is null the call would fail, and does not fail at once now",
                    "keep a delegate: --callers delegate");
        }
        boolean settled = one.element().getModifiers().contains(Modifier.FINAL);
        boolean effects = call.getArguments().stream()
                .anyMatch(argument ->
                        SideEffects.of(at, new TreePath(path, argument)).writes());
        if (!settled && effects) {
            throw refused(
                    use.place(),
                    Rule.KEEPS_EVALUATION,
                    "'" + one.name() + "' would be read before the arguments are evaluated",
                    "keep a delegate: --callers delegate");
        }
        if (passed.isAnything() && !objectEvaluation(use).isStable()) {
            throw refused(
                    use.place(),
                    Rule.KEEPS_EVALUATION,
                    "'" + object(use) + "' would be evaluated twice",
                    "extract a variable for it first");
        }
        if (one.kind() == ReceiverPath.Kind.FIELD && !reading.isMeant(use, one.element())) {
            throw refused(
                    use.place(),
                    Rule.REACHABLE,
                    "'" + one.name() + "' is another field here",
                    "keep a delegate: --callers delegate");
        }
        String step = step(use, one);
        boolean bare = use.form() == Use.Form.NAME
                && use.provider().orElseThrow().equals(at.element(Scopes.type(use.path())))
                && !Scopes.localNames(use.path()).contains(one.name());
        Draft text = new Draft();
        if (!bare) {
            text.write(object(use) + ".");
        }
        text.write(step + ".");
        Region select = at.region(use.tree());
        boolean generic = !call.getTypeArguments().isEmpty();
        int start = generic && use.form() != Use.Form.NAME ? at.start(call) : select.start();
        edits.add(
                at,
                MemberText.instead(
                        at,
                        new Region(start, at.name(use.tree()).start()),
                        generic ? withTypes(call, at, text) : text));
        give(use, call, call.getArguments());
    }

    private static Draft withTypes(MethodInvocationTree call, TouchedFile at, Draft text) {
        typeArguments(call, at, text);
        return text;
    }

    private String step(Use use, ReceiverPath one) {
        return one.kind() == ReceiverPath.Kind.ACCESSOR ? one.name() + "()" : read(use, one.element());
    }
}
