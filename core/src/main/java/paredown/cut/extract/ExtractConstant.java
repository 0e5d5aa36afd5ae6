package paredown.cut.extract;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreeScanner;
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
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeMirror;
import paredown.analysis.effect.SideEffects;
import paredown.analysis.init.ClassInitialisation;
import paredown.code.index.Sources;
import paredown.cut.CutArgument;
import paredown.cut.CutKind;
import paredown.cut.LocalCut;
import paredown.edit.TypeText;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.tree.DeclaredClass;
import paredown.tree.LocalNames;
import paredown.tree.MemberText;
import paredown.tree.RegionName;
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
 * Gives a value that never changes a name: a static final field of the class that it stands in.
 *
 * @param region the expression
 * @param name the constant's name
 * @param visibility {@code private}, {@code package}, {@code protected} or {@code public}
 * @param all whether the same value elsewhere in the class becomes the constant too
 */
public record ExtractConstant(String region, String name, String visibility, boolean all) implements LocalCut {
    public static final CutKind KIND = new CutKind(
            "extract-constant",
            "Give a value that never changes a name: a static final field.",
            "The value must be the same whenever it is computed: literals, constants, and operators over them.",
            List.of(
                    CutArgument.region(),
                    CutArgument.required("name", "NAME", "The constant's name."),
                    CutArgument.visibility(),
                    CutArgument.flag("all", "The same value elsewhere in the class becomes the constant too.")),
            List.of(
                    "src/main/java/meridian/sky/MoonGlare.java:8:16-8:18 --name STRONGEST --all",
                    "src/main/java/meridian/sky/MoonGlare.java:8:16-8:18 --name STRONGEST --visibility package"),
            of -> new ExtractConstant(of.text("region"), of.text("name"), of.visibility(), of.on("all")));

    @Override
    public String kind() {
        return KIND.name();
    }

    @Override
    public String commandLine() {
        return "extract constant " + region + " --name " + name
                + (visibility.equals("private") ? "" : " --visibility " + visibility) + (all ? " --all" : "");
    }

    @Override
    public Path file(Sources sources) {
        return RegionName.parse(region).file(sources);
    }

    @Override
    public Plan worked(Sources sources, Touched touched, TouchedFile file) {
        Required.identifier(name, "a constant");
        Visibility.require(visibility);
        TreePath path =
                ExtractVariable.expression(file, RegionName.parse(region).in(file.source()), true);
        ExpressionTree expression = (ExpressionTree) path.getLeaf();
        Place place = file.place(expression);
        Required.ownFile(sources, file, place);
        TreePath type = home(file, path);
        requireInside(file, path, type);
        checkValue(file, path, type);
        checkName(file, type, place);
        TypeText types = new TypeText(file);
        String written = types.of(file.attribution().trees().getTypeMirror(path))
                .orElseThrow(() -> Required.refused(
                        place, Rule.FITS_THE_KIND, "its type cannot be written", "choose another expression"));
        List<TreePath> same = all ? ExtractVariable.occurrences(file, path, type) : List.of(path);
        List<Edit> edits = new ArrayList<>();
        Edit declaration = declaration(file, path, type, written);
        for (TreePath one : same) {
            boolean early = isInFront(file, one, declaration);
            String qualifier = early ? ((ClassTree) type.getLeaf()).getSimpleName() + "." : "";
            edits.add(new Edit(file.region(one.getLeaf()), qualifier + name));
        }
        requireThere(sources, file, type, same, declaration.region().start());
        edits.add(declaration);
        edits.addAll(types.imports());
        boolean seen = !visibility.equals("private") || ((ClassTree) type.getLeaf()).getKind() == Tree.Kind.INTERFACE;
        return file.plan(
                        "extract constant " + name + " for '" + file.brief(expression) + "'",
                        edits,
                        seen ? Set.of(name) : Set.of(),
                        Plan.Effects.on(same.size()))
                .naming(file.symbol(file.element(type)) + "#" + name);
    }

    /**
     * JLS 8.3.3: a static value in front of the constant, such as that of an enum's constant, can name it only through its class; what
     * stands in an annotation can name it all the same.
     */
    private static boolean isInFront(TouchedFile file, TreePath place, Edit declaration) {
        TreePath member = Scopes.member(place);
        boolean inValue = member.getLeaf() instanceof VariableTree field
                && Scopes.isWithin(place, field.getInitializer())
                && file.element(member).getModifiers().contains(Modifier.STATIC);
        return inValue
                && isOfTheCompiler(file, place)
                && file.start(place.getLeaf()) < declaration.region().start();
    }

