package paredown.cut.move;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import paredown.analysis.effect.ConstantCreation;
import paredown.analysis.effect.SideEffects;
import paredown.analysis.init.ClassInitialisation;
import paredown.analysis.init.ObjectInitialisation;
import paredown.analysis.init.SuperConstructorCalls;
import paredown.code.compile.PlatformHooks;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.cut.CallerMode;
import paredown.cut.Cut;
import paredown.cut.CutArgument;
import paredown.cut.CutKind;
import paredown.cut.FrameworkRole;
import paredown.edit.Declarations;
import paredown.edit.EditSet;
import paredown.edit.Indentation;
import paredown.edit.LinkedTypes;
import paredown.edit.MemberLinks;
import paredown.edit.Transplant;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.Imports;
import paredown.tree.MemberName;
import paredown.tree.MemberText;
import paredown.tree.Required;
import paredown.tree.Scopes;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.tree.TypeName;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Place;
import paredown.verdict.Plan;
import paredown.verdict.RefusedException;
import paredown.verdict.Rule;
import paredown.verdict.UnknownNameException;
import paredown.verdict.Verdict;

/**
 * Moves a field to another class. A static one moves to any; one of objects moves to the class of an object that its own object makes
 * for itself and holds in a final field.
 *
 * @param member {@code Type#field}
 * @param to the class that it moves to
 * @param via the field that leads there, where there are several
 * @param callers what becomes of its uses; only a constant can stay and pass on
 */
public record MoveField(String member, String to, Optional<String> via, CallerMode callers) implements Cut {
    public static final CutKind KIND = new CutKind(
            "move-field",
            "Move a field to the class that it belongs to.",
            "A static field moves to any class. A field of objects moves to the class of an object that its own object makes for itself and holds in a final field. Reads and writes are led there. With --callers delegate a constant stays under its name with the value of the one that moved; it does so by itself where code outside the project may rely on it.",
            List.of(
                    CutArgument.subject("member", "MEMBER", "The field, as Type#field."),
                    CutArgument.required("to", "TYPE", "The class that it moves to."),
                    CutArgument.optional("via", "NAME", "The field that leads there, when there are several."),
                    CutArgument.callers()),
            List.of(
                    "'DewPoint#A' --to Reading",
                    "'TimeLedger#COMPENSATED_SHARE' --to Proposal --preview",
                    "'TimeLedger#COMPENSATED_SHARE' --to Proposal --callers delegate --yes"),
            of -> new MoveField(of.text("member"), of.text("to"), of.optional("via"), of.callers()));

    @Override
    public String kind() {
        return KIND.name();
    }

    @Override
    public String commandLine() {
        return "move field '" + member + "' --to " + to
                + via.map(name -> " --via " + name).orElse("") + callers.option();
    }

    private String owner(Sources sources) {
        return TypeName.resolve(sources, MemberName.parse(member).type());
    }

    @Override
    public Set<String> words(Sources sources) {
        owner(sources);
        TypeName.resolve(sources, to);
        return Set.of(MemberName.parse(member).simple());
    }

    @Override
    public Collection<Path> further(Sources sources) {
        String owner = owner(sources);
        // Constructors above may run what classes below override, before there is an object to hold the field.
        Set<Path> files = new LinkedHashSet<>(sources.extending(owner));
        files.addAll(sources.extendedBy(owner));
        files.add(TypeName.file(sources, owner));
        files.add(TypeName.file(sources, TypeName.resolve(sources, to)));
        return files;
    }

