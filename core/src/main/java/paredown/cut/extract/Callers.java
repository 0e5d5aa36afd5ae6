package paredown.cut.extract;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import com.sun.source.util.TreeScanner;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import paredown.analysis.init.ClassInitialisation;
import paredown.analysis.outside.OutsideUsers;
import paredown.code.compile.Overriding;
import paredown.code.index.Sources;
import paredown.cut.CallerMode;
import paredown.source.Edit;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.Imports;
import paredown.tree.LocalNames;
import paredown.tree.Required;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Rule;

/** The uses of moved members outside the moved code: which methods must leave a delegate behind, and how the rest is led to the new class. */
final class Callers {
    private final ClassInitialisation initialisation;
    private final Set<String> computed;
    private Boolean fills;
    private final DeclaredClass source;
    private final Set<Member> moved;
    private final MovedCode code;
    private final String newType;
    private final MemberNames names;
    private final boolean fresh;
    private final Map<Member, List<Use>> uses = new LinkedHashMap<>();
    private final Set<Member> delegates = new LinkedHashSet<>();
    private final Map<Path, List<Edit>> edits = new LinkedHashMap<>();
    private final Set<Member> needPublic = new LinkedHashSet<>();
    private final Set<Member> needPackage = new LinkedHashSet<>();
    private boolean usesAccessor;
    private boolean accessorCrossesPackages;
    private int rewritten;

    Callers(
            Sources sources,
            Touched touched,
            DeclaredClass source,
            Set<Member> moved,
            MovedCode code,
            String newType,
            MemberNames names,
            boolean fresh,
            CallerMode mode) {
        this.source = source;
        this.moved = moved;
        this.code = code;
        this.newType = newType;
        this.names = names;
        this.fresh = fresh;
        Set<String> symbols = moved.stream().map(Member::symbol).collect(Collectors.toSet());
        this.initialisation = new ClassInitialisation(sources, source, symbols);
        this.computed = ClassInitialisation.computed(source);
        computed.retainAll(symbols);
        moved.forEach(member -> uses.put(member, new ArrayList<>()));
        for (TouchedFile file : touched.files()) {
            UseFinder.in(file, element -> symbols.contains(file.symbol(element))).stream()
                    .filter(use -> !isInMovedCode(use))
                    .forEach(use -> uses.get(member(use)).add(use));
            new OverriderScanner(file, symbols).scan(new TreePath(file.unit()), null);
        }
        moved.stream()
                .filter(Member::isMethod)
                .filter(member -> needsDelegate(touched.outside(), member, mode))
                .forEach(delegates::add);
        delegates.stream()
                .filter(member -> touched.outside().mayOverride(path(), member.method()))
                .forEach(this::requireNotCalled);
        moved.stream().filter(member -> computed.contains(member.symbol())).forEach(this::requireInitialised);
    }

    /** Who uses a static field that moves does not have the source class loaded any more. */
    private void requireInitialised(Member field) {
        String wayOut = "leave '" + field.name() + "' out of --members";
        initialisation.requireUnobserved(uses.get(field), "a use of '" + field.name() + "'", wayOut);
        initialisation.firstOutside(uses.get(field)).filter(use -> fills()).ifPresent(use -> {
            throw Required.refused(
                    use.place(),
                    Rule.KEEPS_INITIALISATION_ORDER,
                    "'" + field.name() + "' is worked on while " + source.simpleName()
                            + " is initialised, which this use would no longer bring about",
                    wayOut);
        });
    }

    private Path path() {
        return source.file().source().path();
    }

    /** What code outside may override is asked for through the delegate; moved code would pass that by. */
    private void requireNotCalled(Member member) {
        firstCall(member.symbol()).ifPresent(use -> {
            throw Required.refused(
                    use.place(),
                    Rule.KEEPS_DISPATCH,
                    "code outside this project may override '" + member.name() + "', and the moved code calls it",
                    OutsideUsers.wayOut("leave '" + member.name() + "' out of --members"));
        });
    }

    /** The first place where moved code calls a method of the source object. */
    private Optional<Use> firstCall(String method) {
        return moved.stream()
                .flatMap(one -> code.uses(one).stream())
                .filter(use -> use.symbol().equals(method) && code.isThroughSource(use))
                .findFirst();
    }

