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
    private static final Set<String> COLLECTIONS = Set.of(
            "java.lang.String",
            "java.lang.StringBuilder",
            "java.util.Map",
            "java.util.HashMap",
            "java.util.TreeMap",
            "java.util.Set",
            "java.util.List",
            "java.util.ArrayList",
            "java.util.Arrays",
            "java.util.Collection",
            "java.util.Objects");

    private final TouchedFile file;
    private final TreePath path;
    private final Reentry reentry;
    private final Unspoken unspoken;
    private final Set<Element> seen = new HashSet<>();

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
        if (called instanceof ExecutableElement method && isPlainly(method, call)) {
            judge(reentry.wayPlainly(method), call);
        } else if (seen.add(called)) {
            judge(reentry.way(called), call);
        }
    }

    /** Whether a method of the JDK is called that asks what it is given at most whether it is equal, and is given numbers and texts. */
    private boolean isPlainly(ExecutableElement called, Tree call) {
        if (!(call instanceof MethodInvocationTree invocation)
                || !COLLECTIONS.contains(called.getEnclosingElement().toString())) {
            return false;
        }
        List<TypeMirror> involved = new ArrayList<>();
        if (invocation.getMethodSelect() instanceof MemberSelectTree select) {
            TreePath receiver = new TreePath(new TreePath(getCurrentPath(), select), select.getExpression());
            TypeMirror type = file.attribution().trees().getTypeMirror(receiver);
            if (type instanceof DeclaredType declared) {
                involved.addAll(declared.getTypeArguments());
            }
        }
        for (Tree argument : invocation.getArguments()) {
            involved.add(file.attribution().trees().getTypeMirror(new TreePath(getCurrentPath(), argument)));
        }
        return involved.stream().allMatch(one -> one != null && Reentry.isPlain(one));
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
