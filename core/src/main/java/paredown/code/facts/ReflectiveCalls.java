package paredown.code.facts;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.TypeCastTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import paredown.code.compile.Symbol;
import paredown.code.compile.Symbols;

/**
 * What a member calls by reflection, where it says so itself: methods by their names, constructors by the types of their parameters,
 * {@code <init>(java.util.Date)}.
 */
final class ReflectiveCalls {
    private static final String METHOD = "java.lang.reflect.Method";
    private static final String CONSTRUCTOR = "java.lang.reflect.Constructor";

    private final Trees trees;
    private final Symbols symbols;
    private final Map<Element, Set<String>> members = new HashMap<>();
    private final Set<Element> unknown = new HashSet<>();
    private final Map<Integer, Element> run = new HashMap<>();

    ReflectiveCalls(Trees trees, Symbols symbols) {
        this.trees = trees;
        this.symbols = symbols;
    }

    /**
     * Takes notice of a value that a local variable is given.
     *
     * @param value null where it is declared only
     */
    void given(Element variable, TreePath around, ExpressionTree value) {
        if (variable == null
                || value == null
                || variable.getKind() != ElementKind.LOCAL_VARIABLE
                || !Set.of(METHOD, CONSTRUCTOR)
                        .contains(Symbol.plain(variable.asType().toString()))) {
            return;
        }
        TreePath made = new TreePath(around, value);
        while (made.getLeaf() instanceof TypeCastTree cast) {
            made = new TreePath(made, cast.getExpression());
        }
        boolean nothing = made.getLeaf() instanceof LiteralTree literal && literal.getValue() == null;
        Optional<String> told = told(made);
        told.ifPresent(member ->
                members.computeIfAbsent(variable, key -> new TreeSet<>()).add(member));
        if (told.isEmpty() && !nothing) {
            unknown.add(variable);
        }
    }

    private Optional<String> told(TreePath path) {
        if (!(path.getLeaf() instanceof MethodInvocationTree call)
                || !(call.getMethodSelect() instanceof MemberSelectTree select)) {
            return Optional.empty();
        }
        String called = select.getIdentifier().toString();
        List<? extends ExpressionTree> values = call.getArguments();
        if (called.matches("get(Declared)?Method")
                && !values.isEmpty()
                && values.get(0) instanceof LiteralTree name
                && name.getValue() instanceof String text) {
            return Optional.of(text);
        }
        if (!called.matches("get(Declared)?Constructor")) {
            return Optional.empty();
        }
        List<? extends ExpressionTree> types =
                values.size() == 1 && values.get(0) instanceof NewArrayTree made && made.getInitializers() != null
                        ? made.getInitializers()
                        : values;
        List<String> named =
                types.stream().flatMap(one -> typeOf(path, one).stream()).toList();
        return named.size() == types.size() ? Optional.of("<init>(" + String.join(",", named) + ")") : Optional.empty();
    }

    private Optional<String> typeOf(TreePath call, ExpressionTree value) {
        return value instanceof MemberSelectTree literal
                        && literal.getIdentifier().contentEquals("class")
                ? Optional.ofNullable(
                                trees.getTypeMirror(new TreePath(new TreePath(call, literal), literal.getExpression())))
                        .map(symbols::erased)
                : Optional.empty();
    }

    /**
     * Takes notice of a call.
     *
     * @param at where the call stands among those that leave the project
     */
    void called(TreePath path, int at) {
        if (path.getLeaf() instanceof MethodInvocationTree call
                && call.getMethodSelect() instanceof MemberSelectTree select
                && select.getIdentifier().toString().matches("invoke|newInstance")
                && select.getExpression() instanceof IdentifierTree) {
            Element variable =
                    trees.getElement(new TreePath(new TreePath(path, call.getMethodSelect()), select.getExpression()));
            if (variable != null && variable.getKind() == ElementKind.LOCAL_VARIABLE) {
                run.put(at, variable);
            }
        }
    }

    /** Puts into the calls what they run; all of the member must have been read. */
    void into(List<OutsideCall> calls) {
        run.forEach((at, variable) -> {
            OutsideCall call = calls.get(at);
            Set<String> told = members.getOrDefault(variable, Set.of());
            boolean reflects = call.method().startsWith(METHOD + "#invoke(")
                    || call.method().startsWith(CONSTRUCTOR + "#newInstance(");
            if (!told.isEmpty() && !unknown.contains(variable) && reflects) {
                calls.set(at, call.running(List.copyOf(told)));
            }
        });
    }
}