    /** Whether what stays of the source class works on static values that move, while it is initialised. */
    private boolean fills() {
        if (fills == null) {
            fills = !computed.isEmpty() && initialisation.comesTo(Integer.MAX_VALUE, computed);
        }
        return fills;
    }

    /** Moved methods that leave a method behind in the source class that passes on. */
    Set<Member> delegates() {
        return delegates;
    }

    Set<String> delegateSymbols() {
        return delegates.stream().map(Member::symbol).collect(Collectors.toCollection(LinkedHashSet::new));
    }

    private Member member(Use use) {
        return code.movedMember(use.symbol()).orElseThrow();
    }

    private boolean isInMovedCode(Use use) {
        boolean here = use.file().source().path().equals(source.file().source().path());
        return here && moved.stream().anyMatch(member -> use.isWithin(member.tree()));
    }

    private boolean needsDelegate(OutsideUsers outside, Member member, CallerMode mode) {
        boolean overrides = new Overriding(source.file().attribution())
                .overridden(member.method())
                .findAny()
                .isPresent();
        return overrides
                || !member.isPrivate() && mode.leavesDelegate(outside.expect(path(), member.method()))
                || member.isStatic() && isSeenOutside(member) && (initialisation.hasEffects() || fills())
                || uses.get(member).stream().anyMatch(use -> !isRewritable(member, use));
    }

    /** A private member too may be used by a class inside, which does not load the one around it. */
    private boolean isSeenOutside(Member member) {
        return !member.isPrivate()
                || initialisation.firstOutside(uses.get(member)).isPresent();
    }

    private boolean isRewritable(Member member, Use use) {
        if (member.isStatic()) {
            return use.form() != Use.Form.EXPRESSION && use.form() != Use.Form.THIS && use.form() != Use.Form.SUPER;
        }
        if (use.form() == Use.Form.TYPE || use.form() == Use.Form.SUPER && use.isMethodReference()) {
            return false;
        }
        if (!code.needs(member).isNothing()) {
            return use.call().isPresent() && isOnSourceItself(use);
        }
        return !isEffectLost(use);
    }

    /** {@code a.b(i++)} with a null {@code a} runs {@code i++} before it fails; {@code a.part().b(i++)} would not. */
    private boolean isEffectLost(Use use) {
        if (use.form() != Use.Form.EXPRESSION || use.call().isEmpty()) {
            return false;
        }
        return use.call().get().getArguments().stream()
                .anyMatch(argument -> Boolean.TRUE.equals(new EffectScanner().scan(argument, null)));
    }

    /** Whether a use means the member of the very object in whose code it stands, in the source class itself or a class inside it. */
    private boolean isOnSourceItself(Use use) {
        boolean here = use.file().source().path().equals(source.file().source().path());
        return here && (use.form() == Use.Form.NAME || use.form() == Use.Form.THIS) && code.isThroughSource(use);
    }

    /** Rewrites what is to be rewritten; the results are in the accessors below. */
    void rewrite(NewNames added, Construction construction, RecordComponents components) {
        for (Member member : moved) {
            if (delegates.contains(member)) {
                continue;
            }
            for (Use use : uses.get(member)) {
                rewritten++;
                if (construction.givesWay(use)) {
                    continue;
                }
                names.at(use, member).ifPresent(edit -> edit(use, edit));
                if (member.isStatic()) {
                    rewriteStatic(use, member);
                } else {
                    rewriteInstance(use, member, added);
                    if (components.contains(member)) {
                        edit(use, Edit.insert(use.file().end(use.tree()), "()"));
                    }
                }
                if (!use.file().packageName().equals(source.file().packageName())) {
                    needPublic.add(member);
                } else {
                    needPackage.add(member);
                }
            }
        }
    }

