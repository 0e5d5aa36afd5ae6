package paredown.cut.extract;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Rule;

/** What the moved members use, and what each of them still needs from the source object once it has moved. */
final class MovedCode {
    private final DeclaredClass source;
    private final Set<Member> moved;
    private final Map<Member, List<Use>> uses = new LinkedHashMap<>();
    private final Map<Member, List<TreePath>> thisValues = new LinkedHashMap<>();
    private final Map<Member, List<TreePath>> innerCreations = new LinkedHashMap<>();
    private final Map<Member, CapturedState> needs = new LinkedHashMap<>();
    private final Set<Element> created = new LinkedHashSet<>();

    MovedCode(DeclaredClass source, Set<Member> moved) {
        this.source = source;
        this.moved = moved;
        for (Member member : moved) {
            uses.put(member, UseFinder.in(file(), member.path(), MovedCode::isDeclaration));
            thisValues.put(member, new ArrayList<>());
            innerCreations.put(member, new ArrayList<>());
            new SelfScanner(member).scan(member.path(), null);
            needs.put(member, new CapturedState());
        }
        moved.forEach(this::collectNeeds);
        spreadNeeds();
        moved.stream().filter(Member::isField).forEach(this::refuseNeedyField);
    }

    private static boolean isDeclaration(Element element) {
        ElementKind kind = element.getKind();
        boolean type = kind.isClass() || kind.isInterface() || kind == ElementKind.TYPE_PARAMETER;
        return type || kind == ElementKind.METHOD || kind == ElementKind.FIELD || kind == ElementKind.ENUM_CONSTANT;
    }

    TouchedFile file() {
        return source.file();
    }

    List<Use> uses(Member member) {
        return uses.get(member);
    }

    CapturedState needs(Member member) {
        return needs.get(member);
    }

    /** Places where a moved member hands out or keeps {@code this}. */
    List<TreePath> thisValues(Member member) {
        return thisValues.get(member);
    }

    /** Places where a moved member makes an object of an inner class of the source. */
    List<TreePath> innerCreations(Member member) {
        return innerCreations.get(member);
    }

    /** Constructors that the moved code calls. */
    Set<Element> created() {
        return created;
    }

    Optional<Member> movedMember(String symbol) {
        return moved.stream().filter(member -> member.symbol().equals(symbol)).findFirst();
    }

    /** Whether a use reaches its target through the source object itself, or through the source class for a static target. */
    boolean isThroughSource(Use use) {
        return switch (use.form()) {
            case NAME ->
                use.provider()
                        .map(provider -> provider.equals(source.element()))
                        .orElse(false);
            case THIS, SUPER -> isSourceThis(use.qualifier().orElseThrow(), use.enclosingClass());
            case TYPE, EXPRESSION -> false;
        };
    }

    private boolean isSourceThis(ExpressionTree keyword, ClassTree enclosing) {
        if (keyword instanceof MemberSelectTree select) {
            return source.element().equals(file().attribution().trees().getElement(pathTo(select.getExpression())));
        }
        return enclosing == source.tree();
    }

    private TreePath pathTo(Tree tree) {
        return file().attribution().trees().getPath(file().unit(), tree);
    }

    private void collectNeeds(Member member) {
        CapturedState own = needs.get(member);
        if (!thisValues.get(member).isEmpty() || !innerCreations.get(member).isEmpty()) {
            own.source();
        }
        for (Use use : uses.get(member)) {
            boolean instance = isInstanceMember(use.target());
            if (!instance || !isThroughSource(use) || movedMember(use.symbol()).isPresent()) {
                continue;
            }
            if (use.form() == Use.Form.SUPER) {
                throw ExtractClass.refused(
                        use.place(),
                        Rule.KEEPS_DISPATCH,
                        "'" + member.name() + "' calls '" + file().text(use.tree()) + "', which only "
                                + source.simpleName() + " can",
                        "leave '" + member.name() + "' out of --members");
            }
            Optional<Member> field = source.member(use.symbol()).filter(Member::isField);
            if (field.isPresent() && isPassable(field.get(), use, member)) {
                own.value(field.get());
            } else {
                own.source();
            }
        }
    }

    static boolean isInstanceMember(Element element) {
        boolean member = element.getKind() == ElementKind.METHOD || element.getKind() == ElementKind.FIELD;
        return member
                && element.getEnclosingElement() instanceof TypeElement
                && !element.getModifiers().contains(Modifier.STATIC);
    }

    /** Whether reading a field before the call gives what reading it inside the call gives. */
    private boolean isPassable(Member field, Use use, Member reader) {
        if (use.isWritten() || field.element().getModifiers().contains(Modifier.VOLATILE) || isOldArray(field)) {
            return false;
        }
        return field.isFinal() || !use.isDeferred(reader.tree()) && isUnchangedDuring(reader, field);
    }

    private boolean isUnchangedDuring(Member reader, Member field) {
        boolean settled = field.isPrivate() && isWrittenOnlyWhileConstructed(field);
        return field.isFinal() || settled || isQuiet(reader, new LinkedHashSet<>());
    }

    private boolean isOldArray(Member field) {
        int name = file().word(field.name(), field.declaration().start()).end();
        return name < file().text().length()
                && file().text().substring(name).stripLeading().startsWith("[");
    }

    private boolean isWrittenOnlyWhileConstructed(Member field) {
        return UseFinder.in(file(), field.element()::equals).stream()
                .filter(Use::isWritten)
                .allMatch(write -> source.constructors()
                                .anyMatch(one -> write.isWithin(one.tree()) && !write.isDeferred(one.tree()))
                        || source.initialisers().anyMatch(block -> write.isWithin(block) && !write.isDeferred(block)));
    }

