package paredown.analysis.flow;

import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import paredown.analysis.call.Reentrancy;
import paredown.code.compile.Symbol;
import paredown.code.facts.CallArguments;
import paredown.code.facts.ImplicitCalls;
import paredown.code.facts.OutsideCall;
import paredown.code.facts.OutsideCalls;
import paredown.tree.Required;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;
import paredown.verdict.Rule;

/** Refuses calls that may come back to a method while a variable of it is in use. */
public final class InterveningCalls extends TreePathScanner<Void, Void> {
    private final TouchedFile file;
    private final TreePath path;
    private final Liveness liveness;
    private final Reentrancy reentry;
    private final ImplicitCalls implicitCalls;
    private final OutsideCalls outside;
    private final CallArguments callArguments;
    private final Set<Object> seen = new HashSet<>();

    public InterveningCalls(TouchedFile file, TreePath path, Liveness liveness, Reentrancy reentry) {
        this.file = file;
        this.liveness = liveness;
        this.path = path;
        this.reentry = reentry;
        this.callArguments = new CallArguments(file.attribution());
        this.implicitCalls = new ImplicitCalls(file.attribution());
        // What is of neither the project nor the JDK may call anything: the call graph says so.
        this.outside = new OutsideCalls(
                file.attribution(),
                type -> !type.getQualifiedName().toString().startsWith("java")
                        || file.attribution().trees().getTree(type) != null);
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

    /** Whoever is handed it may run it at once. */
    @Override
    public Void visitMemberReference(MemberReferenceTree tree, Void nothing) {
        Element called = file.element(getCurrentPath());
        if (called != null) {
            judge(called, tree);
        }
        return super.visitMemberReference(tree, nothing);
    }

    @Override
    public Void scan(Tree tree, Void nothing) {
        if (tree != null) {
            judgeImplicitCalls(new TreePath(getCurrentPath(), tree));
        }
        return super.scan(tree, nothing);
    }

    /** Scans a statement that stands by itself. */
    public void check(TreePath statement) {
        judgeImplicitCalls(statement);
        scan(statement, null);
    }

    private void judgeImplicitCalls(TreePath at) {
        List<String> called = implicitCalls.at(at.getParentPath(), at.getLeaf());
        if (!called.isEmpty() && liveness.isLiveAfter(at)) {
            called.forEach(one -> judge(reentry.witness(one), at.getLeaf()));
        }
    }

    private void judge(Element called, Tree call) {
        if (!liveness.isLiveAfter(getCurrentPath())) {
            return;
        }
        Optional<OutsideCall> leaving = outside.of(getCurrentPath());
        if (leaving.isPresent()) {
            judge(reentry.witness(leaving.get()), call);
        } else if (called != null && isOfAbove(call)) {
            judge(reentry.wayAbove(called), call);
        } else {
            Set<Integer> written = callArguments.written(getCurrentPath());
            if (seen.add(Arrays.asList(called, written))) {
                judge(reentry.witness(called, written), call);
            }
        }
    }

    private static boolean isOfAbove(Tree call) {
        return call instanceof MethodInvocationTree invocation
                && invocation.getMethodSelect() instanceof MemberSelectTree select
                && select.getExpression() instanceof IdentifierTree name
                && name.getName().contentEquals("super");
    }

    private void judge(Optional<String> witness, Tree call) {
        witness.ifPresent(by -> {
            throw refused(call, by);
        });
    }

    private RuntimeException refused(Tree at, String by) {
        String own = file.symbol(file.element(Scopes.member(path)));
        String called = Symbol.simple(Symbol.typeName(by)) + "." + Symbol.memberName(by);
        return Required.refused(
                file.place(at),
                Rule.KEEPS_EVALUATION,
                "while '" + ((VariableTree) path.getLeaf()).getName() + "' is in use, '" + file.brief(at)
                        + "' may come back to '" + Symbol.memberName(own) + "'"
                        + (by.equals(own) ? "" : " by way of '" + called + "'"),
                "leave it local");
    }
}
