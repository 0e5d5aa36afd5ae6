package paredown.cut.inline;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.ForLoopTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import paredown.analysis.effect.Conversion;
import paredown.analysis.effect.EvaluationOrder;
import paredown.analysis.effect.SideEffects;
import paredown.analysis.flow.NonNull;
import paredown.code.index.Sources;
import paredown.edit.Converted;
import paredown.edit.EditSet;
import paredown.edit.Indentation;
import paredown.edit.Transplant;
import paredown.edit.TypeText;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;
import paredown.tree.DeclaredClass;
import paredown.tree.Names;
import paredown.tree.Required;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Place;
import paredown.verdict.Rule;

/** One call that gives way to the body of the method that it calls. */
final class InlinedCall {
    private static final SideEffects ANYTHING = new SideEffects(true, true, true, true, false, Set.of(), Set.of());

    private final Sources sources;
    private final DeclaredClass owner;
    private final MethodBody body;
    private final Use use;
    private final TouchedFile file;
    private final MethodInvocationTree call;
    private final TreePath callPath;
    private final TypeText types;
    private final EditSet edits;
    private final Set<String> taken;
    private final Set<Tree> told;
    private final List<Edit> inside = new ArrayList<>();
    private final List<Draft> first = new ArrayList<>();

    InlinedCall(Sources sources, DeclaredClass owner, MethodBody body, Use use, EditSet edits, Neighbours neighbours) {
        this.sources = sources;
        this.owner = owner;
        this.body = body;
        this.use = use;
        this.file = use.file();
        this.call = use.call().orElseThrow();
        this.callPath = use.path().getParentPath();
        this.edits = edits;
        this.types = edits.types(file);
        TreePath member = Scopes.outermostMember(use.path());
        this.taken = neighbours.names().computeIfAbsent(member.getLeaf(), key -> Scopes.localNames(use.path()));
        taken.addAll(namesOfMembers());
        this.told = neighbours.told();
    }

    /** A new local variable must not hide a field that the code around names. */
    private Set<String> namesOfMembers() {
        Set<String> names = new LinkedHashSet<>();
        UseFinder.in(
                        file,
                        Scopes.outermostMember(use.path()),
                        element -> element.getKind().isField())
                .forEach(one -> names.add(one.target().getSimpleName().toString()));
        return names;
    }

    /** Adds the edits. */
    void write() {
        Optional<String> receiver = receiver();
        arguments();
        renameLocals();
        TypeElement place = (TypeElement) file.element(Scopes.type(use.path()));
        Transplant transplant = new Transplant(body.file(), owner.element(), file, place, types, receiver);
        body.parameters().keySet().forEach(transplant::leaving);
        inside.addAll(transplant.edits(body.block()));
        edits.know(body.file());
        edits.widen(transplant.widened());
        if (body.isExpression() && first.isEmpty() && !isStatement()) {
            replaceByResult();
        } else {
            writeStatements();
        }
    }

    private Place place() {
        return use.place();
    }

    private RuntimeException refused(Rule rule, String reason, String wayOut) {
        return Required.refused(place(), rule, reason, wayOut);
    }

    /** What names the object of the method at the place of the call. */
    private Optional<String> receiver() {
        if (body.method().isStatic()) {
            if (use.form() == Use.Form.EXPRESSION) {
                throw refused(
                        Rule.KEEPS_EVALUATION,
                        "'" + file.text(call.getMethodSelect()) + "' names a static method through an object",
                        "name it through its class first");
            }
            return Optional.empty();
        }
        if (use.form() == Use.Form.SUPER) {
            throw refused(
                    Rule.KEEPS_DISPATCH,
                    "'" + file.text(call.getMethodSelect()) + "' skips an overriding method",
                    "keep it");
        }
        TreePath around = Scopes.type(use.path());
        if (use.form() == Use.Form.NAME) {
            TypeElement provider = use.provider().orElseThrow();
            return Optional.of(provider.equals(file.element(around)) ? "" : provider.getSimpleName() + ".this");
        }
        ExpressionTree written = use.qualifier().orElseThrow();
        if (use.form() == Use.Form.THIS) {
            return Optional.of(written instanceof IdentifierTree ? "" : file.text(written));
        }
        return Optional.of(object(written));
    }