    /** Whether nothing that a method calls can come back to the source object and change it. */
    private boolean isQuiet(Member member, Set<Member> seen) {
        if (!seen.add(member)) {
            return true;
        }
        for (Use use : uses.get(member)) {
            if (use.target().getKind() != ElementKind.METHOD) {
                continue;
            }
            Optional<Member> callee = movedMember(use.symbol());
            if (callee.isPresent() ? !isQuiet(callee.get(), seen) : !isHarmless(use.target())) {
                return false;
            }
        }
        return member.isField() || !new Creations(member).found;
    }

    private static boolean isHarmless(Element method) {
        Element owner = method.getEnclosingElement();
        boolean closed = owner.getModifiers().contains(Modifier.FINAL)
                || method.getModifiers().contains(Modifier.STATIC);
        // These ask objects for their text, and the objects may be the project's own.
        boolean asks = Set.of("valueOf", "format", "formatted", "join", "append")
                .contains(method.getSimpleName().toString());
        return closed && !asks && owner.toString().startsWith("java.lang.");
    }

    private void spreadNeeds() {
        boolean grew = true;
        while (grew) {
            grew = false;
            for (Member member : moved) {
                for (Use use : uses.get(member)) {
                    Optional<Member> callee = movedMember(use.symbol()).filter(Member::isMethod);
                    if (callee.isPresent() && !callee.get().isStatic() && isThroughSource(use)) {
                        CapturedState passed = needs.get(callee.get());
                        if (use.isMethodReference() && !passed.isNothing()) {
                            throw ExtractClass.refused(
                                    use.place(),
                                    Rule.KEEPS_EVALUATION,
                                    "'" + file().text(use.tree()) + "' has nowhere to pass what '"
                                            + callee.get().name() + "' needs from " + source.simpleName(),
                                    "write it as a lambda, or leave '"
                                            + callee.get().name() + "' out of --members");
                        }
                        grew |= needs.get(member).addAll(passed);
                        grew |= requireWhatMayChange(member, passed, use);
                    }
                }
            }
        }
    }

    /** A value that is only passed on was read when the caller began: too early where something may change it in between. */
    private boolean requireWhatMayChange(Member caller, CapturedState passed, Use call) {
        boolean stale = passed.values().stream()
                .anyMatch(field ->
                        !field.isFinal() && (call.isDeferred(caller.tree()) || !isUnchangedDuring(caller, field)));
        if (stale && !needs.get(caller).isSource()) {
            needs.get(caller).source();
            return true;
        }
        return false;
    }

    private void refuseNeedyField(Member field) {
        if (!needs.get(field).isNothing()) {
            throw ExtractClass.refused(
                    file().place(field.tree()),
                    Rule.KEEPS_INITIALISATION_ORDER,
                    "the initial value of '" + field.name() + "' is computed from what stays in " + source.simpleName(),
                    "leave '" + field.name() + "' out of --members, or set it in the constructor");
        }
    }

    /** Finds {@code this} used as a value and inner classes of the source being created. */
    private final class SelfScanner extends TreePathScanner<Void, Void> {
        private final Member member;

        SelfScanner(Member member) {
            this.member = member;
        }

        @Override
        public Void visitIdentifier(IdentifierTree tree, Void nothing) {
            if (tree.getName().contentEquals("this") && !qualifies(tree) && enclosingClass() == source.tree()) {
                thisValues.get(member).add(getCurrentPath());
            }
            return null;
        }

        @Override
        public Void visitMemberSelect(MemberSelectTree tree, Void nothing) {
            if (tree.getIdentifier().contentEquals("this") && !qualifies(tree) && isSourceThis(tree, null)) {
                thisValues.get(member).add(getCurrentPath());
                return null;
            }
            return super.visitMemberSelect(tree, nothing);
        }

        @Override
        public Void visitNewClass(NewClassTree tree, Void nothing) {
            Element constructor = file().element(getCurrentPath());
            if (constructor instanceof ExecutableElement && tree.getClassBody() == null) {
                created.add(constructor);
                Element type = constructor.getEnclosingElement();
                boolean inner = type.getEnclosingElement().equals(source.element())
                        && !type.getModifiers().contains(Modifier.STATIC);
                if (inner && tree.getEnclosingExpression() == null) {
                    innerCreations.get(member).add(getCurrentPath());
                }
            }
            return super.visitNewClass(tree, nothing);
        }

        private boolean qualifies(Tree tree) {
            Tree parent = getCurrentPath().getParentPath().getLeaf();
            return parent instanceof MemberSelectTree select && select.getExpression() == tree
                    || parent instanceof MemberReferenceTree reference && reference.getQualifierExpression() == tree;
        }

        private Tree enclosingClass() {
            TreePath at = getCurrentPath();
            while (!(at.getLeaf() instanceof ClassTree)) {
                at = at.getParentPath();
            }
            return at.getLeaf();
        }
    }

    /** Whether a member makes objects of classes that are not the JDK's own. */
    private final class Creations extends TreePathScanner<Void, Void> {
        private boolean found;

        Creations(Member member) {
            scan(member.path(), null);
        }

        @Override
        public Void visitNewClass(NewClassTree tree, Void nothing) {
            Element constructor = file().element(getCurrentPath());
            found |= constructor == null
                    || !constructor.getEnclosingElement().toString().startsWith("java.");
            return super.visitNewClass(tree, nothing);
        }
    }
}
