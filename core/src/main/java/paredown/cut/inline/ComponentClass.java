package paredown.cut.inline;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import paredown.code.compile.Overriding;
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
import paredown.tree.UseFinder;
import paredown.verdict.Plan;
import paredown.verdict.Rule;

/** A class of which one other class makes one object, for each of its own, and keeps it in a final field: the two become one. */
final class ComponentClass {
    private final ClassInlining work;
    private final Optional<String> into;

    ComponentClass(ClassInlining work, Optional<String> into) {
        this.work = work;
        this.into = into;
    }

    Plan plan() {
        DeclaredClass source = work.source;
        List<Use> types = work.uses(false);
        DeclaredClass holder = work.target(into, types);
        ComponentCreation making = making(holder);
        Member field = making.field();
        Optional<Member> accessor = accessor(holder, field);
        List<Use> shared = work.uses(true).stream()
                .filter(use -> use.target().getModifiers().contains(Modifier.STATIC))
                .filter(use -> use.form() != Use.Form.EXPRESSION)
                .toList();
        shared.stream().filter(making::isThere).findFirst().ifPresent(use -> {
            throw work.refused(
                    use.place(),
                    Rule.FITS_THE_KIND,
                    "'" + use.target().getSimpleName() + "' goes too, and is named where the object is made");
        });
        requireNamedNowhereElse(holder, making, field, accessor, types);
        refuseSelf();
        List<Member> moved = source.members().stream()
                .filter(member -> member.element().getKind() != ElementKind.CONSTRUCTOR)
                .toList();
        Delegations delegations = new Delegations(work, holder, field);
        work.requireFreeNames(
                holder,
                moved.stream().filter(member -> !delegations.takes(member)).toList());
        making.read();
        List<Use> uses = new ArrayList<>(redirected(
                holder,
                field,
                use -> making.isThere(use)
                        || delegations.isThere(use)
                        || accessor.filter(method -> use.isWithin(method.tree()))
                                .isPresent()));
        accessor.ifPresent(method -> uses.addAll(unwrapped(holder, method)));
        work.requireQuiet(holder, shared);
        shared.forEach(use -> work.redirect(use, holder));
        placeFields(holder, making, moved.stream().filter(Member::isField).toList());
        making.settle();
        List<Draft> methods = new ArrayList<>();
        for (Member member : moved) {
            if (!member.isField() && !delegations.takes(member)) {
                methods.add(work.moved(member, holder, List.of()));
            }
        }
        delegations.unwrap();
        if (!methods.isEmpty()) {
            work.append(holder, methods);
        }
        return work.finished(
                holder,
                "inline class " + source.simpleName() + " into " + holder.simpleName(),
                uses.size() + shared.size(),
                List.of());
    }

    /** Its fields come where the one that holds the object was, static ones where static ones go. */
    private void placeFields(DeclaredClass holder, ComponentCreation making, List<Member> moved) {
        Member field = making.field();
        List<Draft> fields = new ArrayList<>();
        // In an enum they stand behind its constants.
        List<Draft> constants = holder.element().getKind() == ElementKind.ENUM ? fields : new ArrayList<>();
        for (Member member : moved) {
            boolean early = constants == fields
                    && member.isStatic()
                    && work.isUsedAtStart(holder, field.declaration().start());
            if (early || !work.isFreeOfOrder(member)) {
                throw work.refused(
                        work.source.file().place(member.tree()),
                        Rule.KEEPS_INITIALISATION_ORDER,
                        "the value of '" + member.name() + "' may hang on when it is worked out");
            }
            (member.isStatic() ? constants : fields).add(fieldText(holder, member, making));
        }
        TouchedFile file = holder.file();
        Draft text = new Draft();
        String newline = file.source().lineEnding();
        String indentation = file.source().indentation(field.declaration().start());
        for (int i = 0; i < fields.size(); i++) {
            text.write(i == 0 ? "" : newline + indentation).write(fields.get(i));
        }
        if (fields.isEmpty()) {
            work.edits.add(file, Edit.delete(MemberText.toDelete(file.source(), field.withComments())));
        } else {
            work.edits.add(file, new Edit(field.declaration(), text));
        }
        if (constants != fields && !constants.isEmpty()) {
            work.prepend(holder, constants);
        }
    }