    private String object(ExpressionTree written) {
        TreePath path = new TreePath(use.path(), written);
        SideEffects evaluation = SideEffects.of(file, path);
        boolean known = new NonNull(sources).is(file, path);
        if (!known && !body.reachesForItsObjectFirst()) {
            throw refused(
                    Rule.KEEPS_EVALUATION,
                    "where '" + file.brief(written)
                            + "' is null this call fails, and what it would be replaced by may not",
                    "move the method first, or check for null in its body");
        }
        Element element = file.element(path);
        boolean stable = written instanceof IdentifierTree && evaluation.isStable()
                || written instanceof MemberSelectTree && evaluation.isStable() && !evaluation.fails();
        boolean assigned = element != null && isAssignedByArguments(element);
        if (stable && !assigned) {
            return file.text(written);
        }
        boolean once = body.ofThis().size() == 1
                && !namesThis()
                && body.isExpression()
                && body.order(body.ofThis().get(0)).takes(evaluation)
                && call.getArguments().isEmpty();
        if (once) {
            Region region = file.region(written);
            boolean loose = !(written instanceof MethodInvocationTree
                    || written instanceof MemberSelectTree
                    || written instanceof IdentifierTree);
            return loose ? "(" + region.of(file.text()) + ")" : region.of(file.text());
        }
        TypeMirror type = file.attribution().trees().getTypeMirror(path);
        String name = fresh(Names.variable(owner.simpleName()));
        first.add(new Draft()
                .write(written(type, "receiver") + " " + name + " = ")
                .copy(file.source(), file.region(written))
                .write(";"));
        return name;
    }

    private boolean isAssignedByArguments(Element element) {
        return call.getArguments().stream()
                .anyMatch(one -> SideEffects.of(file, new TreePath(callPath, one))
                        .assigns()
                        .contains(element));
    }

    private boolean namesThis() {
        return body.file().text(body.tree()).matches("(?s).*\\bthis\\b.*");
    }

    private String fresh(String wanted) {
        String name = Names.fresh(taken, wanted);
        taken.add(name);
        return name;
    }

    private String written(TypeMirror type, String what) {
        return types.of(type)
                .orElseThrow(() -> refused(
                        Rule.FITS_THE_KIND,
                        "the type of the " + what + " cannot be written: " + type,
                        "extract a variable for it first"));
    }

    /** Gives every parameter its argument: in place where that changes nothing, else as a local variable in front. */
    private void arguments() {
        Map<Element, ExpressionTree> given = new LinkedHashMap<>();
        List<? extends ExpressionTree> arguments = call.getArguments();
        List<Element> parameters = List.copyOf(body.parameters().keySet());
        boolean spread = isVariableArity(parameters, arguments);
        boolean local = spread;
        int fixed = spread ? parameters.size() - 1 : parameters.size();
        for (int i = 0; i < fixed; i++) {
            given.put(parameters.get(i), arguments.get(i));
        }
        Element before = null;
        for (Map.Entry<Element, ExpressionTree> one : given.entrySet()) {
            SideEffects evaluation = evaluation(one.getKey(), one.getValue());
            if (isFree(one.getKey(), one.getValue(), evaluation)) {
                continue;
            }
            boolean inPlace = !body.isAssigned(one.getKey())
                    && !isFunctionReceiver(one.getKey(), one.getValue())
                    && body.takesInPlace(one.getKey(), evaluation)
                    && (before == null || position(before) < position(one.getKey()));
            before = one.getKey();
            local |= !inPlace;
        }
        for (Map.Entry<Element, ExpressionTree> one : given.entrySet()) {
            SideEffects evaluation = evaluation(one.getKey(), one.getValue());
            boolean free = isFree(one.getKey(), one.getValue(), evaluation);
            if (free || !local) {
                substitute(one.getKey(), one.getValue());
            } else {
                declare(one.getKey(), one.getValue());
            }
        }
        if (spread) {
            declareSpread(parameters.get(fixed), arguments.subList(fixed, arguments.size()));
        }
    }

    private int position(Element parameter) {
        return body.file().start(body.parameters().get(parameter).get(0).tree());
    }

    private SideEffects evaluation(Element parameter, ExpressionTree argument) {
        List<Use> uses = body.parameters().get(parameter);
        return SideEffects.of(file, new TreePath(callPath, argument), parameter.asType(), uses);
    }

    private boolean isFree(Element parameter, ExpressionTree argument, SideEffects evaluation) {
        boolean function = argument instanceof LambdaExpressionTree || argument instanceof MemberReferenceTree;
        boolean once = function
                && !evaluation.fails()
                && body.parameters().get(parameter).size() <= 1
                && !isFunctionReceiver(parameter, argument);
        boolean sameLocal = evaluation.uses().stream().noneMatch(this::isAssignedByArguments);
        return !body.isAssigned(parameter) && sameLocal && (once || evaluation.isStable() && !evaluation.fails());
    }

