package paredown.cut.extract;

import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.ForLoopTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeMirror;
import paredown.analysis.call.Reentrancy;
import paredown.analysis.call.SynchronousLambdas;
import paredown.analysis.effect.Conversion;
import paredown.analysis.effect.SideEffects;
import paredown.analysis.flow.InterveningCalls;
import paredown.analysis.flow.Liveness;
import paredown.code.compile.Overriding;
import paredown.code.index.Sources;
import paredown.cut.CutArgument;
import paredown.cut.CutKind;
import paredown.cut.LocalCut;
import paredown.edit.TypeText;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.tree.LocalName;
import paredown.tree.LocalNames;
import paredown.tree.MemberText;
import paredown.tree.RegionName;
import paredown.tree.Required;
import paredown.tree.Scopes;
import paredown.tree.Selection;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Place;
import paredown.verdict.Plan;
import paredown.verdict.Rule;

/**
 * Makes a local variable a field: final where its value is the same in every call, else set anew by each.
 *
 * @param local {@code Type#method/local}, or the stretch of a file that declares it
 * @param name the field's name
 */
public record ExtractField(String local, String name) implements LocalCut {
    public static final CutKind KIND = new CutKind(
            "extract-field",
            "Make a local variable, or an expression, a field of its class.",
            "The field is final where the value is the same in every call, else each call sets it anew. Refused where calls may overlap: recursion, calls that may come back, code that runs later.",
            List.of(
                    CutArgument.subject(
                            "local",
                            "LOCAL|REGION",
                            "The variable, as Type#method/name, or the stretch of the file that its name takes in its declaration; or the stretch of an expression."),
                    CutArgument.required("name", "NAME", "The field's name.")),
            List.of(
                    "'PlanReport#exposureLine/total' --name total",
                    "src/main/java/meridian/plan/PlanReport.java:29:16-29:20 --name total --preview"),
            of -> new ExtractField(of.text("local"), of.text("name")));

    @Override
    public String kind() {
        return KIND.name();
    }

    @Override
    public String commandLine() {
        return "extract field '" + local + "' --name " + name;
    }

    @Override
    public Path file(Sources sources) {
        return new LocalName(local).file(sources);
    }

    @Override
    public Plan worked(Sources sources, Touched touched, TouchedFile file) {
        Required.identifier(name, "a field");
        if (RegionName.fits(local)) {
            Selection selection = Selection.of(file, RegionName.parse(local).in(file.source()));
            if (selection.variable().isEmpty() && selection.expression().isPresent()) {
                return ofExpression(sources, file, ExtractVariable.expression(file, selection.region()));
            }
        }
        TreePath path = new LocalName(local).in(sources, touched);
        VariableTree variable = (VariableTree) path.getLeaf();
        Element element = file.element(path);
        Place place = file.place(variable);
        Required.ownFile(sources, file, place);
        TreePath member = Scopes.member(path);
        TreePath type = Scopes.type(member);
        List<? extends StatementTree> row = row(path);
        checkKind(file, path, row, member, type, place);
        checkName(file, element, member, type, place);
        List<Use> uses = UseFinder.in(file, path.getParentPath(), element::equals);
        boolean settled = !isCounter(path) && isPure(file, path, uses);
        boolean once = file.element(member).getKind() == ElementKind.CONSTRUCTOR;
        if (!settled) {
            Reentrancy reentry = new Reentrancy(sources, file, file.element(member));
            SynchronousLambdas functions = new SynchronousLambdas(file, member.getLeaf(), reentry::hasOwn);
            checkReaders(file, uses, functions);
            // Nothing comes back to a constructor of the same object.
            if (!once) {
                Liveness liveness = new Liveness(
                        file, path, uses, use -> functions.done(use).orElseThrow());
                checkCalls(file, path, uses, row, new InterveningCalls(file, path, liveness, reentry));
            }
        }
        TypeText types = new TypeText(file);
        List<Edit> edits = new ArrayList<>();
        Optional<ExpressionTree> value = settled ? Optional.of(variable.getInitializer()) : Optional.empty();
        edits.add(declaration(file, element.asType(), value, member, type, types));
        edits.addAll(inMethod(file, path, settled, types));
        for (Use use : uses) {
            edits.add(new Edit(file.region(use.tree()), name));
        }
        edits.addAll(types.imports());
        List<String> warnings = settled || once
                ? List.of()
                : List.of("two threads in '" + file.element(member).getSimpleName() + "' at once would share '" + name
                        + "'");
        return file.plan(
                        "extract field " + name + " from " + variable.getName()
                                + (settled ? ", final" : ", set by each call"),
                        edits,
                        new Plan.Effects(uses.size(), List.of(), List.of(), warnings))
                .naming(file.symbol(file.element(type)) + "#" + name);
    }

