package paredown.cut.extract;

import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.Elements;
import paredown.source.Edit;
import paredown.tree.Components;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Rule;

/** Rewrites the moved members so that they mean in the new class what they meant in the source class. */
final class MovedText {
    private final DeclaredClass source;
    private final MovedCode code;
    private final NewNames names;
    private final MemberNames members;
    private final Set<String> delegates;
    private final List<Edit> edits = new ArrayList<>();
    private final Set<Element> widened = new LinkedHashSet<>();
    private final Set<String> simpleNames = new LinkedHashSet<>();
    private final Set<String> packages = new LinkedHashSet<>();
    private final Set<Element> typeParameters = new LinkedHashSet<>();
    private boolean usesAccessor;

    /**
     * @param delegates symbols of moved methods that leave a delegate behind
     */
    MovedText(
            DeclaredClass source,
            Set<Member> moved,
            MovedCode code,
            NewNames names,
            MemberNames members,
            Set<String> delegates) {
        this.source = source;
        this.code = code;
        this.names = names;
        this.members = members;
        this.delegates = delegates;
        for (Member member : moved) {
            code.uses(member).forEach(use -> rewrite(use, member));
            code.thisValues(member).forEach(path -> edits.add(new Edit(file().region(path.getLeaf()), names.source())));
            code.innerCreations(member)
                    .forEach(path -> edits.add(Edit.insert(file().start(path.getLeaf()), names.source() + ".")));
            members.declared(file(), member).ifPresent(edits::add);
            if (member.isMethod()) {
                addParameters(member);
                dropOverride(member);
            }
        }
        code.created().forEach(this::widen);
    }

    private TouchedFile file() {
        return source.file();
    }

    /** Edits inside the moved members, in the source file's offsets. */
    List<Edit> edits() {
        return edits;
    }

    /** Declarations that the moved code can no longer reach as they are. */
    Set<Element> widened() {
        return widened;
    }

    /** Simple names that the moved code knows through an import, or from its package. */
    Set<String> simpleNames() {
        return simpleNames;
    }

    /** Packages and types whose members the moved code names without an import of their own. */
    Set<String> packages() {
        return packages;
    }

    /** Type parameters of the source class that the moved code names. */
    Set<Element> typeParameters() {
        return typeParameters;
    }

    /** Whether moved code reaches other objects' moved members. */
    boolean usesAccessor() {
        return usesAccessor;
    }

    private void rewrite(Use use, Member member) {
        Element target = use.target();
        if (target.getKind() == ElementKind.TYPE_PARAMETER) {
            if (target.getEnclosingElement().equals(source.element())) {
                typeParameters.add(target);
            }
            return;
        }
        if (Components.isField(target) && !isInsideMoved(target)) {
            edits.add(Components.asked(use));
        } else if (!isPassed(use, member)) {
            widen(target);
        }
        Optional<Member> movedTarget = code.movedMember(use.symbol());
        if (movedTarget.isPresent()) {
            rewriteMoved(use, movedTarget.get(), member);
        } else if (MovedCode.isInstanceMember(target)) {
            rewriteInstance(use, member);
        } else {
            rewriteStatic(use);
        }
    }

    private void rewriteMoved(Use use, Member target, Member member) {
        if (target.isStatic()) {
            if (use.form() == Use.Form.TYPE) {
                edits.add(new Edit(file().region(use.qualifier().orElseThrow()), names.type()));
            } else if (use.form() == Use.Form.EXPRESSION) {
                throw throughObject(use, target);
            }
            members.at(use, target).ifPresent(edits::add);
            return;
        }
        if (code.isThroughSource(use)) {
            requireOwn(use);
            members.insideAt(use, target).ifPresent(edits::add);
            if (use.qualifier().orElse(null) instanceof MemberSelectTree select) {
                edits.add(new Edit(file().region(select.getExpression()), names.type()));
            }
            use.call().ifPresent(call -> passOn(call, target, member));
        } else if (!delegates.contains(target.symbol())) {
            usesAccessor = true;
            edits.add(Edit.insert(afterQualifier(use), names.accessor() + "()."));
            members.at(use, target).ifPresent(edits::add);
        }
    }

    /** A bare name inside a local or anonymous subclass of the source class means that object's member, not the source's. */
    private void requireOwn(Use use) {
        if (use.form() == Use.Form.SUPER) {
            throw ExtractClass.refused(
                    use.place(),
                    Rule.KEEPS_DISPATCH,
                    "'" + file().text(use.tree()) + "' skips an overriding method",
                    "leave it out of --members");
        }
    }

    private void passOn(com.sun.source.tree.MethodInvocationTree call, Member target, Member caller) {
        List<String> passed = new ArrayList<>();
        CapturedState needed = code.needs(target);
        if (needed.isSource()) {
            passed.add(names.source());
        } else {
            for (Member value : needed.values()) {
                passed.add(
                        code.needs(caller).isSource()
                                ? names.source() + "." + value.name()
                                : names.values().get(value));
            }
            if (code.needs(caller).isSource()) {
                needed.values().forEach(value -> widen(value.element()));
            }
        }
        Arguments.append(file(), call, target, passed).ifPresent(edits::add);
    }

    /** Whether a use of a field of the source gives way to a parameter. */
    private boolean isPassed(Use use, Member member) {
        return code.isThroughSource(use)
                && code.needs(member).values().stream()
                        .anyMatch(one -> one.symbol().equals(use.symbol()));
    }

