package paredown.cut.inline;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.util.TreePath;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.lang.model.element.Element;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeMirror;
import paredown.analysis.effect.SideEffects;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.Required;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.verdict.Rule;

/** How a holder makes the one object that it keeps in a final field: where the field is declared, or once in each of its constructors. */
final class ComponentCreation {
    private final ClassInlining work;
    private final TouchedFile file;
    private final Member field;
    private final boolean declared;
    private final List<TreePath> made;
    private final List<Map<Element, ExpressionTree>> given = new ArrayList<>();

    private ComponentCreation(ClassInlining work, DeclaredClass holder, Member field, List<TreePath> made) {
        this.work = work;
        this.file = holder.file();
        this.field = field;
        this.declared = field.fieldTree().getInitializer() != null;
        this.made = made;
    }

    /**
     * @return empty where the object comes from elsewhere
     */
    static Optional<ComponentCreation> of(ClassInlining work, DeclaredClass holder, Member field) {
        List<TreePath> made = new ArrayList<>();
        if (field.fieldTree().getInitializer() != null) {
            made.add(new TreePath(field.path(), field.fieldTree().getInitializer()));
        } else {
            holder.constructors()
                    .filter(one -> !callsAnother(one.methodTree()))
                    .forEach(one -> made.addAll(assigned(holder.file(), one, field.element())));
        }
        boolean here = !made.isEmpty()
                && made.stream()
                        .allMatch(one -> one.getLeaf() instanceof NewClassTree tree && tree.getClassBody() == null);
        return here ? Optional.of(new ComponentCreation(work, holder, field, made)) : Optional.empty();
    }

    private static boolean callsAnother(MethodTree constructor) {
        return constructor.getBody().getStatements().stream()
                .anyMatch(statement -> statement instanceof ExpressionStatementTree line
                        && line.getExpression() instanceof MethodInvocationTree call
                        && call.getMethodSelect() instanceof IdentifierTree name
                        && name.getName().contentEquals("this"));
    }

    /** What the statements of a constructor assign to a field; the constructor itself where none does. */
    private static List<TreePath> assigned(TouchedFile file, Member constructor, Element field) {
        TreePath body =
                new TreePath(constructor.path(), constructor.methodTree().getBody());
        List<TreePath> found = new ArrayList<>();
        for (StatementTree statement : constructor.methodTree().getBody().getStatements()) {
            AssignmentTree set = assignment(statement);
            if (set != null) {
                TreePath path = new TreePath(new TreePath(body, statement), set);
                if (field.equals(file.element(new TreePath(path, set.getVariable())))) {
                    found.add(new TreePath(path, set.getExpression()));
                }
            }
        }
        return found.isEmpty() ? List.of(constructor.path()) : found;
    }

    private static AssignmentTree assignment(StatementTree statement) {
        return statement instanceof ExpressionStatementTree line && line.getExpression() instanceof AssignmentTree set
                ? set
                : null;
    }

    /** The field that keeps the object. */
    Member field() {
        return field;
    }

    /** Whether a use stands where the object is made. */
    boolean isThere(Use use) {
        return use.file() == file
                && made.stream()
                        .anyMatch(one -> use.isWithin(one.getParentPath().getLeaf()));
    }

    /**
     * Reads the one constructor of the object.
     *
     * @throws paredown.verdict.RefusedException where it does more than keep what it is given, or where that cannot be kept in the same order
     */
    void read() {
        List<Member> constructors = work.source.constructors().toList();
        if (constructors.size() > 1) {
            throw work.refused(work.place(), Rule.FITS_THE_KIND, "it has several constructors");
        }
        for (TreePath one : made) {
            given.add(constructors.isEmpty() ? Map.of() : given(constructors.get(0), one));
        }
    }

    private Map<Element, ExpressionTree> given(Member constructor, TreePath creation) {
        if (constructor.method().isVarArgs()) {
            throw work.refused(
                    work.source.file().place(constructor.tree()),
                    Rule.FITS_THE_KIND,
                    "its constructor takes any number of arguments");
        }
        TouchedFile own = work.source.file();
        List<? extends ExpressionTree> arguments = ((NewClassTree) creation.getLeaf()).getArguments();
        List<? extends VariableElement> parameters = constructor.method().getParameters();
        Map<Element, Integer> kept = kept(own, constructor);
        Map<Element, ExpressionTree> values = new LinkedHashMap<>();
        kept.forEach((field, index) -> {
            TypeMirror passed = file.attribution().trees().getTypeMirror(new TreePath(creation, arguments.get(index)));
            TypeMirror taken = parameters.get(index).asType();
            boolean same = own.attribution().types().isSameType(taken, field.asType())
                    || file.attribution().types().isSameType(passed, taken);
            if (!same) {
                throw work.refused(
                        file.place(arguments.get(index)),
                        Rule.FITS_THE_KIND,
                        "'" + file.text(arguments.get(index)) + "' becomes another type on its way to '"
                                + field.getSimpleName() + "'");
            }
            values.put(field, arguments.get(index));
        });
        for (int i = 0; i < arguments.size(); i++) {
            checkOrder(creation, arguments.get(i), Collections.frequency(kept.values(), i));
        }
        checkFailures(creation, arguments, new ArrayList<>(kept.values()));
        return values;
    }

