package paredown.code.facts;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreeScanner;
import com.sun.source.util.Trees;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;

/** Collections and maps that a variable holds for good: made where it is declared, they are of the very class that is named there. */
final class AllocationTypes {
    private final Trees trees;
    private final Map<Element, Optional<TypeMirror>> known = new IdentityHashMap<>();

    AllocationTypes(Trees trees) {
        this.trees = trees;
    }

    /** The type of what an expression stands for; empty where that tells no more than the expression's own. */
    Optional<TypeMirror> of(TreePath value) {
        boolean named = value.getLeaf() instanceof IdentifierTree
                && trees.getElement(value) instanceof VariableElement variable
                && (variable.getKind() == ElementKind.FIELD
                                && variable.getModifiers().contains(Modifier.FINAL)
                        || variable.getKind() == ElementKind.LOCAL_VARIABLE)
                && isCollection(variable.asType());
        return named ? known.computeIfAbsent(trees.getElement(value), one -> made(one, value)) : Optional.empty();
    }

    private static boolean isCollection(TypeMirror type) {
        return type instanceof DeclaredType declared
                && declared.asElement() instanceof TypeElement element
                && element.getQualifiedName().toString().startsWith("java.util.");
    }

    private Optional<TypeMirror> made(Element variable, TreePath use) {
        for (TreePath at = use.getParentPath(); at != null; at = at.getParentPath()) {
            List<? extends Tree> beside = at.getLeaf() instanceof BlockTree block
                    ? block.getStatements()
                    : at.getLeaf() instanceof ClassTree type ? type.getMembers() : List.of();
            for (Tree one : beside) {
                if (one instanceof VariableTree declared
                        && declared.getName().contentEquals(variable.getSimpleName())
                        && trees.getElement(new TreePath(at, one)) == variable) {
                    return made(declared, at, variable);
                }
            }
        }
        return Optional.empty();
    }

    private Optional<TypeMirror> made(VariableTree declared, TreePath around, Element variable) {
        TreePath variablePath = new TreePath(around, declared);
        return Optional.ofNullable(declared.getInitializer())
                .map(value -> within(new TreePath(variablePath, value)))
                .filter(value -> value.getLeaf() instanceof NewClassTree made && made.getClassBody() == null)
                .filter(value -> variable.getModifiers().contains(Modifier.FINAL)
                        || !isAssigned(around.getLeaf(), declared.getName().toString()))
                .map(trees::getTypeMirror)
                .filter(AllocationTypes::isCollection);
    }

    /** What the JDK wraps so that it cannot be changed, or by one thread at a time. */
    private TreePath within(TreePath value) {
        return value.getLeaf() instanceof MethodInvocationTree call
                        && call.getArguments().size() == 1
                        && trees.getElement(new TreePath(value, call.getMethodSelect()))
                                instanceof ExecutableElement called
                        && called.getEnclosingElement().toString().equals("java.util.Collections")
                        && called.getSimpleName().toString().matches("(synchronized|unmodifiable)\\w+")
                ? new TreePath(value, call.getArguments().get(0))
                : value;
    }

    private static boolean isAssigned(Tree block, String name) {
        boolean[] assigned = {false};
        new TreeScanner<Void, Void>() {
            @Override
            public Void visitAssignment(AssignmentTree tree, Void nothing) {
                assigned[0] |= tree.getVariable() instanceof IdentifierTree variable
                        && variable.getName().contentEquals(name);
                return super.visitAssignment(tree, nothing);
            }
        }.scan(block, null);
        return assigned[0];
    }
}