    private void rewriteInstance(Use use, Member member) {
        if (!code.isThroughSource(use)) {
            return;
        }
        if (isPassed(use, member)) {
            edits.add(new Edit(
                    file().region(use.tree()),
                    names.values().get(source.member(use.symbol()).orElseThrow())));
        } else if (use.form() == Use.Form.NAME) {
            edits.add(Edit.insert(file().start(use.tree()), names.source() + "."));
        } else {
            edits.add(new Edit(file().region(use.qualifier().orElseThrow()), names.source()));
        }
    }

    private void rewriteStatic(Use use) {
        Element target = use.target();
        if (use.form() == Use.Form.NAME) {
            Optional<TypeElement> provider = use.provider();
            if (provider.isEmpty()) {
                noteImported(target);
            } else if (encloses(provider.get()) && !isInnerCreation(use)) {
                edits.add(Edit.insert(file().start(use.tree()), file().nameInPackage(provider.get()) + "."));
            }
        } else if (use.form() == Use.Form.THIS && code.isThroughSource(use)) {
            edits.add(new Edit(file().region(use.qualifier().orElseThrow()), source.nameInPackage()));
        }
    }

    /** JLS 15.9.1: behind {@code source.new} stands the simple name of an inner class. */
    private static boolean isInnerCreation(Use use) {
        return use.path().getParentPath().getLeaf() instanceof NewClassTree creation
                && creation.getIdentifier() == use.tree()
                && use.target().getKind() == ElementKind.CLASS
                && !use.target().getModifiers().contains(Modifier.STATIC);
    }

    private void noteImported(Element target) {
        simpleNames.add(target.getSimpleName().toString());
        Element owner = target.getEnclosingElement();
        if (owner != null) {
            packages.add(owner.toString());
        }
    }

    /** Whether a class is the source class or one around it: their members are in scope only there. */
    private boolean encloses(TypeElement type) {
        for (Element at = source.element(); at instanceof TypeElement; at = at.getEnclosingElement()) {
            if (at.equals(type)) {
                return true;
            }
        }
        return false;
    }

    private int afterQualifier(Use use) {
        return use.isMethodReference()
                ? file().end(use.qualifier().orElseThrow())
                : file().afterDot(use.qualifier().orElseThrow());
    }

    private RuntimeException throughObject(Use use, Member target) {
        return ExtractClass.refused(
                use.place(),
                Rule.KEEPS_EVALUATION,
                "'" + file().text(use.tree()) + "' names the static '" + target.name() + "' through an object",
                "name it through its class first");
    }

    private void widen(Element target) {
        Element at = target;
        while (at != null && at.getKind() != ElementKind.PACKAGE && !isMoved(at)) {
            boolean top =
                    at.getEnclosingElement() != null && at.getEnclosingElement().getKind() == ElementKind.PACKAGE;
            if (!top && at.getModifiers().contains(Modifier.PRIVATE) && isDeclaredHere(at)) {
                widened.add(at);
            }
            at = at.getEnclosingElement();
        }
    }

    private boolean isMoved(Element element) {
        return code.movedMember(file().symbol(element)).isPresent();
    }

    /** A record inside a method that moves goes along, and sees its own fields. */
    private boolean isInsideMoved(Element element) {
        for (Element at = element; at != null; at = at.getEnclosingElement()) {
            if (isMoved(at)) {
                return true;
            }
        }
        return false;
    }

    private boolean isDeclaredHere(Element element) {
        TreePath path = file().attribution().trees().getPath(element);
        return path != null
                && path.getCompilationUnit() == file().unit()
                && file().attribution().elements().getOrigin(element) != Elements.Origin.MANDATED;
    }

    private void addParameters(Member member) {
        CapturedState needed = code.needs(member);
        if (needed.isNothing()) {
            return;
        }
        List<String> added = new ArrayList<>();
        if (needed.isSource()) {
            added.add(sourceType() + " " + names.source());
        } else {
            needed.values()
                    .forEach(value -> added.add(typeText(value.fieldTree(), value.path()) + " "
                            + names.values().get(value)));
        }
        String text = String.join(", ", added);
        MethodTree tree = member.methodTree();
        List<? extends VariableTree> parameters = tree.getParameters();
        if (parameters.isEmpty()) {
            edits.add(Edit.insert(file().behindParenthesis(member.methodTree()), text));
        } else if (member.method().isVarArgs()) {
            edits.add(Edit.insert(file().start(parameters.get(0)), text + ", "));
        } else {
            edits.add(Edit.insert(file().end(parameters.get(parameters.size() - 1)), ", " + text));
        }
    }

    private String sourceType() {
        String parameters = source.element().getTypeParameters().stream()
                .peek(typeParameters::add)
                .map(one -> one.getSimpleName().toString())
                .collect(Collectors.joining(", "));
        return source.nameInPackage() + (parameters.isEmpty() ? "" : "<" + parameters + ">");
    }

    /** The declared type of a field as the new class must write it. */
    String typeText(VariableTree field, TreePath path) {
        Tree type = field.getType();
        int before = edits.size();
        UseFinder.in(
                        file(),
                        new TreePath(path, type),
                        element -> element.getKind().isClass()
                                || element.getKind().isInterface()
                                || element.getKind() == ElementKind.TYPE_PARAMETER)
                .forEach(use -> {
                    if (use.target().getKind() == ElementKind.TYPE_PARAMETER) {
                        typeParameters.add(use.target());
                    } else {
                        widen(use.target());
                        rewriteStatic(use);
                    }
                });
        List<Edit> own = new ArrayList<>(edits.subList(before, edits.size()));
        edits.subList(before, edits.size()).clear();
        return file().typeText(field, own);
    }

    private void dropOverride(Member member) {
        file().overrideMarks(member.methodTree()).forEach(mark -> edits.add(Edit.delete(mark)));
    }
}
