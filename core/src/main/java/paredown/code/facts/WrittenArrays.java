package paredown.code.facts;

import com.sun.source.tree.ArrayAccessTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import javax.lang.model.element.Element;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeKind;

/** Which parameters of a member are arrays that may come to hold something else than what was handed over. */
final class WrittenArrays {
    /** Methods outside that put something into an array which they are given, or give it back as something that does. */
    private static final Set<String> FILLING = Set.of(
            "java.util.Arrays#fill",
            "java.util.Arrays#setAll",
            "java.util.Arrays#parallelSetAll",
            "java.util.Arrays#parallelPrefix",
            "java.util.Arrays#asList",
            "java.lang.System#arraycopy",
            "java.lang.reflect.Array#set");

    private final Trees trees;
    private final Predicate<Element> inProject;
    private final Set<Integer> filled = new HashSet<>();
    private final Set<Integer> passedOn = new HashSet<>();
    private final Map<Integer, Integer> uses = new HashMap<>();

    /**
     * @param inProject whether a type is one of the project
     */
    WrittenArrays(Trees trees, Predicate<Element> inProject) {
        this.trees = trees;
        this.inProject = inProject;
    }

    /** Takes notice of where a variable is named. */
    void used(Element variable, TreePath use) {
        int place = variable.asType().getKind() == TypeKind.ARRAY
                ? CallArguments.parameter(variable)
                : CallArgumentFacts.OTHER;
        if (place == CallArgumentFacts.OTHER) {
            return;
        }
        TreePath at = use;
        while (at.getParentPath().getLeaf() instanceof ParenthesizedTree) {
            at = at.getParentPath();
        }
        Tree parent = at.getParentPath().getLeaf();
        if (parent instanceof MemberSelectTree || parent instanceof BinaryTree) {
            // How long it is, or whether it is there at all.
            return;
        }
        uses.merge(place, 1, Integer::sum);
        if (parent instanceof MethodInvocationTree call) {
            Element called = trees.getElement(new TreePath(at.getParentPath(), call.getMethodSelect()));
            if (called == null || inProject.test(called.getEnclosingElement())) {
                passedOn.add(place);
            } else if (isFilling(called)) {
                filled.add(place);
            }
        } else if (!isRead(at)) {
            filled.add(place);
        }
    }

    private static boolean isFilling(Element called) {
        String owner =
                ((TypeElement) called.getEnclosingElement()).getQualifiedName().toString();
        return FILLING.contains(owner + "#" + called.getSimpleName())
                || called.getSimpleName().contentEquals("toArray");
    }

    private static boolean isRead(TreePath array) {
        Tree parent = array.getParentPath().getLeaf();
        return parent instanceof EnhancedForLoopTree loop && loop.getExpression() == array.getLeaf()
                || parent instanceof ArrayAccessTree access
                        && access.getExpression() == array.getLeaf()
                        && !(array.getParentPath().getParentPath().getLeaf() instanceof AssignmentTree set
                                && set.getVariable() == access);
    }

    /** Their places, as something that is handed over; empty where there is none. */
    Optional<CallArgumentFacts> facts() {
        // A method of the project may fill it, which counts where it is used besides.
        passedOn.stream().filter(place -> uses.get(place) > 1).forEach(filled::add);
        return filled.isEmpty()
                ? Optional.empty()
                : Optional.of(new CallArgumentFacts(CallArgumentFacts.FILLED, List.copyOf(filled)));
    }
}