    private void rewriteInstance(Use use, Member member, NewNames added) {
        boolean direct = isOnSourceItself(use) || isSourceValueInside(use);
        if (!direct) {
            usesAccessor = true;
            accessorCrossesPackages |=
                    !use.file().packageName().equals(source.file().packageName());
        }
        String route = direct ? added.field() : added.accessor() + "()";
        if (use.isMethodReference()) {
            edit(use, Edit.insert(use.file().end(use.qualifier().orElseThrow()), "." + route));
            return;
        }
        int at = use.qualifier().isPresent()
                ? use.file().afterDot(use.qualifier().get())
                : use.file().start(use.tree());
        edit(use, Edit.insert(at, route + "."));
        use.call()
                .flatMap(call -> Arguments.append(use.file(), call, member, arguments(use, member)))
                .ifPresent(edit -> edit(use, edit));
    }

    private List<String> arguments(Use use, Member member) {
        CapturedState needed = code.needs(member);
        if (needed.isNothing()) {
            return List.of();
        }
        String self = use.enclosingClass() == source.tree() ? "this" : source.simpleName() + ".this";
        if (needed.isSource()) {
            return List.of(self);
        }
        Set<String> local = LocalNames.inAndInherited(use.file(), enclosingMember(use));
        return needed.values().stream()
                .map(value -> local.contains(value.name()) ? self + "." + value.name() : value.name())
                .toList();
    }

    private TreePath enclosingMember(Use use) {
        TreePath at = use.path();
        while (at.getParentPath().getLeaf() != source.tree()) {
            at = at.getParentPath();
        }
        return at;
    }

    /** {@code other.member} inside the source class: its private field is in reach as long as the type is exactly the source class. */
    private boolean isSourceValueInside(Use use) {
        boolean here = use.file().source().path().equals(source.file().source().path()) && use.isWithin(outermost());
        if (!here || use.form() != Use.Form.EXPRESSION) {
            return false;
        }
        TreePath qualifier = new TreePath(use.path(), use.qualifier().orElseThrow());
        var type = use.file().attribution().trees().getTypeMirror(qualifier);
        var types = use.file().attribution().types();
        return type != null
                && types.isSameType(
                        types.erasure(type), types.erasure(source.element().asType()));
    }

    private Tree outermost() {
        TreePath at = source.path();
        while (at.getParentPath().getLeaf() != source.file().unit()) {
            at = at.getParentPath();
        }
        return at.getLeaf();
    }

    private void rewriteStatic(Use use, Member member) {
        TouchedFile file = use.file();
        if (use.form() == Use.Form.TYPE) {
            edit(use, new Edit(file.region(use.qualifier().orElseThrow()), nameIn(file)));
            return;
        }
        Imports imports = new Imports(file);
        Optional<Imports.Import> own = imports.all().stream()
                .filter(one -> one.isStatic() && one.simple().equals(member.name()))
                .findFirst();
        if (use.provider().isEmpty() && own.isPresent() && !isHiddenFrom(member)) {
            edit(use, new Edit(own.get().region(), "import static " + qualifiedName() + "." + names.of(member) + ";"));
        } else {
            edit(use, Edit.insert(file.start(use.tree()), nameIn(file) + "."));
        }
    }

    /** Whether a static import of the name must also go on finding members that stay. */
    private boolean isHiddenFrom(Member member) {
        return source.members().stream()
                .anyMatch(other ->
                        other.name().equals(member.name()) && (!moved.contains(other) || delegates.contains(other)));
    }

    private String qualifiedName() {
        String packageName = source.file().packageName();
        return packageName.isEmpty() ? newType : packageName + "." + newType;
    }

    /** How a file names the new class, importing it where it must. */
    private String nameIn(TouchedFile file) {
        Optional<Imports.Import> imported = new Imports(file).named(newType);
        boolean near = file.packageName().equals(source.file().packageName());
        // The audit tells whether a name of a class that is there already means that class here.
        boolean known = !fresh
                && imported.map(one -> one.name().equals(qualifiedName())).orElse(near);
        boolean clash = !known
                && (imported.isPresent() || file.tokens().stream().anyMatch(token -> token.is(file.text(), newType)));
        if (clash) {
            return qualifiedName();
        }
        if (near) {
            return newType;
        }
        new Imports(file).adding(qualifiedName()).ifPresent(edit -> edit(file, edit));
        return newType;
    }

    private void edit(Use use, Edit edit) {
        edit(use.file(), edit);
    }

