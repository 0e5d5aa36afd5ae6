package paredown.code.facts;

import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TryTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import java.util.ArrayList;
import java.util.List;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;
import paredown.code.compile.Attribution;
import paredown.code.compile.Symbols;

/** Calls that nobody writes: of objects put into a text, gone through in a loop, or closed at the end of a block. */
public final class ImplicitCalls {
    private static final String TEXT = "java.lang.String";

    private final Trees trees;
    private final Symbols symbols;

    public ImplicitCalls(Attribution attribution) {
        this(attribution, new Symbols(attribution.types()));
    }

    ImplicitCalls(Attribution attribution, Symbols symbols) {
        this.trees = attribution.trees();
        this.symbols = symbols;
    }

    /** The methods that a statement or expression itself calls, as symbols of the types that are declared; what lies in it aside. */
    public List<String> at(TreePath parent, Tree tree) {
        boolean any = tree.getKind() == Tree.Kind.PLUS
                || tree.getKind() == Tree.Kind.PLUS_ASSIGNMENT
                || tree instanceof EnhancedForLoopTree
                || tree instanceof TryTree;
        return any ? at(new TreePath(parent, tree)) : List.of();
    }

    private List<String> at(TreePath path) {
        List<String> called = new ArrayList<>();
        Tree tree = path.getLeaf();
        if (tree instanceof BinaryTree binary && isText(path)) {
            add(called, path, binary.getLeftOperand(), "toString");
            add(called, path, binary.getRightOperand(), "toString");
        } else if (tree instanceof CompoundAssignmentTree assignment && isText(path)) {
            add(called, path, assignment.getExpression(), "toString");
        } else if (tree instanceof EnhancedForLoopTree loop) {
            add(called, path, loop.getExpression(), "iterator");
            if (!called.isEmpty() && !called.get(0).startsWith("java.util.")) {
                // What walks through collections of the JDK comes with the call that asks for it.
                called.add("java.util.Iterator#hasNext()");
                called.add("java.util.Iterator#next()");
            }
        } else if (tree instanceof TryTree block) {
            block.getResources().forEach(resource -> add(called, path, resource, "close"));
        }
        return called;
    }

    private boolean isText(TreePath path) {
        TypeMirror type = trees.getTypeMirror(path);
        return type != null && type.toString().equals(TEXT);
    }

    private void add(List<String> called, TreePath path, Tree object, String method) {
        TypeMirror type = trees.getTypeMirror(new TreePath(path, object));
        if (type == null || type.getKind().isPrimitive()) {
            return;
        }
        boolean closed = type instanceof DeclaredType declared
                && declared.asElement() instanceof TypeElement element
                && element.getModifiers().contains(Modifier.FINAL)
                && element.getQualifiedName().toString().startsWith("java.");
        String erased = symbols.erased(type);
        if (!closed && !erased.endsWith("]") && !erased.startsWith("<")) {
            called.add(erased + "#" + method + "()");
        }
    }
}