    /** The innermost class around that can hold static fields in every version of the language. */
    private static TreePath home(TouchedFile file, TreePath path) {
        TreePath found = null;
        for (TreePath at = path.getParentPath(); at != null; at = at.getParentPath()) {
            if (at.getLeaf() instanceof ClassTree && file.element(at) instanceof TypeElement type) {
                found = at;
                boolean top = type.getNestingKind() == NestingKind.TOP_LEVEL;
                boolean member = type.getNestingKind() == NestingKind.MEMBER
                        && (type.getModifiers().contains(Modifier.STATIC) || type.getKind() != ElementKind.CLASS);
                if (top || member) {
                    return at;
                }
            }
        }
        return found;
    }

    /** JLS 6.3: the members of a class are not in scope in the annotations above it. */
    private static void requireInside(TouchedFile file, TreePath path, TreePath type) {
        for (TreePath at = path; at.getLeaf() != type.getLeaf(); at = at.getParentPath()) {
            if (at.getLeaf() == ((ClassTree) type.getLeaf()).getModifiers()) {
                throw Required.refused(
                        file.place(path.getLeaf()),
                        Rule.REACHABLE,
                        "'" + file.brief(path.getLeaf()) + "' stands in an annotation of the class itself",
                        "write the constant into another class by hand");
            }
        }
    }

