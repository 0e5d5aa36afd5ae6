package paredown.analysis.init;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import javax.lang.model.element.Modifier;
import paredown.analysis.call.ThisEscape;
import paredown.analysis.effect.SideEffects;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;

/**
 * What a class itself carries out while an object is made, before a field of it has its value (JLS 12.5): values of fields and blocks, and
 * what stands in constructors in front of the assignment. Of the constructors above {@link SuperConstructorCalls} tells.
 */
public final class ObjectInitialisation {
    private ObjectInitialisation() {}

    /** The code, for a field of an object that is declared in the file. */
    public static List<TreePath> before(TouchedFile file, TreePath field) {
        TreePath type = field.getParentPath();
        if (((VariableTree) field.getLeaf()).getInitializer() != null) {
            return before(file, type, file.start(field.getLeaf()), member -> true);
        }
        List<TreePath> code = new ArrayList<>(before(file, type, Integer.MAX_VALUE, member -> true));
        for (Tree member : ((ClassTree) type.getLeaf()).getMembers()) {
            if (member instanceof MethodTree method && method.getReturnType() == null && file.start(member) >= 0) {
                code.addAll(upToAssignment(file, new TreePath(type, member), field));
            }
        }
        return code;
    }

    /** The values and blocks that stand in a class in front of a place, members for which that is not wanted left out. */
    public static List<TreePath> before(TouchedFile file, TreePath type, int place, Predicate<Tree> wanted) {
        return code(file, type, place, false).stream()
                .filter(code -> wanted.test(member(code, type)))
                .toList();
    }

    /** The values and blocks that stand in a class in front of a place: those of the class itself, or those of its objects. */
    public static List<TreePath> code(TouchedFile file, TreePath type, int place, boolean ofClass) {
        return ((ClassTree) type.getLeaf())
                .getMembers().stream()
                        .filter(member -> file.start(member) >= 0 && file.start(member) < place)
                        .flatMap(member -> code(new TreePath(type, member), ofClass).stream())
                        .toList();
    }

    private static Optional<TreePath> code(TreePath member, boolean ofClass) {
        if (member.getLeaf() instanceof VariableTree field && field.getInitializer() != null) {
            boolean isStatic = field.getModifiers().getFlags().contains(Modifier.STATIC);
            return isStatic == ofClass ? Optional.of(new TreePath(member, field.getInitializer())) : Optional.empty();
        }
        return member.getLeaf() instanceof BlockTree block && block.isStatic() == ofClass
                ? Optional.of(member)
                : Optional.empty();
    }

    private static Tree member(TreePath code, TreePath type) {
        return code.getParentPath().getLeaf() == type.getLeaf()
                ? code.getLeaf()
                : code.getParentPath().getLeaf();
    }

    /** Whether such code comes to some members: it names one at once, or runs other code and something of it could. */
    public static boolean reaches(TouchedFile file, List<TreePath> code, Set<String> members) {
        boolean named = code.stream()
                .anyMatch(one -> UseFinder.in(file, one, element -> members.contains(file.symbol(element))).stream()
                        .anyMatch(use -> !use.isDeferred(one.getParentPath().getLeaf())));
        boolean runs = code.stream().anyMatch(one -> SideEffects.of(file, one).writes());
        // Of an object that nobody was given, other code knows nothing.
        return named || runs && code.stream().anyMatch(one -> ThisEscape.in(file, one, members));
    }

    private static List<TreePath> upToAssignment(TouchedFile file, TreePath constructor, TreePath field) {
        BlockTree body = ((MethodTree) constructor.getLeaf()).getBody();
        TreePath block = new TreePath(constructor, body);
        int end = UseFinder.in(file, block, file.element(field)::equals).stream()
                .filter(Use::isWritten)
                .mapToInt(use -> file.start(use.tree()))
                .findFirst()
                .orElse(-1);
        List<TreePath> statements = new ArrayList<>();
        for (StatementTree statement : body.getStatements()) {
            if (file.end(statement) <= end) {
                statements.add(new TreePath(block, statement));
            }
        }
        return statements;
    }

    /** Whether an object may be seen by other code, or its field read, before that has its value: its own class gives it away so early. */
    public static boolean isSeenBefore(TouchedFile file, TreePath field) {
        String symbol = file.symbol(file.element(field));
        return before(file, field).stream().anyMatch(code -> ThisEscape.in(file, code, Set.of(symbol)));
    }
}
