package paredown.cut.inline;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.util.TreePath;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import paredown.analysis.effect.SideEffects;
import paredown.analysis.init.ClassInitialisation;
import paredown.analysis.init.ObjectInitialisation;
import paredown.analysis.init.SuperConstructorCalls;
import paredown.code.compile.PlatformHooks;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.cut.Cut;
import paredown.cut.CutArgument;
import paredown.cut.CutKind;
import paredown.cut.FrameworkRole;
import paredown.edit.Converted;
import paredown.edit.Declarations;
import paredown.edit.EditSet;
import paredown.edit.Transplant;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.MemberName;
import paredown.tree.Required;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.tree.TypeName;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Place;
import paredown.verdict.Plan;
import paredown.verdict.RefusedException;
import paredown.verdict.Rule;
import paredown.verdict.Verdict;

/**
 * Puts the value of a field that never changes wherever the field is read, and takes the field away.
 *
 * @param member {@code Type#field}
 */
public record InlineField(String member) implements Cut {
    public static final CutKind KIND = new CutKind(
            "inline-field",
            "Put the value of a constant field wherever it is read, and take the field away.",
            "The value must be a literal, or made of literals and constants, and never assigned again. A field that nothing reads just goes.",
            List.of(CutArgument.subject("member", "MEMBER", "The field, as Type#field.")),
            List.of("'DewPoint#A'", "'meridian.time.TimeLedger#COMPENSATED_SHARE' --yes --tests all"),
            of -> new InlineField(of.text("member")));

    @Override
    public String kind() {
        return KIND.name();
    }

    @Override
    public String commandLine() {
        return "inline field '" + member + "'";
    }

    @Override
    public Set<String> words(Sources sources) {
        TypeName.resolve(sources, MemberName.parse(member).type());
        return Set.of(MemberName.parse(member).simple());
    }

    /** A name that nobody has stands nowhere: which ones would have been near is read in the class itself. */
    @Override
    public Collection<Path> further(Sources sources) {
        return List.of(TypeName.file(
                sources, TypeName.resolve(sources, MemberName.parse(member).type())));
    }

    @Override
    public Collection<Path> users(CodeBase code) {
        MemberName name = MemberName.parse(member);
        String type = TypeName.resolve(code.sources(), name.type());
        Set<Path> files = new LinkedHashSet<>(code.filesUsing(List.of(type + "#" + name.simple())));
        files.add(TypeName.file(code.sources(), type));
        return files;
    }

    @Override
    public Verdict plan(Sources sources, Touched touched) {
        try {
            return worked(sources, touched);
        } catch (RefusedException e) {
            return e.refusal();
        }
    }

    private Plan worked(Sources sources, Touched touched) {
        MemberName name = MemberName.parse(member);
        DeclaredClass owner = name.owner(sources, touched);
        Member field = name.in(owner);
        TouchedFile file = owner.file();
        Place place = file.place(field.tree());
        Required.ownFile(sources, file, place);
        checkKind(owner, field, place);
        List<Use> uses = new ArrayList<>();
        for (TouchedFile one : touched.files()) {
            uses.addAll(UseFinder.in(
                    one,
                    element -> element.getKind() == ElementKind.FIELD
                            && one.symbol(element).equals(field.symbol())));
        }
        checkValue(sources, touched, owner, field, uses);
        EditSet edits = new EditSet();
        Set<String> words = new LinkedHashSet<>();
        for (Use use : uses) {
            Required.ownFile(sources, use.file(), use.place());
            edits.add(use.file(), new Edit(use.file().region(use.tree()), value(owner, field, use, edits, words)));
        }
        edits.dropStaticImports(touched, field.symbol());
        edits.add(file, Declarations.removal(owner, field));
        words.add(field.name());
        return new Plan(
                "inline field " + field.name() + " of " + owner.simpleName() + ", read in " + uses.size()
                        + (uses.size() == 1 ? " place" : " places"),
                new ChangeSet(edits.changes()),
                Map.of(),
                Set.of(),
                words,
                new Plan.Effects(uses.size(), List.of(), edits.visibility(), List.of()));
    }

    private static void checkKind(DeclaredClass owner, Member field, Place place) {
        if (!field.isField() || field.element().getKind() == ElementKind.ENUM_CONSTANT) {
            throw Required.refused(place, Rule.FITS_THE_KIND, "'" + field.spelling() + "' is no field", "name a field");
        }
        if (owner.element().getKind() == ElementKind.RECORD && !field.isStatic()) {
            throw Required.refused(
                    place, Rule.FITS_THE_KIND, "'" + field.name() + "' is a component of a record", "keep it");
        }
        if (owner.sharesDeclaration(field)) {
            throw Required.refused(
                    place,
                    Rule.WHOLE_DECLARATION,
                    "'" + field.name() + "' is declared together with others",
                    "give it a declaration of its own first");
        }
        FrameworkRole.requireNone(owner.file(), field.element(), place, "keep it");
    }

