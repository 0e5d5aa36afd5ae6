package paredown.analysis.call;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import java.util.List;
import java.util.Optional;
import java.util.function.BiPredicate;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import paredown.analysis.jdk.LibraryModel;
import paredown.code.compile.Symbol;
import paredown.tree.TouchedFile;
import paredown.tree.Use;

/**
 * Functions that a call in the expression around them runs, and that nobody keeps: what a list is walked through with, how it is sorted, and
 * the steps of a stream which ends where it stands.
 */
public final class SynchronousLambdas {
    private final TouchedFile file;
    private final Tree member;
    private final BiPredicate<String, String> own;

    /**
     * @param member around the functions
     * @param own whether the project has a method of its own with a name, for types that others have made: what that keeps nobody knows
     */
    public SynchronousLambdas(TouchedFile file, Tree member, BiPredicate<String, String> own) {
        this.file = file;
        this.member = member;
        this.own = own;
    }

    /** Where in the text a use has been evaluated for the last time; empty where a function around it may be run later. */
    public Optional<Integer> done(Use use) {
        int done = file.start(use.tree());
        for (TreePath at = use.path(); at.getLeaf() != member; at = at.getParentPath()) {
            if (at.getLeaf() instanceof ClassTree) {
                return Optional.empty();
            }
            if (at.getLeaf() instanceof LambdaExpressionTree) {
                Optional<TreePath> runner = runner(at);
                if (runner.isEmpty()) {
                    return Optional.empty();
                }
                done = file.end(runner.get().getLeaf());
            }
        }
        return Optional.of(done);
    }

    /** The call that has run a function, or what it was made a part of, when it returns. */
    private Optional<TreePath> runner(TreePath value) {
        TreePath parent = value.getParentPath();
        Tree leaf = parent.getLeaf();
        if (leaf instanceof ParenthesizedTree) {
            return runner(parent);
        }
        if (leaf instanceof MethodInvocationTree call) {
            return runner(value, parent, call);
        }
        if (leaf instanceof MemberSelectTree && parent.getParentPath().getLeaf() instanceof MethodInvocationTree call) {
            return call.getMethodSelect() == leaf ? ofStep(parent.getParentPath()) : Optional.empty();
        }
        // What a function gives that is flattened is gone through by whoever flattens it.
        return leaf instanceof LambdaExpressionTree
                        && parent.getParentPath().getLeaf() instanceof MethodInvocationTree
                        && file.element(parent.getParentPath()) instanceof ExecutableElement taker
                        && LibraryModel.isFlattening(file.symbol(taker))
                ? runner(parent)
                : Optional.empty();
    }

    private Optional<TreePath> runner(TreePath value, TreePath at, MethodInvocationTree call) {
        if (!(file.element(at) instanceof ExecutableElement method) || !isForRunning(method, call, value.getLeaf())) {
            return Optional.empty();
        }
        String symbol = file.symbol(method);
        if (!LibraryModel.isRunAtOnce(symbol)) {
            return ofStep(at);
        }
        return isOthers(symbol) ? Optional.of(at) : Optional.empty();
    }

    /** Whether what is handed over is taken as a function or as a stream, and not as one value among others. */
    private static boolean isForRunning(ExecutableElement method, MethodInvocationTree call, Tree value) {
        int place = call.getArguments().indexOf((ExpressionTree) value);
        List<? extends VariableElement> parameters = method.getParameters();
        return place < parameters.size() && parameters.get(place).asType().getKind() == TypeKind.DECLARED;
    }

    /** What runs the steps of a stream, or the parts of an order or a collector, of which a call makes one. */
    private Optional<TreePath> ofStep(TreePath at) {
        Element step = file.element(at);
        if (!(step instanceof ExecutableElement method)
                || !LibraryModel.isStep(file.symbol(method))
                || !isOthers(file.symbol(method))) {
            return Optional.empty();
        }
        boolean toRun = method.getReturnType() instanceof DeclaredType type
                && LibraryModel.isStillToRun(file.symbol(type.asElement()));
        return toRun ? runner(at) : Optional.of(at);
    }

    /** Whether a method is run as others wrote it. */
    private boolean isOthers(String symbol) {
        String sorted = symbol.startsWith("java.util.Collections#sort") ? "java.util.List" : Symbol.typeName(symbol);
        return !own.test(sorted, Symbol.memberName(symbol));
    }
}