    /** How the one field that holds the object comes by it. */
    private ComponentCreation making(DeclaredClass holder) {
        DeclaredClass source = work.source;
        List<ComponentCreation> found = holder.members().stream()
                .filter(member -> member.isField()
                        && !member.isStatic()
                        && member.isFinal()
                        && member.isPrivate()
                        && work.isSource(holder.file()
                                .attribution()
                                .types()
                                .asElement(member.element().asType())))
                .flatMap(member -> ComponentCreation.of(work, holder, member).stream())
                .toList();
        if (found.size() != 1) {
            throw work.refused(
                    work.place(),
                    Rule.FITS_THE_KIND,
                    "no private final field of " + holder.simpleName() + " holds the one object of "
                            + source.simpleName() + " that is made for it");
        }
        Member field = found.get(0).field();
        boolean together = holder.sharesDeclaration(field);
        // JLS 8.9: there is one object of a constant, whatever writes and reads it.
        boolean copied = holder.element().getKind() != ElementKind.ENUM
                && (holder.isA("java.lang.Cloneable") || holder.isA("java.io.Serializable"));
        if (together || copied) {
            throw work.refused(
                    holder.file().place(field.tree()),
                    together ? Rule.WHOLE_DECLARATION : Rule.KEEPS_COPIES_APART,
                    together
                            ? "'" + field.name() + "' is declared together with others"
                            : "copies of " + holder.simpleName() + " share the object");
        }
        return found.get(0);
    }

    /** A method of the holder that gives the object away and does nothing else: it goes with the class. */
    private Optional<Member> accessor(DeclaredClass holder, Member field) {
        TouchedFile file = holder.file();
        return holder.members().stream()
                .filter(member -> member.isMethod()
                        && !member.isStatic()
                        && work.isSource(file.attribution()
                                .types()
                                .asElement(member.method().getReturnType()))
                        && member.methodTree().getParameters().isEmpty()
                        && member.methodTree().getBody() != null
                        && member.methodTree().getBody().getStatements().size() == 1
                        && member.methodTree().getBody().getStatements().get(0) instanceof ReturnTree given
                        && given.getExpression() != null
                        && UseFinder.in(file, member.path(), field.element()::equals).stream()
                                .anyMatch(use -> use.tree() == given.getExpression())
                        && new Overriding(file.attribution())
                                .overridden(member.method())
                                .findAny()
                                .isEmpty())
                .findFirst();
    }

    private void requireNamedNowhereElse(
            DeclaredClass holder, ComponentCreation making, Member field, Optional<Member> accessor, List<Use> types) {
        for (Use use : types) {
            boolean known = use.file() == holder.file()
                            && (use.isWithin(field.tree())
                                    || making.isThere(use)
                                    || accessor.filter(method -> use.isWithin(method.tree()))
                                            .isPresent())
                    || work.isQualifier(use);
            if (!known) {
                throw work.refused(
                        use.place(), Rule.REACHABLE, "'" + work.source.simpleName() + "' is used here as well");
            }
        }
    }

    /** The object itself must not be named inside its class: it is another one afterwards. */
    private void refuseSelf() {
        TouchedFile file = work.source.file();
        new TreePathScanner<Void, Void>() {
            @Override
            public Void visitIdentifier(IdentifierTree tree, Void nothing) {
                boolean bare = tree.getName().contentEquals("this")
                        && !(getCurrentPath().getParentPath().getLeaf() instanceof MemberSelectTree);
                if (bare) {
                    throw work.refused(file.place(tree), Rule.KEEPS_MEANING, "'this' is passed on here");
                }
                return null;
            }
        }.scan(work.source.path(), null);
        for (Member member : work.source.members()) {
            boolean locks = member.element().getModifiers().contains(Modifier.SYNCHRONIZED);
            if (locks) {
                throw work.refused(
                        file.place(member.tree()), Rule.KEEPS_LOCK, "'" + member.name() + "' locks its object");
            }
            boolean inherited = member.isMethod()
                    && new Overriding(file.attribution())
                            .overridden(member.method())
                            .findAny()
                            .isPresent();
            if (inherited) {
                throw work.refused(
                        file.place(member.tree()),
                        Rule.KEEPS_DISPATCH,
                        "'" + member.name() + "' answers for a method that every object has");
            }
        }
    }