    /** The statements among which a variable is declared; the loop, of one that a loop counts with. */
    private static List<? extends StatementTree> row(TreePath path) {
        return isCounter(path)
                ? List.of((StatementTree) path.getParentPath().getLeaf())
                : Scopes.statements(path.getParentPath().getLeaf()).orElse(List.of());
    }

    /** Whether a loop declares the variable, and no other, and gives it a first value. */
    private static boolean isCounter(TreePath path) {
        return path.getParentPath().getLeaf() instanceof ForLoopTree loop
                && loop.getInitializer().equals(List.of(path.getLeaf()))
                && ((VariableTree) path.getLeaf()).getInitializer() != null;
    }

    /** Of an expression that is no variable's: one that has the same value in every call. */
    private Plan ofExpression(Sources sources, TouchedFile file, TreePath path) {
        Place place = file.place(path.getLeaf());
        Required.ownFile(sources, file, place);
        TreePath member = Scopes.member(path);
        TreePath type = Scopes.type(member);
        checkPlace(file, path, member, type, "'" + file.brief(path.getLeaf()) + "'");
        Set<String> taken = new LinkedHashSet<>(LocalNames.in(member));
        taken.addAll(fieldsOf(file, type));
        Required.free(taken, name, place);
        if (!isConstant(file, path)) {
            throw refused(
                    place,
                    "the value of '" + file.brief(path.getLeaf()) + "' hangs on the moment",
                    "pare extract variable, and then pare extract field of that");
        }
        TypeText types = new TypeText(file);
        List<Edit> edits = new ArrayList<>();
        edits.add(declaration(
                file,
                file.attribution().trees().getTypeMirror(path),
                Optional.of((ExpressionTree) path.getLeaf()),
                member,
                type,
                types));
        edits.add(new Edit(file.region(path.getLeaf()), name));
        edits.addAll(types.imports());
        return file.plan(
                        "extract field " + name + " for '" + file.brief(path.getLeaf()) + "', final",
                        edits,
                        Plan.Effects.on(1))
                .naming(file.symbol(file.element(type)) + "#" + name);
    }

    private void checkKind(
            TouchedFile file,
            TreePath path,
            List<? extends StatementTree> row,
            TreePath member,
            TreePath type,
            Place place) {
        VariableTree variable = (VariableTree) path.getLeaf();
        Element element = file.element(path);
        boolean stands = element.getKind() == ElementKind.LOCAL_VARIABLE && (row.contains(variable) || isCounter(path));
        boolean together = row.stream()
                .anyMatch(other -> other != variable
                        && other instanceof VariableTree
                        && file.start(other) == file.start(variable));
        if (!stands || together) {
            throw Required.refused(
                    place,
                    together ? Rule.WHOLE_DECLARATION : Rule.FITS_THE_KIND,
                    "'" + variable.getName() + "' has no statement of its own",
                    "give it a declaration of its own first");
        }
        checkPlace(file, path, member, type, "'" + variable.getName() + "'");
        if (ExtractionContext.namesAny(
                element.asType(), ((ExecutableElement) file.element(member)).getTypeParameters())) {
            throw Required.refused(
                    place, Rule.FITS_THE_KIND, "its type is known in the method only", "leave it where it is");
        }
    }