    @Override
    public Collection<Path> users(CodeBase code) {
        String symbol = owner(code.sources()) + "#" + MemberName.parse(member).simple();
        Set<Path> files = new LinkedHashSet<>(code.filesUsing(List.of(symbol)));
        files.addAll(further(code.sources()));
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

    private static void remove(
            Sources sources, Touched touched, DeclaredClass source, Member field, DeclaredClass target, EditSet edits) {
        edits.add(source.file(), Declarations.removal(source, field));
        edits.dropStaticImports(touched, field.symbol());
        new MemberLinks(sources, source, target, edits, false).follow(touched, field, Optional.empty());
    }

    private static List<Use> uses(Touched touched, Member field) {
        List<Use> uses = new ArrayList<>();
        for (TouchedFile file : touched.files()) {
            uses.addAll(UseFinder.in(
                    file,
                    element -> element.getKind() == ElementKind.FIELD
                            && file.symbol(element).equals(field.symbol())));
        }
        return uses;
    }

    private Plan worked(Sources sources, Touched touched) {
        MemberName name = MemberName.parse(member);
        DeclaredClass source = name.owner(sources, touched);
        Member field = name.in(source);
        DeclaredClass target = MemberName.owner(sources, touched, to);
        Place place = source.file().place(field.tree());
        Required.ownFile(sources, source.file(), place);
        Required.ownFile(sources, target.file(), target.file().place(target.tree()));
        checkKind(source, field, target, place);
        boolean delegate = leavesDelegate(touched, field, place);
        List<Use> uses = uses(touched, field);
        Optional<Member> holder =
                field.isStatic() ? Optional.empty() : Optional.of(holder(touched, source, field, target, place));
        checkValue(source, field, place);
        if (field.isStatic() && ((VariableElement) field.element()).getConstantValue() == null) {
            checkInitialisation(sources, source, field, target, delegate ? List.of() : uses, place);
            if (delegate) {
                checkInitialisationBy(sources, source, field, target, place);
            }
        }
        EditSet edits = new EditSet();
        edits.know(source.file());
        edits.know(target.file());
        Draft moved = movedText(source, field, target, edits, uses, delegate);
        if (delegate) {
            passOn(source, field, target, edits);
        } else {
            FieldReading reading = new FieldReading(touched, source);
            for (Use use : uses) {
                Required.ownFile(sources, use.file(), use.place());
                redirect(use, reading, field, target, holder, edits);
            }
            remove(sources, touched, source, field, target, edits);
        }
        target.endOfConstants().ifPresent(edit -> edits.add(target.file(), edit));
        edits.add(target.file(), insertion(target, moved));
        removeUnusedImports(source, field, target, edits, delegate);
        Map<String, Set<String>> meanings = new LinkedHashMap<>();
        String there = target.symbol() + "#" + field.name();
        meanings.put(field.symbol(), delegate ? Set.of(field.symbol(), there) : Set.of(there));
        Set<String> words = new LinkedHashSet<>(edits.widenedNames());
        words.add(field.name());
        return new Plan(
                "move field " + field.name() + " from " + source.simpleName() + " to " + target.simpleName(),
                new ChangeSet(edits.changes()),
                meanings,
                Set.of(there),
                words,
                new Plan.Effects(
                        delegate ? 0 : uses.size(),
                        delegate ? List.of(source.simpleName() + "#" + field.name()) : List.of(),
                        edits.visibility(),
                        List.of()));
    }

    /** A constant can stay under its name with the value of the one that moved; what can be written would be two. */
    private boolean leavesDelegate(Touched touched, Member field, Place place) {
        boolean can = field.isStatic() && field.isFinal() && field.fieldTree().getInitializer() != null;
        if (callers == CallerMode.DELEGATE && !can) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + field.name() + "' is no constant: what stays could not pass on what is written to it",
                    "lead its uses to the new place: --callers lead");
        }
        return can && callers.leavesDelegate(touched.outside().expect(place.file(), field.element()));
    }

    /** The constant stays, and has the value of the one that moved. */
    private static void passOn(DeclaredClass source, Member field, DeclaredClass target, EditSet edits) {
        ExpressionTree value = field.fieldTree().getInitializer();
        String there = edits.types(source.file()).of(target.element()) + "." + field.name();
        edits.add(source.file(), new Edit(source.file().region(value), there));
    }

    /** Where what stays reads what moved, the initialisation of one class brings about that of the other (JLS 12.4.1). */
    private static void checkInitialisationBy(
            Sources sources, DeclaredClass source, Member field, DeclaredClass target, Place place) {
        ClassInitialisation there = new ClassInitialisation(sources, target);
        if (there.hasEffects() || there.comesTo(Integer.MAX_VALUE, ClassInitialisation.computed(source))) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_INITIALISATION_ORDER,
                    "a '" + field.name() + "' that stays would initialise " + target.simpleName() + " with "
                            + source.simpleName() + ", which has a side effect or asks for values of it",
                    "lead its uses to the new place: --callers lead");
        }
    }

    private static void checkKind(DeclaredClass source, Member field, DeclaredClass target, Place place) {
        boolean component = source.element().getKind() == ElementKind.RECORD && !field.isStatic();
        if (!field.isField() || field.element().getKind() == ElementKind.ENUM_CONSTANT || component) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + field.spelling() + "' is no field that could stand elsewhere",
                    "name a field of a class");
        }
        if (source.sharesDeclaration(field)) {
            throw Required.refused(
                    place,
                    Rule.WHOLE_DECLARATION,
                    "'" + field.name() + "' is declared together with others",
                    "give it a declaration of its own first");
        }
        if (target.element().equals(source.element())
                || target.element().getKind().isInterface()) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    target.simpleName()
                            + (target.element().getKind().isInterface() ? " is an interface" : " holds it already"),
                    "name another class");
        }
        if (source.element().getKind().isInterface()) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + field.name() + "' is a constant of an interface",
                    "leave it there");
        }
        TypeElement type = target.element();
        boolean inner = type.getNestingKind() == NestingKind.MEMBER
                && !type.getModifiers().contains(Modifier.STATIC)
                && type.getKind() == ElementKind.CLASS;
        if (field.isStatic() && inner) {
            throw Required.refused(
                    place, Rule.FITS_THE_KIND, target.simpleName() + " is an inner class", "name another class");
        }
        boolean taken = target.file().attribution().elements().getAllMembers(type).stream()
                .anyMatch(one -> one.getKind().isField() && one.getSimpleName().contentEquals(field.name()));
        if (taken) {
            throw Required.refused(
                    place,
                    Rule.NAME_IS_FREE,
                    target.simpleName() + " has a field '" + field.name() + "' already",
                    "rename one of them first");
        }
        FrameworkRole.requireNone(source.file(), field.element(), place, "leave it where it is");
    }

    /** The final field that holds the object to which the field moves, made by and for the source object alone. */
    private Member holder(Touched touched, DeclaredClass source, Member field, DeclaredClass target, Place place) {
        List<Member> found = source.ownObjects(target)
                .filter(member -> via.map(member.name()::equals).orElse(true))
                .toList();
        if (found.isEmpty()) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "no final field of " + source.simpleName() + " holds a " + target.simpleName()
                            + " that is made for it alone",
                    "move it to a class whose object is made where its field is declared");
        }
        if (found.size() > 1) {
            throw new UnknownNameException(
                    "several fields lead to " + target.simpleName() + "; choose one with --via",
                    found.stream().map(Member::name).toList());
        }
        Member holder = found.get(0);
        List<TreePath> before = ObjectInitialisation.before(source.file(), holder.path());
        if (ObjectInitialisation.reaches(source.file(), before, Set.of(field.symbol()))) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_INITIALISATION_ORDER,
                    "code that runs before '" + holder.name() + "' is made may use '" + field.name() + "'",
                    "leave it where it is");
        }
        SuperConstructorCalls.requireNotReaching(
                touched, source, Set.of(field.symbol()), "'" + holder.name() + "' is made");
        if (source.isA("java.lang.Cloneable")) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_COPIES_APART,
                    "a clone would share '" + field.name() + "' with its original",
                    "leave it where it is");
        }
        if (PlatformHooks.isUnsetByReading(source.file().attribution(), holder.element())) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_SERIALISED_FORM,
                    "'" + holder.name() + "' is not written: an object of " + source.simpleName()
                            + " that was read holds no " + target.simpleName(),
                    "leave it where it is");
        }
        return holder;
    }

    private static void checkValue(DeclaredClass source, Member field, Place place) {
        ExpressionTree value = field.fieldTree().getInitializer();
        SideEffects evaluation =
                value == null ? SideEffects.NONE : SideEffects.of(source.file(), new TreePath(field.path(), value));
        boolean constant = ((VariableElement) field.element()).getConstantValue() != null;
        boolean late = value != null
                && UseFinder.in(
                                source.file(),
                                new TreePath(field.path(), value),
                                element -> element.getKind() == ElementKind.FIELD
                                        && ((VariableElement) element).getConstantValue() == null
                                        && source.file().attribution().trees().getTree(element) != null)
                        .stream()
                        .anyMatch(use -> !use.isDeferred(field.tree()));
        boolean plain = value != null && ConstantCreation.isIn(source.file(), new TreePath(field.path(), value));
        boolean moment = !plain && (evaluation.writes() || evaluation.reads() || evaluation.fails());
        if (!constant && (late || moment)) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_INITIALISATION_ORDER,
                    "the value of '" + field.name() + "' is worked out when " + source.simpleName()
                            + " is made, and may hang on that",
                    "move fields whose value is a literal, a constant, a colour or such, or a new collection");
        }
        boolean set = field.isFinal() && value == null;
        if (set) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_INITIALISATION_ORDER,
                    "'" + field.name() + "' is final and gets its value in " + source.simpleName(),
                    "leave it where it is");
        }
    }

    /** A class is initialised when somebody first uses a static field of it that is no constant. */
    private static void checkInitialisation(
            Sources sources, DeclaredClass source, Member field, DeclaredClass target, List<Use> uses, Place place) {
        ClassInitialisation here = new ClassInitialisation(sources, source);
        ClassInitialisation there = new ClassInitialisation(sources, target);
        Set<String> symbol = Set.of(field.symbol());
        if (here.comesTo(field.declaration().start(), symbol) || there.comesTo(Integer.MAX_VALUE, symbol)) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_INITIALISATION_ORDER,
                    "'" + field.name()
                            + "' is used while a class is initialised, before it has its value there or here",
                    "leave it where it is");
        }
        if (here.firstOutside(uses).isPresent() && here.comesTo(Integer.MAX_VALUE, symbol)) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_INITIALISATION_ORDER,
                    "'" + field.name() + "' is worked on while " + source.simpleName()
                            + " is initialised, which a use of it would no longer bring about",
                    "leave it where it is");
        }
        String use = "a use of '" + field.name() + "'";
        here.requireUnobserved(uses, use, "leave it where it is");
        there.requireUnobserved(uses, use, "leave it where it is");
    }

    private static Draft movedText(
            DeclaredClass source, Member field, DeclaredClass target, EditSet edits, List<Use> uses, boolean delegate) {
        TouchedFile file = source.file();
        Transplant transplant = new Transplant(
                file, source.element(), target.file(), target.element(), edits.types(target.file()), Optional.empty());
        List<Edit> inside = new ArrayList<>(transplant.edits(field.path()));
        edits.widen(transplant.widened());
        visibility(source, field, target, uses, delegate).ifPresent(inside::add);
        Region whole = field.withComments();
        inside.addAll(new LinkedTypes(
                        source, target.file(), edits.types(target.file()).imported())
                .qualified(whole));
        return new Draft().copy(file.source(), whole, Indentation.fitted(file, field, whole, target, inside));
    }

    /** As visible as its uses need it; one that passes on is its only use. */
    private static Optional<Edit> visibility(
            DeclaredClass source, Member field, DeclaredClass target, List<Use> uses, boolean delegate) {
        TouchedFile file = source.file();
        String there = target.file().packageName();
        Element top = Scopes.outermost(target.element());
        boolean far = delegate
                ? !file.packageName().equals(there)
                : uses.stream().anyMatch(use -> !use.file().packageName().equals(there));
        boolean sameTop = delegate
                ? Scopes.outermost(source.element()).equals(top)
                : uses.stream()
                        .allMatch(use -> Scopes.outermost(use.file().element(Scopes.type(use.path())))
                                .equals(top));
        Set<Modifier> modifiers = field.element().getModifiers();
        if (modifiers.contains(Modifier.PUBLIC) || sameTop && !far) {
            return Optional.empty();
        }
        if (far) {
            Optional<Token> word = visibilityWord(file, field);
            return Optional.of(
                    word.isPresent()
                            ? new Edit(word.get().region(), "public")
                            : Edit.insert(firstWord(file, field), "public "));
        }
        return modifiers.contains(Modifier.PRIVATE) ? Declarations.widened(file, field.element()) : Optional.empty();
    }

    private static Optional<Token> visibilityWord(TouchedFile file, Member field) {
        return file.tokensFrom(field.declaration().start()).stream()
                .takeWhile(token ->
                        token.region().start() < file.start(field.fieldTree().getType()))
                .filter(token -> token.is(file.text(), "private") || token.is(file.text(), "protected"))
                .findFirst();
    }

    private static int firstWord(TouchedFile file, Member field) {
        int from = field.fieldTree().getModifiers().getAnnotations().stream()
                .mapToInt(file::end)
                .max()
                .orElse(field.declaration().start());
        return file.tokensFrom(from).stream()
                .filter(token -> token.kind() == Token.Kind.WORD)
                .findFirst()
                .orElseThrow()
                .region()
                .start();
    }

    private static void redirect(
            Use use, FieldReading reading, Member field, DeclaredClass target, Optional<Member> holder, EditSet edits) {
        DeclaredClass source = reading.source();
        TouchedFile at = use.file();
        if (holder.isPresent()) {
            boolean hidden = holder.get().isPrivate()
                    && !Scopes.outermost(at.element(Scopes.type(use.path())))
                            .equals(Scopes.outermost(source.element()));
            if (hidden) {
                if (!at.packageName().equals(source.file().packageName())) {
                    throw Required.refused(
                            use.place(),
                            Rule.REACHABLE,
                            "'" + holder.get().name() + "' is private to " + source.simpleName(),
                            "leave it where it is");
                }
                edits.widen(Set.of(holder.get().element()));
            }
            if (!reading.isMeant(use, holder.get().element())) {
                throw Required.refused(
                        use.place(),
                        Rule.REACHABLE,
                        "'" + holder.get().name() + "' is another field here",
                        "rename one of the two first");
            }
            String object = use.form() == Use.Form.NAME
                    ? reading.object(use, holder.get().element())
                    : "";
            edits.add(
                    at,
                    Edit.insert(
                            at.name(use.tree()).start(), object + holder.get().name() + "."));
            return;
        }
        boolean label = use.isCaseLabel();
        String type = edits.types(at).of(target.element());
        if (use.tree() instanceof MemberSelectTree select) {
            ExpressionTree qualifier = select.getExpression();
            boolean evaluated = use.form() == Use.Form.EXPRESSION
                    && SideEffects.of(at, new TreePath(use.path(), qualifier)).writes();
            if (evaluated) {
                throw Required.refused(
                        use.place(),
                        Rule.KEEPS_EVALUATION,
                        "'" + at.text(qualifier) + "' would no longer be evaluated",
                        "name the field through its class first");
            }
            edits.add(at, new Edit(at.region(qualifier), type));
        } else if (!label || field.isStatic()) {
            boolean inTarget = isInside(at.element(Scopes.type(use.path())), target);
            if (!inTarget) {
                edits.add(at, Edit.insert(at.start(use.tree()), type + "."));
            }
        }
    }

    private static boolean isInside(Element type, DeclaredClass target) {
        return type != null && type.equals(target.element());
    }

    private static Edit insertion(DeclaredClass target, Draft moved) {
        TouchedFile to = target.file();
        String newline = to.source().lineEnding();
        ClassTree tree = target.tree();
        Optional<? extends Tree> last = tree.getMembers().stream()
                .filter(VariableTree.class::isInstance)
                .filter(member -> to.end(member) > to.start(member) && to.start(member) > target.openBrace())
                .reduce((one, other) -> other);
        boolean none = target.members().stream()
                .noneMatch(member -> member.declaration().start() > target.openBrace());
        if (none) {
            boolean sameLine =
                    to.source().line(target.openBrace()) == to.source().line(to.end(tree) - 1);
            String indentation = target.memberIndentation();
            return Edit.insert(
                    target.openBrace() + 1,
                    new Draft()
                            .write(newline + indentation)
                            .write(moved)
                            .write(sameLine ? newline + target.classIndentation() : ""));
        }
        if (last.isPresent()) {
            Region whole = MemberText.withComments(to, to.region(last.get()));
            boolean constant = target.element().getKind() == ElementKind.ENUM && isEnumConstant(to, target, last.get());
            if (!constant) {
                String indentation = to.source().indentation(to.start(last.get()));
                return Edit.insert(
                        whole.end(), new Draft().write(newline + indentation).write(moved));
            }
        }
        Optional<Member> first = target.members().stream()
                .filter(member -> member.declaration().start() > target.openBrace()
                        && member.element().getKind() != ElementKind.ENUM_CONSTANT)
                .findFirst();
        if (first.isEmpty()) {
            return Edit.insert(
                    target.endOfMembers(),
                    new Draft()
                            .write(newline + newline + target.memberIndentation())
                            .write(moved));
        }
        String indentation = to.source().indentation(first.get().declaration().start());
        return Edit.insert(
                first.get().withComments().start(), new Draft().write(moved).write(newline + newline + indentation));
    }

    private static boolean isEnumConstant(TouchedFile file, DeclaredClass target, Tree member) {
        return file.element(new TreePath(target.path(), member)).getKind() == ElementKind.ENUM_CONSTANT;
    }

    private static void removeUnusedImports(
            DeclaredClass source, Member field, DeclaredClass target, EditSet edits, boolean delegate) {
        if (source.file() != target.file()) {
            Region away = delegate ? source.file().region(field.fieldTree().getInitializer()) : field.withComments();
            edits.add(source.file(), new Imports(source.file()).leftBehind(away, edits.written(source.file())));
        }
    }
}