    private static void checkValue(TouchedFile file, TreePath path, TreePath type) {
        Place place = file.place(path.getLeaf());
        String text = file.brief(path.getLeaf());
        SideEffects value = SideEffects.of(file, path);
        for (Use use : UseFinder.in(file, path, element -> true)) {
            Element target = use.target();
            boolean instance = target.getEnclosingElement() instanceof TypeElement
                    && !target.getModifiers().contains(Modifier.STATIC)
                    && (target.getKind() == ElementKind.FIELD || target.getKind() == ElementKind.METHOD)
                    && use.form() != Use.Form.EXPRESSION;
            boolean local = !(target.getEnclosingElement() instanceof TypeElement)
                    && target instanceof VariableElement
                    && !target.getKind().isField();
            boolean parameter = target.getKind() == ElementKind.TYPE_PARAMETER;
            if (instance || local || parameter) {
                throw Required.refused(
                        place,
                        Rule.KEEPS_EVALUATION,
                        "'" + text + "' is no constant: '" + target.getSimpleName() + "' belongs to "
                                + (instance ? "an object" : "a method or a type"),
                        "pare extract variable");
            }
            boolean late = target.getKind() == ElementKind.FIELD
                    && ((VariableElement) target).getConstantValue() == null
                    && file.attribution().trees().getTree(target) != null;
            if (late) {
                throw Required.refused(
                        place,
                        Rule.KEEPS_INITIALISATION_ORDER,
                        "'" + target.getSimpleName() + "' may get its value later than the constant",
                        "pare extract variable");
            }
        }
        boolean own = file.text(path.getLeaf()).matches("(?s).*\\b(this|super)\\b.*");
        if (!value.isStable() || value.fails() || own) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_EVALUATION,
                    "'" + text + "' is no constant: it "
                            + (value.allocates() && !value.writes()
                                    ? "gives an object of its own each time"
                                    : value.fails() && value.isStable()
                                            ? "may fail, and would do so when the class is initialised"
                                            : "hangs on the moment"),
                    "pare extract variable");
        }
    }

    /** What a class starts with may come to code that asks for the constant; one of the compiler's is there at once. */
    private static void requireThere(Sources sources, TouchedFile file, TreePath type, List<TreePath> same, int place) {
        Optional<DeclaredClass> home = DeclaredClass.find(file, file.symbol(file.element(type)));
        if (home.isEmpty() || isOfTheCompiler(file, same.get(0))) {
            return;
        }
        Set<String> users = same.stream()
                .map(one -> Scopes.outermostMember(one))
                .map(file::element)
                .filter(ExecutableElement.class::isInstance)
                .map(file::symbol)
                .collect(Collectors.toSet());
        if (new ClassInitialisation(sources, home.get()).comesTo(place, users)) {
            throw Required.refused(
                    file.place(same.get(0).getLeaf()),
                    Rule.KEEPS_INITIALISATION_ORDER,
                    "'" + file.brief(same.get(0).getLeaf()) + "' is asked for while "
                            + home.get().simpleName() + " is initialised, before the constant has its value",
                    "pare extract variable");
        }
    }

    /** Whether a value that is stable is worked out by the compiler (JLS 15.29). */
    private static boolean isOfTheCompiler(TouchedFile file, TreePath path) {
        TypeMirror type = file.attribution().trees().getTypeMirror(path);
        boolean called = Boolean.TRUE.equals(
                new TreeScanner<Boolean, Void>() {
                    @Override
                    public Boolean visitMethodInvocation(MethodInvocationTree tree, Void nothing) {
                        return true;
                    }

                    @Override
                    public Boolean visitNewClass(NewClassTree tree, Void nothing) {
                        return true;
                    }

                    @Override
                    public Boolean reduce(Boolean one, Boolean other) {
                        return Boolean.TRUE.equals(one) || Boolean.TRUE.equals(other);
                    }
                }.scan(path.getLeaf(), null));
        return !called
                && type != null
                && (type.getKind().isPrimitive() || type.toString().equals("java.lang.String"));
    }

    private void checkName(TouchedFile file, TreePath type, Place place) {
        Set<String> taken = new LinkedHashSet<>(LocalNames.in(type));
        TypeElement element = (TypeElement) file.element(type);
        file.attribution().elements().getAllMembers(element).stream()
                .filter(member -> member.getKind().isField())
                .forEach(member -> taken.add(member.getSimpleName().toString()));
        Required.free(taken, name, place);
    }

    /** Behind the constants that are there, so that it comes before what is computed; first where there are none. */
    private Edit declaration(TouchedFile file, TreePath path, TreePath type, String written) {
        ClassTree tree = (ClassTree) type.getLeaf();
        boolean implied = tree.getKind() == Tree.Kind.INTERFACE || tree.getKind() == Tree.Kind.ANNOTATION_TYPE;
        String newline = file.source().lineEnding();
        Draft line = new Draft()
                .write((implied ? "" : Visibility.text(visibility) + "static final ") + written + " " + name + " = ")
                .copy(file.source(), file.region(path.getLeaf()))
                .write(";");
        Optional<VariableTree> last = lastOfLeadingConstants(file, tree);
        if (last.isPresent()) {
            Region whole = MemberText.withComments(file, file.region(last.get()));
            String indentation = file.source().indentation(file.start(last.get()));
            return Edit.insert(
                    whole.end(), new Draft().write(newline + indentation).write(line));
        }
        Optional<? extends Tree> first = tree.getMembers().stream()
                .filter(member -> isWritten(file, member) && !isInHeader(file, new TreePath(type, member)))
                .findFirst();
        if (first.isEmpty()) {
            throw Required.refused(
                    file.place(tree),
                    Rule.FITS_THE_KIND,
                    "'" + tree.getSimpleName() + "' has no members to put a constant beside",
                    "write the constant by hand");
        }
        Region whole = MemberText.withComments(file, file.region(first.get()));
        String indentation = file.source().indentation(whole.start());
        boolean field = first.get() instanceof VariableTree;
        return Edit.insert(
                whole.start(), new Draft().write(line).write(newline + (field ? "" : newline) + indentation));
    }

    private static boolean isWritten(TouchedFile file, Tree member) {
        return file.start(member) >= 0 && file.end(member) > file.start(member);
    }

    /** Constants of an enum and components of a record stand before all other members. */
    private static boolean isInHeader(TouchedFile file, TreePath member) {
        Element element = file.element(member);
        boolean component = element != null
                && element.getKind() == ElementKind.FIELD
                && element.getEnclosingElement().getKind() == ElementKind.RECORD
                && !element.getModifiers().contains(Modifier.STATIC);
        return component || element != null && element.getKind() == ElementKind.ENUM_CONSTANT;
    }

    private static Optional<VariableTree> lastOfLeadingConstants(TouchedFile file, ClassTree tree) {
        VariableTree last = null;
        for (Tree member : tree.getMembers()) {
            if (!isWritten(file, member)) {
                continue;
            }
            boolean constant = member instanceof VariableTree field
                    && (field.getModifiers().getFlags().containsAll(Set.of(Modifier.STATIC, Modifier.FINAL))
                                    && isPlain(field)
                            || tree.getKind() == Tree.Kind.INTERFACE && isPlain(field));
            if (!constant) {
                break;
            }
            last = (VariableTree) member;
        }
        return Optional.ofNullable(last);
    }

    /** A value that cannot run code which might want the new constant. */
    private static boolean isPlain(VariableTree field) {
        return field.getInitializer() instanceof com.sun.source.tree.LiteralTree;
    }
}
