package paredown.cut.extract;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TypeParameterTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import paredown.analysis.flow.DataFlow;
import paredown.code.index.Sources;
import paredown.cut.CutArgument;
import paredown.cut.CutKind;
import paredown.cut.LocalCut;
import paredown.edit.Indentation;
import paredown.edit.TypeText;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
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
 * Gives statements in a row, or an expression, a method of their own below the one that they stand in.
 *
 * @param region what becomes the method's body
 * @param name the method's name
 * @param visibility {@code private}, {@code package}, {@code protected} or {@code public}
 * @param duplicates whether the same code elsewhere in the class becomes a call too
 */
public record ExtractMethod(String region, String name, String visibility, boolean duplicates) implements LocalCut {
    public static final CutKind KIND = new CutKind(
            "extract-method",
            "Give statements in a row, or an expression, a method of their own.",
            "Parameters and result follow from what the code reads and what is used of it afterwards. The method comes below the one that the code stood in.",
            List.of(
                    CutArgument.region(),
                    CutArgument.required("name", "NAME", "The method's name."),
                    CutArgument.visibility(),
                    CutArgument.flag(
                            "all",
                            "The same code elsewhere in the class, local variables renamed, becomes a call too.")),
            List.of(
                    "src/main/java/meridian/plan/PlanReport.java:17-22 --name appendBlocks",
                    "src/main/java/meridian/sky/Coordinates.java:35:21-35:43 --name radians --all --preview"),
            of -> new ExtractMethod(of.text("region"), of.text("name"), of.visibility(), of.on("all")));

    @Override
    public String kind() {
        return KIND.name();
    }

    @Override
    public String commandLine() {
        return "extract method " + region + " --name " + name
                + (visibility.equals("private") ? "" : " --visibility " + visibility)
                + (duplicates ? " --all" : "");
    }

    @Override
    public Path file(Sources sources) {
        return RegionName.parse(region).file(sources);
    }

    @Override
    public Plan worked(Sources sources, Touched touched, TouchedFile file) {
        Required.identifier(name, "a method");
        Visibility.require(visibility);
        Selection selection = Selection.of(file, RegionName.parse(region).in(file.source()));
        Place place = file.place(selection.region().start());
        Required.ownFile(sources, file, place);
        List<TreePath> code = code(selection, place);
        return new Extracted(file, code, place, SeveralResults.areRecordsKnown(sources, file)).plan();
    }