    private boolean isFunctionReceiver(Element parameter, ExpressionTree argument) {
        boolean function = argument instanceof LambdaExpressionTree || argument instanceof MemberReferenceTree;
        return function
                && body.parameters().get(parameter).stream()
                        .anyMatch(one -> one.path().getParentPath().getLeaf() instanceof MemberSelectTree);
    }

    private boolean isVariableArity(List<Element> parameters, List<? extends ExpressionTree> arguments) {
        if (!body.method().method().isVarArgs()) {
            return false;
        }
        if (parameters.size() != arguments.size()) {
            return true;
        }
        TypeMirror last =
                file.attribution().trees().getTypeMirror(new TreePath(callPath, arguments.get(arguments.size() - 1)));
        TypeMirror wanted = parameters.get(parameters.size() - 1).asType();
        return last == null
                || last.getKind() != TypeKind.NULL
                        && !file.attribution()
                                .types()
                                .isAssignable(
                                        file.attribution().types().erasure(last),
                                        file.attribution().types().erasure(wanted));
    }

    private void substitute(Element parameter, ExpressionTree argument) {
        TreePath path = new TreePath(callPath, argument);
        for (Use one : body.parameters().get(parameter)) {
            inside.add(new Edit(
                    body.file().region(one.tree()),
                    Converted.text(file, path, parameter.asType(), types, List.of(), one.path())));
        }
    }

    private void declare(Element parameter, ExpressionTree argument) {
        SideEffects evaluation = evaluation(parameter, argument);
        boolean unused = body.parameters().get(parameter).isEmpty();
        if (unused && !evaluation.writes() && !evaluation.fails()) {
            return;
        }
        String name = fresh(parameter.getSimpleName().toString());
        first.add(new Draft()
                .write(written(called(parameter), "parameter") + " " + name + " = ")
                .copy(file.source(), file.region(argument))
                .write(";"));
        rename(parameter, name);
    }

    /** The type of a parameter in this call: what stands for the type parameters in it was worked out there. JLS 18.5.2. */
    private TypeMirror called(Element parameter) {
        int place = body.method().method().getParameters().indexOf(parameter);
        return file.attribution().trees().getTypeMirror(use.path()) instanceof ExecutableType type
                        && type.getParameterTypes().size() > place
                ? type.getParameterTypes().get(place)
                : parameter.asType();
    }

    private void declareSpread(Element parameter, List<? extends ExpressionTree> arguments) {
        TypeMirror component = ((ArrayType) parameter.asType()).getComponentType();
        String name = fresh(parameter.getSimpleName().toString());
        String type = written(component, "parameter");
        if (type.contains("<")) {
            throw refused(Rule.FITS_THE_KIND, "an array of " + type + " cannot be made", "pass an array first");
        }
        Draft line = new Draft().write(type + "[] " + name + " = {");
        for (int i = 0; i < arguments.size(); i++) {
            line.write(i == 0 ? "" : ", ").copy(file.source(), file.region(arguments.get(i)));
        }
        first.add(line.write("};"));
        rename(parameter, name);
    }

    private void rename(Element variable, String name) {
        UseFinder.in(body.file(), body.block(), variable::equals)
                .forEach(one -> inside.add(new Edit(body.file().region(one.tree()), name)));
    }

    private void renameLocals() {
        body.locals().forEach((variable, tree) -> {
            String name = fresh(variable.getSimpleName().toString());
            if (!variable.getSimpleName().contentEquals(name)) {
                inside.add(new Edit(body.file().nameOf(tree), name));
                rename(variable, name);
            }
        });
    }

    private boolean isStatement() {
        return callPath.getParentPath().getLeaf() instanceof ExpressionStatementTree;
    }

    private void replaceByResult() {
        Scopes.statement(callPath)
                .filter(path -> body.hasCommentsApart() && told.add(path.getLeaf()))
                .ifPresent(path -> putInFront(
                        path,
                        body.commentsBehind(file.source().indentation(file.start(path.getLeaf())), file.source())));
        edits.add(file, new Edit(file.region(call), result(callPath)));
    }

    /** The method's result as an operand at the place of the call. */
    private Draft result(TreePath at) {
        TypeMirror declared = body.method().method().getReturnType();
        return Converted.text(body.file(), body.result().orElseThrow(), declared, types, inValue(), at);
    }