    private void edit(TouchedFile file, Edit edit) {
        List<Edit> own = edits.computeIfAbsent(file.source().path(), path -> new ArrayList<>());
        boolean once = edit.text().contains("import ") && own.contains(edit);
        if (!once) {
            own.add(edit);
        }
    }

    Map<Path, List<Edit>> edits() {
        return edits;
    }

    /** Moved members used from other packages. */
    Set<Member> needPublic() {
        return needPublic;
    }

    /** Moved members used from elsewhere in the package. */
    Set<Member> needPackage() {
        return needPackage;
    }

    boolean usesAccessor() {
        return usesAccessor;
    }

    boolean accessorCrossesPackages() {
        return accessorCrossesPackages;
    }

    int rewritten() {
        return rewritten;
    }

    /** Refuses what a subclass overrides while moved code calls it: such a call would no longer reach the subclass. */
    private final class OverriderScanner extends TreePathScanner<Void, Void> {
        private final TouchedFile file;
        private final Set<String> symbols;

        OverriderScanner(TouchedFile file, Set<String> symbols) {
            this.file = file;
            this.symbols = symbols;
        }

        /** A class below the source may answer for an interface with what it inherits. */
        @Override
        public Void visitClass(ClassTree tree, Void nothing) {
            if (file.element(getCurrentPath()) instanceof TypeElement type
                    && !file.symbol(type).equals(source.symbol())) {
                Overriding overriding = new Overriding(file.attribution());
                Optional<TypeElement> above = overriding.supertypes(type).stream()
                        .filter(one -> file.symbol(one).equals(source.symbol()))
                        .findFirst();
                above.ifPresent(inherited -> inherited.getEnclosedElements().stream()
                        .filter(one -> symbols.contains(file.symbol(one)) && one instanceof ExecutableElement)
                        .filter(one -> overriding.answersFor((ExecutableElement) one, type))
                        .forEach(one ->
                                delegates.add(code.movedMember(file.symbol(one)).orElseThrow())));
            }
            return super.visitClass(tree, nothing);
        }

        @Override
        public Void visitMethod(MethodTree tree, Void nothing) {
            if (file.element(getCurrentPath()) instanceof ExecutableElement method
                    && method.getKind() == ElementKind.METHOD
                    && method.getEnclosingElement() instanceof TypeElement) {
                new Overriding(file.attribution())
                        .overridden(method)
                        .map(file::symbol)
                        .filter(symbols::contains)
                        .findFirst()
                        .ifPresent(symbol -> overridden(symbol, tree));
            }
            return super.visitMethod(tree, nothing);
        }

        private void overridden(String symbol, MethodTree tree) {
            Member member = code.movedMember(symbol).orElseThrow();
            if (firstCall(symbol).isPresent()) {
                throw ExtractClass.refused(
                        file.place(tree),
                        Rule.KEEPS_DISPATCH,
                        "'" + member.name() + "' is overridden here, and the moved code calls it",
                        "leave '" + member.name() + "' out of --members");
            }
            delegates.add(member);
        }
    }

    /** Whether an expression changes something by itself. */
    private static final class EffectScanner extends TreeScanner<Boolean, Void> {
        @Override
        public Boolean visitAssignment(AssignmentTree tree, Void nothing) {
            return true;
        }

        @Override
        public Boolean visitCompoundAssignment(CompoundAssignmentTree tree, Void nothing) {
            return true;
        }

        @Override
        public Boolean visitUnary(UnaryTree tree, Void nothing) {
            return switch (tree.getKind()) {
                case PREFIX_INCREMENT, PREFIX_DECREMENT, POSTFIX_INCREMENT, POSTFIX_DECREMENT -> true;
                default -> super.visitUnary(tree, nothing);
            };
        }

        @Override
        public Boolean reduce(Boolean a, Boolean b) {
            return Boolean.TRUE.equals(a) || Boolean.TRUE.equals(b);
        }
    }

    static boolean isThisCall(ExpressionTree tree) {
        return tree instanceof MethodInvocationTree call
                && call.getMethodSelect() instanceof IdentifierTree name
                && name.getName().contentEquals("this");
    }
}