    private Draft fieldText(DeclaredClass holder, Member member, ComponentCreation making) {
        VariableTree tree = member.fieldTree();
        if (making.sets(member.element()) && tree.getInitializer() != null) {
            throw work.refused(
                    work.source.file().place(tree),
                    Rule.FITS_THE_KIND,
                    "'" + member.name() + "' gets two values while its object is made");
        }
        Optional<ExpressionTree> argument = making.initial(member.element());
        if (argument.isEmpty()) {
            return work.moved(member, holder, List.of());
        }
        Draft value = new Draft()
                .write(" = ")
                .copy(holder.file().source(), holder.file().region(argument.get()));
        int end = work.source.file().nameOf(tree).end();
        return work.moved(member, holder, List.of(Edit.insert(end, value)));
    }

    /** Whoever used the object uses the holder itself. */
    private List<Use> redirected(DeclaredClass holder, Member field, Predicate<Use> goes) {
        TouchedFile file = holder.file();
        List<Use> uses = UseFinder.in(file, field.element()::equals).stream()
                .filter(goes.negate())
                .toList();
        for (Use use : uses) {
            Tree parent = use.path().getParentPath().getLeaf();
            boolean receiver = parent instanceof MemberSelectTree select && select.getExpression() == use.tree();
            if (!receiver) {
                throw work.refused(use.place(), Rule.REACHABLE, "'" + field.name() + "' itself is passed on here");
            }
            MemberSelectTree select = (MemberSelectTree) parent;
            if (use.form() == Use.Form.NAME) {
                work.edits.add(
                        file,
                        MemberText.instead(
                                file,
                                new Region(
                                        file.start(use.tree()),
                                        file.name(select).start()),
                                new Draft().write(itself(use, use.path().getParentPath()))));
            } else {
                // 'other.field.member' becomes 'other.member'.
                work.edits.add(
                        file,
                        MemberText.instead(
                                file,
                                new Region(
                                        file.name(use.tree()).start(),
                                        file.name(select).start()),
                                new Draft()));
            }
        }
        work.meanings.put(work.source.symbol() + "#this", Set.of(holder.symbol() + "#this"));
        return uses;
    }

    /** What names the holder in front of a member where nothing was in front of what it held. */
    private String itself(Use use, TreePath member) {
        TouchedFile file = use.file();
        Element around = file.element(Scopes.type(use.path()));
        // A class below inherits the member, and one inside may have its own of that name.
        TypeElement provider = use.provider().orElseThrow();
        if (!provider.equals(around)) {
            if (provider.getSimpleName().contentEquals("")) {
                throw work.refused(use.place(), Rule.FITS_THE_KIND, "an object without a name is meant here");
            }
            return provider.getSimpleName() + ".this.";
        }
        Element named = file.element(member);
        boolean hidden = named != null
                && named.getKind().isField()
                && Scopes.localNames(use.path()).contains(named.getSimpleName().toString());
        return hidden ? "this." : "";
    }

    /** {@code other.accessor().member} becomes {@code other.member}: both fail where there is no other. */
    private List<Use> unwrapped(DeclaredClass holder, Member accessor) {
        work.edits.add(
                holder.file(), Edit.delete(MemberText.toDelete(holder.file().source(), accessor.withComments())));
        List<Use> uses = new ArrayList<>();
        for (TouchedFile file : work.touched.files()) {
            for (Use use : UseFinder.in(file, element -> file.symbol(element).equals(accessor.symbol()))) {
                Required.ownFile(work.sources, file, use.place());
                TreePath call = use.path().getParentPath();
                boolean receiver = use.call().isPresent()
                        && call.getParentPath().getLeaf() instanceof MemberSelectTree select
                        && select.getExpression() == call.getLeaf();
                if (!receiver) {
                    throw work.refused(
                            use.place(),
                            Rule.REACHABLE,
                            "the object that '" + accessor.name() + "' gives is passed on here");
                }
                MemberSelectTree select =
                        (MemberSelectTree) call.getParentPath().getLeaf();
                int from = use.form() == Use.Form.NAME
                        ? file.start(use.tree())
                        : file.name((ExpressionTree) use.tree()).start();
                work.edits.add(
                        file,
                        MemberText.instead(
                                file,
                                new Region(from, file.name(select).start()),
                                new Draft()
                                        .write(use.form() == Use.Form.NAME ? itself(use, call.getParentPath()) : "")));
                uses.add(use);
            }
        }
        return uses;
    }
}