    private List<Edit> inValue() {
        Region region = body.file().region(body.value());
        return inside.stream().filter(edit -> region.contains(edit.region())).toList();
    }

    private void writeStatements() {
        TreePath statement = statement();
        boolean alone = isStatement() && callPath.getParentPath().getLeaf() == statement.getLeaf();
        boolean leaves = !body.early().isEmpty();
        if (leaves) {
            requireSameExit(statement, alone);
        }
        if (!alone && !leaves) {
            requireFirst(statement);
        }
        List<Draft> lines = new ArrayList<>(first);
        String indentation = file.source().indentation(file.start(statement.getLeaf()));
        boolean inRow = Scopes.statements(statement.getParentPath().getLeaf()).isPresent();
        String around =
                file.source().indentation(file.start(statement.getParentPath().getLeaf()));
        String inner = inRow ? indentation : around + file.source().indentationUnit();
        if (!body.statements().isEmpty()) {
            lines.addAll(body.commentsBefore(inner, file.source()));
            lines.add(bodyText(inner));
        }
        if (alone && !leaves) {
            Optional<Draft> value = body.result().flatMap(this::asStatement);
            if (value.isPresent() || body.result().isEmpty()) {
                lines.addAll(body.commentsBehind(inner, file.source()));
            }
            value.ifPresent(lines::add);
            replace(statement, lines, inRow, indentation, inner);
        } else if (leaves) {
            lines.addAll(body.commentsBehind(inner, file.source()));
            body.result()
                    .ifPresent(value -> lines.add(new Draft()
                            .write("return ")
                            .copy(body.file().source(), body.file().region(value.getLeaf()), inValue())
                            .write(";")));
            replace(statement, lines, inRow, indentation, inner);
        } else {
            if (!inRow || body.result().isEmpty()) {
                throw refused(
                        Rule.FITS_THE_KIND,
                        "there is no room for statements in front of this call",
                        "put braces around its statement first");
            }
            lines.addAll(body.commentsBehind(indentation, file.source()));
            putInFront(statement, lines);
            edits.add(file, new Edit(file.region(call), result(callPath)));
        }
    }

    private void putInFront(TreePath statement, List<Draft> lines) {
        int start = file.start(statement.getLeaf());
        String next = file.source().lineEnding() + file.source().indentation(start);
        Draft text = new Draft();
        lines.forEach(line -> text.write(line).write(next));
        edits.add(file, Edit.insert(start, text));
    }

    /** The statement of the call: the one in its row, or the one that is a branch by itself. */
    private TreePath statement() {
        TreePath parent = callPath.getParentPath();
        if (parent.getLeaf() instanceof ExpressionStatementTree
                && !(parent.getParentPath().getLeaf() instanceof LambdaExpressionTree)) {
            boolean head = parent.getParentPath().getLeaf() instanceof ForLoopTree loop
                    && loop.getStatement() != parent.getLeaf();
            if (head) {
                throw refused(
                        Rule.FITS_THE_KIND,
                        "the call stands in the head of a loop",
                        "give the call a statement of its own first");
            }
            return parent;
        }
        return Scopes.statement(callPath)
                .filter(path -> path.getLeaf() instanceof StatementTree && !(path.getLeaf() instanceof BlockTree))
                .orElseThrow(() -> refused(
                        Rule.FITS_THE_KIND,
                        "no statement stands around this call, and the method is more than one expression",
                        "give the call a statement of its own first"));
    }

    /** What the body does must not come before anything that is evaluated before the call now. */
    private void requireFirst(TreePath statement) {
        EvaluationOrder order = EvaluationOrder.of(file, callPath, statement.getLeaf());
        boolean constructor = statement.getLeaf() instanceof ExpressionStatementTree one
                && one.getExpression() instanceof MethodInvocationTree invocation
                && invocation.getMethodSelect().toString().matches("this|super");
        if (constructor || !order.takes(ANYTHING)) {
            throw refused(
                    Rule.KEEPS_EVALUATION,
                    "what '" + body.method().name() + "' does would be done "
                            + (order.sometimes() || order.repeatedly() || order.later()
                                    ? "although, or other times than, it is called here"
                                    : "before what is evaluated first here"),
                    "give the call a statement of its own first");
        }
    }