    private static List<TreePath> code(Selection selection, Place place) {
        if (!selection.statements().isEmpty()) {
            TreePath block = selection.block().orElseThrow();
            return selection.statements().stream()
                    .map(one -> new TreePath(block, one))
                    .toList();
        }
        if (selection.expression().isEmpty()) {
            selection.cutThrough().ifPresent(through -> {
                TouchedFile file = selection.file();
                int first = file.source().line(file.start(through));
                int last = file.source().line(file.end(through));
                throw Required.refused(
                        file.place(through),
                        Rule.FITS_THE_KIND,
                        "the stretch cuts through '" + file.brief(through) + "', lines " + first + " to " + last,
                        "take all of that, or only what is inside");
            });
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "the stretch is neither whole statements of one block nor a whole expression",
                    "name whole lines, such as File.java:12-30");
        }
        return List.of(ExtractVariable.expression(selection.file(), selection.region()));
    }

    /** One extraction, worked out. */
    private final class Extracted {
        private final TouchedFile file;
        private final List<TreePath> code;
        private final Place place;
        private final DataFlow flow;
        private final TypeText types;
        private final TreePath member;
        private final TreePath type;
        private final ExtractionContext surroundings;
        private final boolean expression;
        private final boolean records;
        private final List<Element> results;
        private final Optional<Element> result;
        private final Optional<SeveralResults> several;
        private final boolean leaves;
        private final Optional<Guard> guard;
        private final List<Edit> edits = new ArrayList<>();
        private final List<Edit> inside = new ArrayList<>();
        private final List<Duplicate> same;
        private final List<String> left;
        private final List<LiteralParameter> given;

        /**
         * @param records whether the language has records here
         */
        Extracted(TouchedFile file, List<TreePath> code, Place place, boolean records) {
            this.records = records;
            this.file = file;
            this.code = code;
            this.place = place;
            this.flow = new DataFlow(file, code);
            this.types = new TypeText(file);
            this.member = Scopes.member(code.get(0));
            this.type = Scopes.type(member);
            this.surroundings = new ExtractionContext(file, code, member, type);
            this.expression = code.get(0).getLeaf() instanceof ExpressionTree;
            checkJumps();
            this.leaves = !flow.returns().isEmpty();
            this.guard = leaves && !flow.neverEnds() && !isEndOfVoidMethod() ? guard() : Optional.empty();
            this.results = results();
            this.result = results.size() == 1 ? Optional.of(results.get(0)) : Optional.empty();
            this.several = results.size() > 1
                    ? Optional.of(SeveralResults.of(name, results, LocalNames.in(member)))
                    : Optional.empty();
            Duplicates search = new Duplicates(file, code, flow, type);
            this.same = duplicates && several.isEmpty() ? search.found() : List.of();
            this.left = search.left();
            this.given = LiteralParameter.of(file, code, same, taken());
        }

        /** Names that a further parameter cannot have. */
        private Set<String> taken() {
            Set<String> taken = LocalNames.inAndInherited(file, member);
            code.forEach(path -> UseFinder.in(file, path, one -> one.getKind().isField())
                    .forEach(use -> taken.add(use.target().getSimpleName().toString())));
            return taken;
        }

        Plan plan() {
            checkName();
            checkPlace();
            checkRoom();
            List<Element> parameters = flow.parameters();
            boolean isStatic = surroundings.wantStatic();
            Draft method = method(parameters, isStatic);
            String newline = file.source().lineEnding();
            Region whole = MemberText.withComments(file, file.region(member.getLeaf()));
            edits.add(Edit.insert(
                    whole.end(),
                    new Draft()
                            .write(newline + newline)
                            .write(method)
                            .write(several.map(this::declared).orElse(""))));
            edits.add(new Edit(region(), call(parameters)));
            // What is used behind the code and was declared in it is declared by the call now.
            results.stream().filter(flow.declared()::contains).forEach(one -> rebind(one, region()));
            for (Duplicate one : same) {
                edits.add(new Edit(one.region(), one.call(name, parameters, given, result, types)));
                result.map(one.counterparts()::get)
                        .filter(one.flow().declared()::contains)
                        .ifPresent(own -> rebind(own, one.region()));
            }
            int places = 1 + same.size();
            int count = parameters.size() + given.size();
            edits.addAll(types.imports());
            String symbol = file.symbol(file.element(type)) + "#" + name + "(" + erased(parameters) + ")";
            ChangeSet.Change change = new ChangeSet.Change(
                    file.source().path(), ChangeSet.Kind.EDITED, file.source(), Optional.of(file.edited(edits)));
            return new Plan(
                    "extract method " + name + " from " + memberName() + ", " + count
                            + (count == 1 ? " parameter" : " parameters")
                            + several.map(record -> ", gives back a new record " + record.type())
                                    .orElse("")
                            + (places > 1 ? ", called in " + places + " places" : ""),
                    new ChangeSet(List.of(change)),
                    Map.of(),
                    Set.of(symbol),
                    visibility.equals("private") ? Set.of() : Set.of(name),
                    new Plan.Effects(
                            places,
                            List.of(),
                            List.of(),
                            left.stream().map(one -> "left as it is, " + one).toList()));
        }

        private String memberName() {
            Element element = file.element(member);
            return element == null
                    ? "an initialiser"
                    : element.getKind() == ElementKind.CONSTRUCTOR
                            ? "a constructor"
                            : element.getSimpleName().toString();
        }

        private String erased(List<Element> parameters) {
            return Stream.concat(
                            parameters.stream()
                                    .map(one -> file.attribution()
                                            .types()
                                            .erasure(one.asType())
                                            .toString()),
                            given.stream().map(one -> one.type().replace("String", "java.lang.String")))
                    .collect(Collectors.joining(","));
        }

        private void checkJumps() {
            if (!flow.jumps().isEmpty()) {
                throw refused(
                        flow.jumps().get(0),
                        "'" + file.text(flow.jumps().get(0)) + "' leads out of the code",
                        "take all of the loop or the switch along");
            }
        }

        private RuntimeException refused(Tree where, String reason, String wayOut) {
            return Required.refused(file.place(where), Rule.FITS_THE_KIND, reason, wayOut);
        }

        private List<Element> results() {
            List<Element> results = flow.results();
            Tree last = code.get(code.size() - 1).getLeaf();
            if (results.size() > 1) {
                SeveralResults.require(file, place, member, type, name, results, records);
            }
            if (expression && !results.isEmpty()) {
                throw refused(
                        last,
                        "'" + results.get(0).getSimpleName() + "' is given a value in it",
                        "take the whole statement");
            }
            results.stream()
                    .filter(one -> !flow.declared().contains(one) && flow.isAskedForAfterFailure(one))
                    .findFirst()
                    .ifPresent(one -> {
                        throw Required.refused(
                                place,
                                Rule.KEEPS_EVALUATION,
                                "'" + one.getSimpleName()
                                        + "' would keep its old value where the code fails, and it is read after that",
                                "take the whole try along");
                    });
            return leaves && flow.neverEnds() ? List.of() : results;
        }

        /** The record of several results, a member beside the method. */
        private String declared(SeveralResults results) {
            String newline = file.source().lineEnding();
            String indentation = file.source().indentation(file.start(member.getLeaf()));
            return newline
                    + newline
                    + indentation
                    + results.declaration(
                            Visibility.text(visibility), one -> written(one.asType(), "'" + one.getSimpleName() + "'"));
        }

        private Optional<Guard> guard() {
            Optional<Guard> found = Guard.of(file, flow.returns());
            if (found.isEmpty() || !flow.results().isEmpty()) {
                throw refused(
                        flow.returns().get(0),
                        found.isEmpty()
                                ? "the code returns on some paths, not always the same, and continues on others"
                                : "the code returns on some paths, and where it goes on '"
                                        + flow.results().get(0).getSimpleName() + "' is used",
                        "take along all that follows, up to the last return");
            }
            return found;
        }

        /** Whether nothing comes behind the code in its method, and the method gives nothing. */
        private boolean isEndOfVoidMethod() {
            TreePath block = code.get(0).getParentPath();
            List<? extends StatementTree> row =
                    Scopes.statements(block.getLeaf()).orElse(List.of());
            boolean last = !row.isEmpty()
                    && row.get(row.size() - 1) == code.get(code.size() - 1).getLeaf();
            return last
                    && block.getParentPath().getLeaf() instanceof MethodTree method
                    && method.getBody() == block.getLeaf()
                    && flow.results().isEmpty()
                    && (method.getReturnType() == null
                            || method.getReturnType().toString().equals("void"));
        }

        private void checkName() {
            TypeElement element = (TypeElement) file.element(type);
            int count = flow.parameters().size() + given.size();
            boolean taken = file.attribution().elements().getAllMembers(element).stream()
                    .anyMatch(one -> one.getKind() == ElementKind.METHOD
                            && one.getSimpleName().contentEquals(name)
                            && (((ExecutableElement) one).getParameters().size() == count
                                    || ((ExecutableElement) one).isVarArgs()));
            if (taken) {
                throw Required.refused(
                        place,
                        Rule.NAME_IS_FREE,
                        "there is a method '" + name + "' with " + count + (count == 1 ? " parameter" : " parameters"),
                        "choose another with --name");
            }
        }

        private void checkPlace() {
            if (!(member.getLeaf() instanceof MethodTree
                    || member.getLeaf() instanceof BlockTree
                    || member.getLeaf() instanceof VariableTree)) {
                throw refused(code.get(0).getLeaf(), "no method stands around it", "choose code of a method");
            }
            TypeElement owner = (TypeElement) file.element(type);
            if (owner.getKind() == ElementKind.ANNOTATION_TYPE) {
                throw refused(code.get(0).getLeaf(), "an annotation type holds no code", "choose code of a method");
            }
            for (TreePath path : code) {
                boolean constructor = path.getLeaf() instanceof ExpressionStatementTree statement
                        && ExtractionContext.isConstructorCall(statement.getExpression());
                if (constructor) {
                    throw refused(
                            path.getLeaf(), "the call of another constructor must stay where it is", "leave it out");
                }
            }
            Set<Element> locals = new LinkedHashSet<>();
            code.forEach(path -> UseFinder.in(
                            file,
                            path,
                            one -> one instanceof TypeElement local && local.getNestingKind() == NestingKind.LOCAL)
                    .forEach(use -> locals.add(use.target())));
            locals.stream()
                    .filter(local -> !surroundings.declares(local) && !isAround(local))
                    .findFirst()
                    .ifPresent(local -> {
                        throw refused(
                                code.get(0).getLeaf(),
                                "'" + local.getSimpleName() + "' is a class of this method only",
                                "make it a member first");
                    });
        }

        /** Where one statement stands, only one can stand in its place; and an else behind it must not come to a new if. */
        private void checkRoom() {
            Tree one = code.get(0).getLeaf();
            boolean branch = one instanceof StatementTree
                    && Scopes.isBranch(one, code.get(0).getParentPath().getLeaf());
            boolean goesOn = leaves && resultType().getKind() == TypeKind.VOID;
            if (branch && (guard.isPresent() || several.isPresent() || goesOn)) {
                throw refused(one, "the statement is a branch without braces", "put braces around it first");
            }
        }

        private boolean isAround(Element local) {
            return Scopes.isWithin(code.get(0), file.attribution().trees().getTree((TypeElement) local));
        }

        private Region region() {
            if (expression) {
                return file.region(code.get(0).getLeaf());
            }
            Region first = MemberText.withComments(file, file.region(code.get(0).getLeaf()));
            Region last = MemberText.withComments(
                    file, file.region(code.get(code.size() - 1).getLeaf()));
            return new Region(first.start(), last.end());
        }

        private TypeMirror resultType() {
            if (expression) {
                return file.attribution().trees().getTypeMirror(code.get(0));
            }
            if (guard.isPresent()) {
                return file.attribution().types().getPrimitiveType(TypeKind.BOOLEAN);
            }
            if (leaves && result.isEmpty()) {
                return ((ExecutableElement) file.element(methodAround())).getReturnType();
            }
            return result.map(Element::asType).orElse(file.attribution().types().getNoType(TypeKind.VOID));
        }

        private TreePath methodAround() {
            for (TreePath at = code.get(0); at != member.getParentPath(); at = at.getParentPath()) {
                if (at.getLeaf() instanceof com.sun.source.tree.LambdaExpressionTree) {
                    throw refused(
                            code.get(0).getLeaf(),
                            "the code returns from a lambda",
                            "take the lambda's body as an expression");
                }
            }
            return member;
        }

        private String written(TypeMirror one, String what) {
            return types.of(one)
                    .orElseThrow(() -> refused(
                            code.get(0).getLeaf(),
                            "the type of " + what + " cannot be written: " + one,
                            "declare a variable of a type with a name first"));
        }

        private Draft method(List<Element> parameters, boolean isStatic) {
            String newline = file.source().lineEnding();
            String indentation = file.source().indentation(file.start(member.getLeaf()));
            String unit = unit();
            String list = Stream.concat(
                            parameters.stream()
                                    .map(one -> written(one.asType(), "'" + one.getSimpleName() + "'") + " "
                                            + one.getSimpleName()),
                            given.stream().map(one -> one.type() + " " + one.name()))
                    .collect(Collectors.joining(", "));
            List<TypeMirror> exceptions = Thrown.by(file, code);
            String thrown =
                    exceptions.stream().map(one -> written(one, "an exception")).collect(Collectors.joining(", "));
            boolean isInterface = type.getLeaf().getKind() == Tree.Kind.INTERFACE;
            boolean isDefault = isInterface && !isStatic && !visibility.equals("private");
            String modifiers =
                    Visibility.text(visibility) + (isDefault ? "default " : "") + (isStatic ? "static " : "");
            String generic = typeParameters(parameters, exceptions, isStatic);
            Draft draft = new Draft()
                    .write(indentation + modifiers + generic
                            + several.map(SeveralResults::type).orElseGet(() -> written(resultType(), "the result"))
                            + " " + name + "("
                            + list + ")" + (thrown.isEmpty() ? "" : " throws " + thrown) + " {" + newline);
            parameters.forEach(this::keepName);
            flow.empty().forEach(this::keepName);
            flow.assignedFirst().forEach(this::declareInside);
            guard.ifPresent(one -> inside.addAll(one.insideMethod()));
            given.forEach(one -> one.offsets()
                    .forEach(at ->
                            inside.add(new Edit(new Region(at, at + one.text().length()), one.name()))));
            String inner = indentation + unit;
            if (expression) {
                draft.write(inner + "return ")
                        .copy(file.source(), bare(), inside)
                        .write(";" + newline);
            } else {
                Region text = region();
                String from = file.source().indentation(text.start());
                for (Element variable : flow.empty()) {
                    String type = written(variable.asType(), "'" + variable.getSimpleName() + "'");
                    draft.write(inner + type + " " + variable.getSimpleName() + ";" + newline);
                }
                draft.write(inner)
                        .copy(file.source(), text, Indentation.shifted(file, text, from, inner, inside))
                        .write(newline);
                guard.ifPresent(one -> draft.write(inner + one.end() + newline));
                result.ifPresent(one -> draft.write(inner + "return " + one.getSimpleName() + ";" + newline));
                several.ifPresent(one -> draft.write(inner + one.given() + newline));
            }
            return draft.write(indentation + "}");
        }

        private Region bare() {
            Tree tree = code.get(0).getLeaf();
            while (tree instanceof com.sun.source.tree.ParenthesizedTree parenthesized) {
                tree = parenthesized.getExpression();
            }
            return file.region(tree);
        }

        private String unit() {
            String indentation = file.source().indentation(file.start(member.getLeaf()));
            String outer = file.source().indentation(file.start(type.getLeaf()));
            return indentation.startsWith(outer) && indentation.length() > outer.length()
                    ? indentation.substring(outer.length())
                    : file.source().indentationUnit();
        }

        /** The name means the new parameter now; written anew, so that the audit does not take it for the old variable. */
        private void keepName(Element variable) {
            flow.uses(variable)
                    .forEach(use -> inside.add(new Edit(
                            file.region(use.tree()), variable.getSimpleName().toString())));
        }

        private void declareInside(Element variable) {
            ExpressionStatementTree first = flow.firstAssignment(variable);
            String text = written(variable.asType(), "'" + variable.getSimpleName() + "'");
            for (Use use : flow.uses(variable)) {
                boolean declares = file.start(use.tree()) == file.start(first);
                inside.add(new Edit(file.region(use.tree()), (declares ? text + " " : "") + variable.getSimpleName()));
            }
        }

        private void rebind(Element variable, Region region) {
            TreePath around = Scopes.outermostMember(file.attribution().trees().getPath(variable));
            UseFinder.in(file, around, variable::equals).stream()
                    .filter(use -> !region.contains(file.region(use.tree())))
                    .forEach(use -> edits.add(new Edit(
                            file.region(use.tree()), variable.getSimpleName().toString())));
        }

        private Draft call(List<Element> parameters) {
            String arguments = Stream.concat(
                            parameters.stream().map(one -> one.getSimpleName().toString()),
                            given.stream().map(LiteralParameter::text))
                    .collect(Collectors.joining(", "));
            String call = name + "(" + arguments + ")";
            if (expression) {
                return new Draft().write(call);
            }
            if (guard.isPresent()) {
                String indentation = file.source().indentation(region().start());
                return guard.get().call(call, indentation, unit());
            }
            if (leaves) {
                boolean gives = resultType().getKind() != TypeKind.VOID;
                if (gives) {
                    return new Draft().write("return " + call + ";");
                }
                String newline = file.source().lineEnding();
                return new Draft()
                        .write(call + ";")
                        .write(
                                isEndOfVoidMethod()
                                        ? ""
                                        : newline + file.source().indentation(region().start()) + "return;");
            }
            String next = file.source().lineEnding() + file.source().indentation(region().start());
            return new Draft()
                    .write(several.map(one -> one.taken(call, this::assigned, next))
                            .orElseGet(() -> result.map(this::assigned).orElse("") + call + ";"));
        }

        private String assigned(Element variable) {
            boolean isNew = flow.declared().contains(variable);
            return (isNew ? written(variable.asType(), "the result") + " " : "") + variable.getSimpleName() + " = ";
        }

        /** Type parameters of the method around, and of the class for a static one, that the new method names. */
        private String typeParameters(List<Element> parameters, List<TypeMirror> exceptions, boolean isStatic) {
            Set<String> named = new LinkedHashSet<>();
            for (TreePath path : code) {
                UseFinder.in(file, path, one -> one.getKind() == ElementKind.TYPE_PARAMETER)
                        .forEach(use -> named.add(use.target().getSimpleName().toString()));
            }
            String signature =
                    parameters.stream().map(one -> one.asType().toString()).collect(Collectors.joining(" ")) + " "
                            + resultType() + " " + exceptions;
            List<TypeParameterTree> declared = new ArrayList<>();
            if (member.getLeaf() instanceof MethodTree method) {
                declared.addAll(method.getTypeParameters());
            }
            if (isStatic && !(member.getLeaf() instanceof MethodTree)) {
                return "";
            }
            if (isStatic && !file.element(member).getModifiers().contains(Modifier.STATIC)) {
                declared.addAll(((ClassTree) type.getLeaf()).getTypeParameters());
            }
            List<TypeParameterTree> used = new ArrayList<>();
            boolean grew = true;
            while (grew) {
                grew = false;
                for (TypeParameterTree one : declared) {
                    String wanted = "\\b" + one.getName() + "\\b";
                    boolean isUsed = named.contains(one.getName().toString())
                            || signature.matches("(?s).*" + wanted + ".*")
                            || used.stream().anyMatch(other -> other.toString().matches("(?s).*" + wanted + ".*"));
                    if (isUsed && !used.contains(one)) {
                        used.add(one);
                        grew = true;
                    }
                }
            }
            return used.isEmpty()
                    ? ""
                    : declared.stream()
                            .filter(used::contains)
                            .map(file::text)
                            .collect(Collectors.joining(", ", "<", "> "));
        }
    }
}