    private static void checkPlace(TouchedFile file, TreePath path, TreePath member, TreePath type, String what) {
        Place place = file.place(path.getLeaf());
        Tree.Kind kind = type.getLeaf().getKind();
        boolean method = member.getLeaf() instanceof MethodTree tree && tree.getBody() != null;
        if (kind == Tree.Kind.INTERFACE || kind == Tree.Kind.RECORD || !method) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    method ? "an object of this kind has no further fields" : what + " stands in no method",
                    "choose code of a method of a class");
        }
        if (isBeforeTheObject(file, path, (MethodTree) member.getLeaf())) {
            throw Required.refused(
                    place, Rule.FITS_THE_KIND, what + " stands before there is an object", "leave it where it is");
        }
    }

    /** Whether code stands before or in the call of another constructor. */
    private static boolean isBeforeTheObject(TouchedFile file, TreePath path, MethodTree member) {
        return member.getBody().getStatements().stream()
                .filter(ExtractField::isOfConstructor)
                .anyMatch(call -> file.start(path.getLeaf()) < file.end(call));
    }

    private static boolean isOfConstructor(StatementTree statement) {
        return statement instanceof ExpressionStatementTree line
                && line.getExpression() instanceof MethodInvocationTree call
                && call.getMethodSelect().toString().matches("(.*\\.)?(super|this)");
    }

    private static Set<String> fieldsOf(TouchedFile file, TreePath type) {
        return file.attribution().elements().getAllMembers((TypeElement) file.element(type)).stream()
                .filter(one -> one.getKind().isField())
                .map(one -> one.getSimpleName().toString())
                .collect(Collectors.toSet());
    }

    private void checkName(TouchedFile file, Element element, TreePath member, TreePath type, Place place) {
        Set<String> taken = new LinkedHashSet<>(LocalNames.in(member));
        if (element.getSimpleName().contentEquals(name)) {
            taken.remove(name);
            long declared = countDeclared(member);
            if (declared > 1) {
                taken.add(name);
            }
        }
        taken.addAll(fieldsOf(file, type));
        Required.free(taken, name, place);
    }

    private long countDeclared(TreePath member) {
        List<String> found = new ArrayList<>();
        new TreePathScanner<Void, Void>() {
            @Override
            public Void visitVariable(VariableTree tree, Void nothing) {
                if (tree.getName().contentEquals(name)) {
                    found.add(name);
                }
                return super.visitVariable(tree, nothing);
            }
        }.scan(member, null);
        return found.size();
    }

    /** Whether the variable has the same value in all calls and keeps it. */
    private static boolean isPure(TouchedFile file, TreePath path, List<Use> uses) {
        VariableTree variable = (VariableTree) path.getLeaf();
        if (variable.getInitializer() == null || uses.stream().anyMatch(Use::isWritten)) {
            return false;
        }
        TreePath value = new TreePath(path, variable.getInitializer());
        boolean own = Conversion.boxes(file, value, file.element(path).asType())
                && uses.stream().anyMatch(use -> Conversion.isKept(file, use.path()));
        return !own && isConstant(file, value);
    }

    private static boolean isConstant(TouchedFile file, TreePath value) {
        SideEffects evaluation = SideEffects.of(file, value);
        boolean constant = UseFinder.in(file, value, element -> true).stream()
                .allMatch(use -> use.target() instanceof TypeElement
                        || use.target().getKind() == ElementKind.PACKAGE
                        || use.target().getKind() == ElementKind.ENUM_CONSTANT
                        || use.target() instanceof ExecutableElement
                        || use.target() instanceof javax.lang.model.element.VariableElement one
                                && one.getConstantValue() != null);
        return constant
                && evaluation.isStable()
                && !evaluation.fails()
                && evaluation.uses().isEmpty();
    }

    /** Nothing may ask for the value of a call after the call. */
    private static void checkReaders(TouchedFile file, List<Use> uses, SynchronousLambdas functions) {
        for (Use use : uses) {
            if (functions.done(use).isEmpty()) {
                throw refused(use.place(), "'" + use.tree() + "' is read by code that may run later", "leave it local");
            }
        }
    }

    /** While the field holds the value of one call, no other call may come in between. */
    private static void checkCalls(
            TouchedFile file,
            TreePath path,
            List<Use> uses,
            List<? extends StatementTree> row,
            InterveningCalls calls) {
        VariableTree variable = (VariableTree) path.getLeaf();
        int last = uses.stream().mapToInt(use -> file.end(use.tree())).max().orElse(file.end(variable));
        boolean looped = isInLoop(path);
        for (StatementTree statement : row.subList(isCounter(path) ? 0 : row.indexOf(variable), row.size())) {
            if (file.start(statement) > last && !looped) {
                break;
            }
            calls.check(new TreePath(path.getParentPath(), statement));
        }
    }

    private static boolean isInLoop(TreePath path) {
        for (TreePath at = path; at != null; at = at.getParentPath()) {
            if (at.getLeaf().getKind().name().endsWith("LOOP")) {
                return true;
            }
        }
        return false;
    }

    private static RuntimeException refused(Place place, String reason, String wayOut) {
        return Required.refused(place, Rule.KEEPS_EVALUATION, reason, wayOut);
    }

    /**
     * @param value what a final field is set to at once; empty for a field that each call sets
     */
    private Edit declaration(
            TouchedFile file,
            TypeMirror declared,
            Optional<ExpressionTree> value,
            TreePath member,
            TreePath type,
            TypeText types) {
        boolean settled = value.isPresent();
        String written = types.of(declared)
                .orElseThrow(() -> Required.refused(
                        file.place(member.getLeaf()),
                        Rule.FITS_THE_KIND,
                        "its type cannot be written",
                        "leave it local"));
        boolean isStatic = file.element(member).getModifiers().contains(Modifier.STATIC);
        boolean serialised = new Overriding(file.attribution())
                .supertypes((TypeElement) file.element(type)).stream()
                        .anyMatch(one -> one.getQualifiedName().contentEquals("java.io.Serializable"));
        String modifiers = "private " + (isStatic ? "static " : "") + (settled ? "final " : "")
                + (serialised && !isStatic && !settled ? "transient " : "");
        Draft line = new Draft().write(modifiers + written + " " + name);
        if (settled) {
            line.write(" = ");
            if (value.get() instanceof NewArrayTree array && array.getType() == null) {
                line.write("new " + written + " ");
            }
            line.copy(file.source(), file.region(value.get()));
        }
        line.write(";");
        String newline = file.source().lineEnding();
        Optional<? extends Tree> last = ((com.sun.source.tree.ClassTree) type.getLeaf())
                .getMembers().stream()
                        .filter(one -> one instanceof VariableTree
                                && file.end(one) > file.start(one)
                                && file.start(one) >= 0
                                && file.start(one) < file.start(member.getLeaf())
                                && file.element(new TreePath(type, one)).getKind() == ElementKind.FIELD)
                        .reduce((one, other) -> other);
        if (last.isPresent()) {
            Region whole = MemberText.withComments(file, file.region(last.get()));
            String indentation = file.source().indentation(file.start(last.get()));
            return Edit.insert(
                    whole.end(), new Draft().write(newline + indentation).write(line));
        }
        Tree first = ((com.sun.source.tree.ClassTree) type.getLeaf())
                .getMembers().stream()
                        .filter(one -> file.end(one) > file.start(one)
                                && file.start(one) >= 0
                                && !(file.element(new TreePath(type, one)) != null
                                        && file.element(new TreePath(type, one)).getKind()
                                                == ElementKind.ENUM_CONSTANT))
                        .map(Tree.class::cast)
                        .findFirst()
                        .orElse(member.getLeaf());
        Region whole = MemberText.withComments(file, file.region(first));
        String indentation = file.source().indentation(file.start(first));
        return Edit.insert(whole.start(), line.write(newline + newline + indentation));
    }

    private List<Edit> inMethod(TouchedFile file, TreePath path, boolean settled, TypeText types) {
        VariableTree variable = (VariableTree) path.getLeaf();
        Region statement = file.region(variable);
        if (settled || variable.getInitializer() == null) {
            boolean alone = !MemberText.wholeLines(file.source(), statement).equals(statement);
            return List.of(Edit.delete(alone ? MemberText.toDelete(file.source(), statement) : statement));
        }
        boolean array = variable.getInitializer() instanceof NewArrayTree made && made.getType() == null;
        String written = array ? "new " + types.of(file.element(path).asType()).orElseThrow() + " " : "";
        Region head = new Region(statement.start(), file.start(variable.getInitializer()));
        return List.of(new Edit(head, name + " = " + written));
    }
}