    private static void requireNoEffect(Member field, SideEffects evaluation, Place place) {
        if (evaluation.writes() || evaluation.fails()) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_EVALUATION,
                    "nothing reads '" + field.name() + "', but computing its value may do something",
                    "move what it does to where it belongs first");
        }
    }

    private static void checkValue(
            Sources sources, Touched touched, DeclaredClass owner, Member field, List<Use> uses) {
        TouchedFile file = owner.file();
        Place place = file.place(field.tree());
        ExpressionTree value = field.fieldTree().getInitializer();
        uses.stream().filter(Use::isWritten).findFirst().ifPresent(use -> {
            throw Required.refused(
                    use.place(),
                    Rule.KEEPS_EVALUATION,
                    "'" + field.name() + "' is assigned here",
                    "inline fields that keep their first value");
        });
        SideEffects evaluation = value == null
                ? SideEffects.NONE
                : SideEffects.of(
                        file, new TreePath(field.path(), value), field.element().asType(), uses);
        if (uses.isEmpty()) {
            requireNoEffect(field, evaluation, place);
            return;
        }
        if (value == null) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + field.name() + "' has no value where it is declared",
                    "inline fields with a value");
        }
        boolean compiledIn = ((VariableElement) field.element()).getConstantValue() != null;
        boolean constant = compiledIn
                || !evaluation.allocates()
                        && !evaluation.fails()
                        && isConstant(file, new TreePath(field.path(), value));
        boolean shared =
                evaluation.allocates() && !field.element().asType().getKind().isPrimitive();
        if (!compiledIn && PlatformHooks.isUnsetByReading(file.attribution(), field.element())) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_SERIALISED_FORM,
                    "'" + field.name() + "' is not written: an object of " + owner.simpleName()
                            + " that was read has no value in it",
                    "keep it");
        }
        if (constant && !compiledIn) {
            requireNotEarly(sources, touched, owner, field, place);
            requireInitialised(sources, owner, field, uses);
        }
        if (!constant) {
            throw Required.refused(
                    place,
                    shared ? Rule.KEEPS_EVALUATION : Rule.KEEPS_INITIALISATION_ORDER,
                    "the value of '" + field.name() + "' is no constant: it "
                            + (shared
                                    ? "is one object that all share"
                                    : "is computed once, when the " + (field.isStatic() ? "class" : "object")
                                            + " is made"),
                    "inline fields whose value is a literal, or made of literals and constants");
        }
    }

    /** Unlike a constant of the compiler's, such a field has no value until it is worked out. */
    private static void requireNotEarly(
            Sources sources, Touched touched, DeclaredClass owner, Member field, Place place) {
        TouchedFile file = owner.file();
        Set<String> symbol = Set.of(field.symbol());
        boolean early = field.isStatic()
                ? new ClassInitialisation(sources, owner)
                        .comesTo(field.declaration().start(), symbol)
                : ObjectInitialisation.reaches(file, ObjectInitialisation.before(file, field.path()), symbol)
                        || SuperConstructorCalls.reaching(touched, owner, symbol)
                                .isPresent();
        if (early) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_INITIALISATION_ORDER,
                    "'" + field.name() + "' may be read before it has its value",
                    "leave it where it is");
        }
    }

    /** Nor does its class get loaded by a value that stands in its place. */
    private static void requireInitialised(Sources sources, DeclaredClass owner, Member field, List<Use> uses) {
        if (field.isStatic()) {
            new ClassInitialisation(sources, owner)
                    .requireUnobserved(uses, "a use of '" + field.name() + "'", "leave it where it is");
        }
    }

    /** Literals, constants, names of enum constants and classes, and operators over them. */
    private static boolean isConstant(TouchedFile file, TreePath path) {
        SideEffects value = SideEffects.of(file, path);
        TypeMirror type = file.attribution().trees().getTypeMirror(path);
        boolean plain = type != null
                && (type.getKind().isPrimitive()
                        || type.getKind() == TypeKind.NULL
                        || type.toString().equals("java.lang.String")
                        || path.getLeaf() instanceof com.sun.source.tree.MemberSelectTree
                        || path.getLeaf() instanceof com.sun.source.tree.IdentifierTree);
        boolean fixed = UseFinder.in(file, path, element -> true).stream()
                .allMatch(use -> use.target() instanceof TypeElement
                        || use.target().getKind() == ElementKind.PACKAGE
                        || use.target().getKind() == ElementKind.ENUM_CONSTANT
                        || use.target() instanceof VariableElement variable && variable.getConstantValue() != null);
        return plain && value.isStable() && !value.fails() && fixed;
    }

    private static Draft value(DeclaredClass owner, Member field, Use use, EditSet edits, Set<String> words) {
        TouchedFile file = owner.file();
        ExpressionTree value = field.fieldTree().getInitializer();
        TreePath path = new TreePath(field.path(), value);
        requireQuietQualifier(field, use);
        TypeElement place = (TypeElement) use.file().element(typeAround(use.path()));
        Transplant transplant = new Transplant(
                file, owner.element(), use.file(), place, edits.types(use.file()), java.util.Optional.empty());
        List<Edit> inside = transplant.edits(path);
        edits.know(file);
        edits.widen(transplant.widened());
        transplant.widened().forEach(one -> words.add(one.getSimpleName().toString()));
        return Converted.text(file, path, field.element().asType(), edits.types(use.file()), inside, use.path());
    }

    private static TreePath typeAround(TreePath path) {
        TreePath at = path;
        while (!(at.getLeaf() instanceof com.sun.source.tree.ClassTree) && at.getParentPath() != null) {
            at = at.getParentPath();
        }
        if (!(at.getLeaf() instanceof com.sun.source.tree.ClassTree)) {
            // An annotation of a package: any type of the file will do.
            return path;
        }
        return at;
    }

    /** What leads to the field goes with it: it must do nothing, and not be null. */
    private static void requireQuietQualifier(Member field, Use use) {
        if (use.form() != Use.Form.EXPRESSION) {
            return;
        }
        ExpressionTree qualifier = use.qualifier().orElseThrow();
        SideEffects evaluation = SideEffects.of(use.file(), new TreePath(use.path(), qualifier));
        boolean quiet = field.element().getModifiers().contains(Modifier.STATIC)
                ? !evaluation.writes() && !evaluation.fails()
                : false;
        if (!quiet) {
            throw Required.refused(
                    use.place(),
                    Rule.KEEPS_EVALUATION,
                    "'" + use.file().text(qualifier) + "' would no longer be evaluated",
                    "read the field through 'this' or its class first");
        }
    }
}
