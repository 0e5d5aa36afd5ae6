package paredown.code.facts;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;

/**
 * Streams, collectors, orders and functions that one expression makes from beginning to end: what they run is written in it, where whoever
 * reads the expression reads it too.
 */
final class StreamPipelines {
    private static final String STREAMS = "java.util.stream";

    /** Whose methods make a function of others, and nothing besides. */
    private static final Set<String> MAKING = Set.of("java.util.stream.Collectors", "java.util.Comparator");

    /** What walks through values that are there. */
    private static final Set<String> SOURCES = Set.of(
            "java.util.Collection#stream",
            "java.util.Collection#parallelStream",
            "java.util.Arrays#stream",
            "java.util.Optional#stream",
            "java.lang.CharSequence#chars",
            "java.lang.CharSequence#codePoints",
            "java.lang.String#chars",
            "java.lang.String#codePoints",
            "java.lang.String#lines");

    private final Trees trees;

    StreamPipelines(Trees trees) {
        this.trees = trees;
    }

    /** Whether a call is one of a stream which begins in the expression that it ends. */
    boolean isOfMade(TreePath call) {
        return call.getLeaf() instanceof MethodInvocationTree invocation
                && invocation.getMethodSelect() instanceof MemberSelectTree select
                && called(call, invocation) instanceof ExecutableElement method
                && packageOf(method).equals(STREAMS)
                && !isFlattening(method)
                && (isStatic(method) || isMade(inner(call, select)));
    }

    /** Whether a value is a stream, collector, order or function that is made where it stands. */
    boolean isMade(TreePath value) {
        TreePath at = CallArguments.plain(value);
        if (at.getLeaf() instanceof LambdaExpressionTree || at.getLeaf() instanceof MemberReferenceTree) {
            return true;
        }
        if (!(at.getLeaf() instanceof MethodInvocationTree invocation)
                || !(called(at, invocation) instanceof ExecutableElement method)) {
            return false;
        }
        String owner = owner(method);
        boolean source = SOURCES.contains(owner + "#" + method.getSimpleName());
        boolean making =
                packageOf(method).equals(STREAMS) && !owner.endsWith(".StreamSupport") || MAKING.contains(owner);
        boolean begun = source
                || isStatic(method)
                || invocation.getMethodSelect() instanceof MemberSelectTree select && isMade(inner(at, select));
        return (source || making) && begun && !isFlattening(method) && areMade(at, invocation.getArguments());
    }

    /** Whether what a function gives is a stream in its turn, which may have begun anywhere. */
    private static boolean isFlattening(ExecutableElement method) {
        return method.getSimpleName().toString().startsWith("flatMap");
    }

    private boolean areMade(TreePath call, List<? extends ExpressionTree> arguments) {
        return arguments.stream().map(one -> new TreePath(call, one)).allMatch(one -> !isRun(one) || isMade(one));
    }

    /** Whether an argument is of a type that runs what it is made of. */
    private boolean isRun(TreePath argument) {
        TypeMirror type = trees.getTypeMirror(argument);
        while (type instanceof ArrayType array) {
            type = array.getComponentType();
        }
        if (type == null || type.getKind().isPrimitive()) {
            return type == null;
        }
        if (!(type instanceof DeclaredType declared)) {
            return true;
        }
        Tree value = CallArguments.plain(argument).getLeaf();
        String name = ((TypeElement) declared.asElement()).getQualifiedName().toString();
        return value instanceof LambdaExpressionTree
                || value instanceof MemberReferenceTree
                || name.equals("java.util.Comparator")
                || name.startsWith("java.util.function.")
                || name.startsWith(STREAMS + ".");
    }

    private Element called(TreePath call, MethodInvocationTree invocation) {
        return trees.getElement(new TreePath(call, invocation.getMethodSelect()));
    }

    private static TreePath inner(TreePath call, MemberSelectTree select) {
        return new TreePath(new TreePath(call, select), select.getExpression());
    }

    private static boolean isStatic(ExecutableElement method) {
        return method.getModifiers().contains(Modifier.STATIC);
    }

    private static String owner(ExecutableElement method) {
        return ((TypeElement) method.getEnclosingElement()).getQualifiedName().toString();
    }

    private static String packageOf(ExecutableElement method) {
        String owner = owner(method);
        return owner.substring(0, Math.max(0, owner.lastIndexOf('.')));
    }
}