    /** Where the method leaves early, the caller must leave with it, and with the same. */
    private void requireSameExit(TreePath statement, boolean alone) {
        TreePath member = Scopes.member(statement);
        boolean inMethod = member.getLeaf() instanceof MethodTree method
                && statement.getParentPath().getLeaf() == method.getBody();
        boolean last = inMethod
                && ((MethodTree) member.getLeaf()).getBody().getStatements().indexOf(statement.getLeaf())
                        == ((MethodTree) member.getLeaf())
                                        .getBody()
                                        .getStatements()
                                        .size()
                                - 1;
        TypeMirror own = body.method().method().getReturnType();
        boolean isVoid = own.getKind() == TypeKind.VOID;
        boolean returned = statement.getLeaf() instanceof ReturnTree leave && leave.getExpression() == call;
        boolean method = member.getLeaf() instanceof MethodTree && isDirectly(statement, member);
        TypeMirror outer =
                method ? ((javax.lang.model.element.ExecutableElement) file.element(member)).getReturnType() : null;
        boolean fits = isVoid
                ? alone && last && outer != null && outer.getKind() == TypeKind.VOID
                : returned
                        && outer != null
                        && file.attribution()
                                .types()
                                .isSameType(
                                        file.attribution().types().erasure(outer),
                                        file.attribution().types().erasure(own));
        if (!fits) {
            throw Required.refused(
                    body.file().place(body.early().get(0)),
                    Rule.FITS_THE_KIND,
                    "'" + body.method().name() + "' returns early here, and its caller would go on",
                    "bring it down to one return at its end first");
        }
    }

    private static boolean isDirectly(TreePath statement, TreePath member) {
        for (TreePath at = statement; at != member; at = at.getParentPath()) {
            if (at.getLeaf() instanceof LambdaExpressionTree) {
                return false;
            }
        }
        return true;
    }

    private Draft bodyText(String indentation) {
        Region region = body.text();
        String from = body.file().source().indentation(region.start());
        List<Edit> all = Indentation.shifted(body.file(), region, from, indentation, inside, file.source());
        return new Draft().copy(body.file().source(), region, all);
    }

    /** A result that nobody asks for is still worked out where that does something. */
    private Optional<Draft> asStatement(TreePath value) {
        TypeMirror declared = body.method().method().getReturnType();
        SideEffects evaluation = SideEffects.of(body.file(), value, declared, List.of());
        if (!evaluation.writes() && !evaluation.fails()) {
            return Optional.empty();
        }
        boolean stands = switch (value.getLeaf().getKind()) {
            case METHOD_INVOCATION,
                    NEW_CLASS,
                    ASSIGNMENT,
                    POSTFIX_INCREMENT,
                    PREFIX_INCREMENT,
                    POSTFIX_DECREMENT,
                    PREFIX_DECREMENT -> true;
            default -> value.getLeaf().getKind().name().endsWith("_ASSIGNMENT");
        };
        stands &= !Conversion.unboxes(body.file().attribution().trees().getTypeMirror(value), declared);
        if (!stands) {
            throw refused(
                    Rule.KEEPS_EVALUATION,
                    "the result of '" + body.method().name()
                            + "' is not used here, but working it out may do something",
                    "take the call away by hand");
        }
        return Optional.of(new Draft()
                .copy(body.file().source(), body.file().region(value.getLeaf()), inValue())
                .write(";"));
    }

    private void replace(TreePath statement, List<Draft> lines, boolean inRow, String indentation, String inner) {
        Region region = file.region(statement.getLeaf());
        String newline = file.source().lineEnding();
        if (lines.isEmpty() && inRow) {
            edits.add(file, Edit.delete(InlineVariable.deleted(file, region)));
            return;
        }
        Draft text = new Draft();
        if (!inRow) {
            int start = region.start();
            while (Character.isWhitespace(file.text().charAt(start - 1))) {
                start--;
            }
            boolean commented = file.tokens().stream()
                    .filter(token -> token.region().end() <= region.start())
                    .reduce((one, other) -> other)
                    .filter(Token::isComment)
                    .isPresent();
            String outer = file.source()
                    .indentation(file.start(statement.getParentPath().getLeaf()));
            text.write(commented ? "{" : " {");
            lines.forEach(line -> text.write(newline + inner).write(line));
            text.write(newline + outer + "}");
            edits.add(file, new Edit(commented ? region : new Region(start, region.end()), text));
            return;
        }
        for (int i = 0; i < lines.size(); i++) {
            text.write(i == 0 ? "" : newline + indentation).write(lines.get(i));
        }
        edits.add(file, new Edit(region, text));
    }
}
