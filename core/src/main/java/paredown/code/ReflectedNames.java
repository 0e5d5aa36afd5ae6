package paredown.code;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.TypeCastTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;

/** Which methods a member calls by reflection, where it says their names itself. */
final class ReflectedNames {
    private static final String METHOD = "java.lang.reflect.Method";

    private final Trees trees;
    private final Map<Element, Set<String>> names = new HashMap<>();
    private final Set<Element> unknown = new HashSet<>();
    private final Map<Integer, Element> invoked = new HashMap<>();

    ReflectedNames(Trees trees) {
        this.trees = trees;
    }

    /** Takes notice of a value that a local variable is given. */
    void given(Element variable, ExpressionTree value) {
        if (variable == null
                || value == null
                || variable.getKind() != ElementKind.LOCAL_VARIABLE
                || !variable.asType().toString().equals(METHOD)) {
            return;
        }
        ExpressionTree made = value;
        while (made instanceof TypeCastTree cast) {
            made = cast.getExpression();
        }
        boolean nothing = made instanceof LiteralTree literal && literal.getValue() == null;
        boolean told = made instanceof MethodInvocationTree call
                && call.getMethodSelect() instanceof MemberSelectTree select
                && select.getIdentifier().toString().matches("get(Declared)?Method")
                && !call.getArguments().isEmpty()
                && call.getArguments().get(0) instanceof LiteralTree name
                && name.getValue() instanceof String;
        if (told) {
            Object name =
                    ((LiteralTree) ((MethodInvocationTree) made).getArguments().get(0)).getValue();
            names.computeIfAbsent(variable, key -> new TreeSet<>()).add((String) name);
        } else if (!nothing) {
            unknown.add(variable);
        }
    }

    /**
     * Takes notice of a call.
     *
     * @param at where the call stands among those that leave the project
     */
    void called(TreePath path, int at) {
        if (path.getLeaf() instanceof MethodInvocationTree call
                && call.getMethodSelect() instanceof MemberSelectTree select
                && select.getIdentifier().contentEquals("invoke")
                && select.getExpression() instanceof IdentifierTree) {
            Element variable =
                    trees.getElement(new TreePath(new TreePath(path, call.getMethodSelect()), select.getExpression()));
            if (variable != null && variable.getKind() == ElementKind.LOCAL_VARIABLE) {
                invoked.put(at, variable);
            }
        }
    }

    /** Puts the names into the calls, as what is called; all of the member must have been read. */
    void into(List<OutsideCall> calls) {
        invoked.forEach((at, variable) -> {
            OutsideCall call = calls.get(at);
            Set<String> told = names.getOrDefault(variable, Set.of());
            if (!told.isEmpty() && !unknown.contains(variable) && call.method().startsWith(METHOD + "#invoke(")) {
                calls.set(at, new OutsideCall(call.method(), String.join(",", told), call.given(), call.held()));
            }
        });
    }
}