    /** The fields that the constructor sets, in order, with the place of the parameter that each gets. */
    private Map<Element, Integer> kept(TouchedFile own, Member constructor) {
        TreePath body =
                new TreePath(constructor.path(), constructor.methodTree().getBody());
        List<String> parameters = constructor.methodTree().getParameters().stream()
                .map(one -> one.getName().toString())
                .toList();
        Map<Element, Integer> kept = new LinkedHashMap<>();
        for (StatementTree statement : constructor.methodTree().getBody().getStatements()) {
            if (own.end(statement) <= own.start(statement)) {
                continue;
            }
            AssignmentTree set = assignment(statement);
            Element target = set == null
                    ? null
                    : own.element(new TreePath(new TreePath(new TreePath(body, statement), set), set.getVariable()));
            boolean plain = set != null
                    && set.getExpression() instanceof IdentifierTree name
                    && parameters.contains(name.getName().toString())
                    && target != null
                    && target.getKind().isField()
                    && !target.getModifiers().contains(Modifier.STATIC)
                    && work.isMember(target)
                    && !kept.containsKey(target);
            if (!plain) {
                throw work.refused(
                        own.place(statement),
                        Rule.FITS_THE_KIND,
                        "its constructor does more than keep what it is given");
            }
            kept.put(target, parameters.indexOf(set.getExpression().toString()));
        }
        return kept;
    }

    private void checkOrder(TreePath creation, ExpressionTree argument, int times) {
        SideEffects evaluation = SideEffects.of(file, new TreePath(creation, argument));
        boolean moment = declared && (evaluation.reads() || evaluation.fails());
        if (evaluation.writes() || moment) {
            throw work.refused(
                    file.place(argument),
                    Rule.KEEPS_INITIALISATION_ORDER,
                    "'" + file.text(argument) + "' may hang on when it is worked out");
        }
        boolean dropped = times == 0 && evaluation.fails();
        boolean repeated = times > 1 && (!evaluation.isStable() || evaluation.fails());
        if (dropped || repeated) {
            throw work.refused(
                    file.place(argument),
                    Rule.KEEPS_EVALUATION,
                    "'" + file.text(argument) + "' would "
                            + (dropped ? "no longer be evaluated" : "be evaluated twice"));
        }
    }

    /** Of several arguments that may fail, the first one does. */
    private void checkFailures(TreePath creation, List<? extends ExpressionTree> arguments, List<Integer> order) {
        List<Integer> failing = order.stream()
                .filter(index -> SideEffects.of(file, new TreePath(creation, arguments.get(index)))
                        .fails())
                .toList();
        if (!failing.equals(failing.stream().sorted().toList())) {
            throw work.refused(
                    file.place(arguments.get(failing.get(0))),
                    Rule.KEEPS_EVALUATION,
                    "'" + file.text(arguments.get(failing.get(0))) + "' would be evaluated earlier than others");
        }
    }

    /** The value that a field gets where it is declared. */
    Optional<ExpressionTree> initial(Element field) {
        return declared ? Optional.ofNullable(given.get(0).get(field)) : Optional.empty();
    }

    /** Whether a field gets its value from whoever makes the object. */
    boolean sets(Element field) {
        return given.stream().anyMatch(values -> values.containsKey(field));
    }

    /** The constructors of the holder set the fields themselves. */
    void settle() {
        if (declared) {
            return;
        }
        String newline = file.source().lineEnding();
        for (int i = 0; i < made.size(); i++) {
            StatementTree statement =
                    (StatementTree) made.get(i).getParentPath().getParentPath().getLeaf();
            Region region = file.region(statement);
            requireNoComment(region, ((NewClassTree) made.get(i).getLeaf()).getArguments());
            if (given.get(i).isEmpty()) {
                work.edits.add(file, Edit.delete(InlineVariable.deleted(file, region)));
                continue;
            }
            Draft text = new Draft();
            String gap = newline + file.source().indentation(region.start());
            for (Map.Entry<Element, ExpressionTree> one : given.get(i).entrySet()) {
                text.write(text.text().isEmpty() ? "" : gap)
                        .write("this." + one.getKey().getSimpleName() + " = ")
                        .copy(file.source(), file.region(one.getValue()))
                        .write(";");
            }
            work.edits.add(file, new Edit(region, text));
        }
    }

    private void requireNoComment(Region statement, List<? extends ExpressionTree> arguments) {
        file.tokensFrom(statement.start()).stream()
                .takeWhile(token -> token.region().start() < statement.end())
                .filter(token -> token.isComment()
                        && arguments.stream().noneMatch(one -> file.region(one).contains(token.region())))
                .findFirst()
                .ifPresent(token -> {
                    throw Required.refused(
                            file.place(token.region().start()),
                            Rule.FITS_THE_KIND,
                            "a comment stands where the object is made",
                            "put it in front of the statement first");
                });
    }
}
