package paredown.cut.extract;

import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;
import paredown.code.Symbols;
import paredown.code.Unspoken;
import paredown.cut.Required;
import paredown.cut.Rule;
import paredown.cut.Scopes;
import paredown.cut.TouchedFile;

/** Refuses calls that may come back to a method while a variable of it is in use. */
final class CallsMeanwhile extends TreePathScanner<Void, Void> {
    private final TouchedFile file;
    private final TreePath path;
    private final Reentry reentry;
    private final Unspoken unspoken;
    private final Set<Element> seen = new HashSet<>();
    private final Set<String> known = new HashSet<>();

    CallsMeanwhile(TouchedFile file, TreePath path, Reentry reentry) {
        this.file = file;
        this.path = path;
        this.reentry = reentry;
        this.unspoken = new Unspoken(file.attribution());
    }

    @Override
    public Void visitMethodInvocation(MethodInvocationTree tree, Void nothing) {
        judge(file.element(getCurrentPath()), tree);
        return super.visitMethodInvocation(tree, nothing);
    }

    @Override
    public Void visitNewClass(NewClassTree tree, Void nothing) {
        judge(file.element(getCurrentPath()), tree);
        return super.visitNewClass(tree, nothing);
    }

    @Override
    public Void scan(Tree tree, Void nothing) {
        if (tree != null) {
            for (String called : unspoken.at(getCurrentPath(), tree)) {
                judge(reentry.way(called), tree);
            }
        }
        return super.scan(tree, nothing);
    }

    private void judge(Element called, Tree call) {
        if (called instanceof ExecutableElement method && reentry.isOutside(method)) {
            judge(reentry.way(method, receiver(call), involved(call)), call);
        } else if (seen.add(called)) {
            judge(reentry.way(called), call);
        }
    }

    /** The type of the object that is called; empty where none is named. */
    private Optional<TypeMirror> receiver(Tree call) {
        if (!(call instanceof MethodInvocationTree invocation)
                || !(invocation.getMethodSelect() instanceof MemberSelectTree select)) {
            return Optional.empty();
        }
        TreePath path = new TreePath(new TreePath(getCurrentPath(), select), select.getExpression());
        return Optional.ofNullable(file.attribution().trees().getTypeMirror(path));
    }

    /** What a call is given, and what that and its object hold by their types; empty where it cannot be told. */
    private Optional<Reentry.Involved> involved(Tree call) {
        known.clear();
        List<TypeMirror> given = new ArrayList<>();
        List<TypeMirror> held = new ArrayList<>();
        List<? extends Tree> arguments;
        if (call instanceof MethodInvocationTree invocation) {
            arguments = invocation.getArguments();
            receiver(call).ifPresent(type -> held.addAll(held(type)));
        } else {
            arguments = ((NewClassTree) call).getArguments();
        }
        for (Tree argument : arguments) {
            TypeMirror type = file.attribution().trees().getTypeMirror(new TreePath(getCurrentPath(), argument));
            if (type == null) {
                return Optional.empty();
            }
            given.add(type);
            held.addAll(held(type));
        }
        return Optional.of(new Reentry.Involved(given, held));
    }

    /** What a collection holds, and what that holds again; any object where its type does not say. */
    private List<TypeMirror> held(TypeMirror type) {
        List<TypeMirror> held = new ArrayList<>();
        if (type instanceof DeclaredType declared && !isOfItself(declared)) {
            boolean generic =
                    !((TypeElement) declared.asElement()).getTypeParameters().isEmpty();
            if (generic && declared.getTypeArguments().isEmpty()) {
                return List.of(file.attribution()
                        .elements()
                        .getTypeElement("java.lang.Object")
                        .asType());
            }
            for (TypeMirror argument : declared.getTypeArguments()) {
                if (known.add(argument.toString())) {
                    held.add(argument);
                    held.addAll(held(argument));
                }
            }
            file.attribution().types().directSupertypes(declared).forEach(above -> held.addAll(held(above)));
        }
        return held;
    }

    /** What can be compared, and a class object, hold nothing of their type argument. */
    private static boolean isOfItself(DeclaredType type) {
        String name = ((TypeElement) type.asElement()).getQualifiedName().toString();
        return name.equals("java.lang.Comparable") || name.equals("java.lang.Class") || name.equals("java.lang.Enum");
    }

    private void judge(Optional<String> way, Tree call) {
        way.ifPresent(by -> {
            throw refused(call, by);
        });
    }

    private RuntimeException refused(Tree at, String by) {
        String own = file.symbol(file.element(Scopes.member(path)));
        String called = Symbols.simple(Symbols.typeName(by)) + "." + Symbols.memberName(by);
        return Required.refused(
                file.place(at),
                Rule.KEEPS_EVALUATION,
                "while '" + ((VariableTree) path.getLeaf()).getName() + "' is in use, '" + file.brief(at)
                        + "' may come back to '" + Symbols.memberName(own) + "'"
                        + (by.equals(own) ? "" : " by way of '" + called + "'"),
                "leave it local");
    }
}
