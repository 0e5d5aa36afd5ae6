package paredown.code.facts;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.lang.model.element.Element;

/**
 * The local variables of a member that stand for one function, which is written where they are declared: whoever reads the member reads
 * it too, so that a call that is handed such a variable runs nothing besides.
 */
final class LocalFunctions {
    private final Trees trees;
    private final Map<Element, Object> declared = new HashMap<>();
    private final Set<Element> changed = new HashSet<>();
    private final Map<Integer, Call> calls = new HashMap<>();

    private record Call(TreePath path, Object around) {}

    LocalFunctions(Trees trees) {
        this.trees = trees;
    }

    /**
     * Takes notice of a local variable.
     *
     * @param around the class made on the spot that it stands in; null for the member itself
     */
    void declared(Element variable, ExpressionTree value, Object around) {
        if (value instanceof LambdaExpressionTree || value instanceof MemberReferenceTree) {
            declared.put(variable, around);
        }
    }

    void assigned(Element variable) {
        changed.add(variable);
    }

    /**
     * Takes notice of a call.
     *
     * @param at where it stands among those that leave the project
     * @param around as for a variable: of another one around, only what is written there is read with the call
     */
    void called(TreePath path, int at, Object around) {
        if (path.getLeaf() instanceof MethodInvocationTree call && !declared.isEmpty()) {
            boolean handed = call.getArguments().stream()
                    .filter(IdentifierTree.class::isInstance)
                    .map(one -> trees.getElement(new TreePath(path, one)))
                    .anyMatch(one -> isRead(one, around));
            if (handed) {
                calls.put(at, new Call(path, around));
            }
        }
    }

    private boolean isRead(Element variable, Object around) {
        return declared.containsKey(variable) && declared.get(variable) == around && !changed.contains(variable);
    }

    /** Reads the calls again that are handed such variables; all of the member must have been read. */
    void into(List<OutsideCall> all, OutsideCalls outside) {
        calls.forEach((at, call) -> outside.at(call.path(), variable -> isRead(variable, call.around()))
                .ifPresent(one -> all.set(at, one)));
    }
}
