package paredown.cut.extract;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeMirror;
import paredown.tree.TouchedFile;
import paredown.tree.UseFinder;

/**
 * A literal of extracted code in whose place a duplicate has another one: the method is given it.
 *
 * @param offsets where it stands in the code: once, or more often where all duplicates have one and the same there too
 * @param text as the code has it
 * @param type the parameter's, as source text
 * @param name the parameter's
 */
record LiteralParameter(List<Integer> offsets, String text, String type, String name) {
    /** The parameters that some duplicates make necessary, in the order of the code. */
    static List<LiteralParameter> of(
            TouchedFile file, List<TreePath> code, Collection<Duplicate> duplicates, Set<String> taken) {
        Map<Integer, TreePath> literals = new TreeMap<>(literals(file, code));
        Set<Integer> differing = new LinkedHashSet<>();
        duplicates.forEach(one -> differing.addAll(one.literals().keySet()));
        literals.keySet().retainAll(differing);
        Set<String> names = new LinkedHashSet<>(taken);
        Map<List<String>, List<Integer>> alike = new LinkedHashMap<>();
        literals.forEach((offset, path) -> {
            String text = file.text(path.getLeaf());
            List<String> values = new ArrayList<>(List.of(type((LiteralTree) path.getLeaf()), text));
            duplicates.forEach(one -> values.add(one.literals().getOrDefault(offset, text)));
            alike.computeIfAbsent(values, key -> new ArrayList<>()).add(offset);
        });
        List<LiteralParameter> all = new ArrayList<>();
        alike.values().forEach(offsets -> {
            TreePath path = literals.get(offsets.get(0));
            String wanted = name(file, path);
            String name = wanted;
            for (int i = 2; !names.add(name); i++) {
                name = wanted + i;
            }
            all.add(new LiteralParameter(offsets, file.text(path.getLeaf()), type((LiteralTree) path.getLeaf()), name));
        });
        return all;
    }

    /** The literals of some code by where they start. */
    static Map<Integer, TreePath> literals(TouchedFile file, List<TreePath> code) {
        Map<Integer, TreePath> found = new HashMap<>();
        TreePathScanner<Void, Void> scanner = new TreePathScanner<>() {
            @Override
            public Void visitLiteral(LiteralTree tree, Void nothing) {
                found.put(file.start(tree), getCurrentPath());
                return null;
            }
        };
        code.forEach(path -> scanner.scan(path, null));
        return found;
    }

    /** Whether the value of a variable may take the place of a literal: of the same type, and no constant is asked for. */
    static boolean isPossible(TouchedFile file, TreePath literal, TreePath other) {
        Tree tree = literal.getLeaf();
        boolean sameKind = tree.getKind() == other.getLeaf().getKind() && tree.getKind() != Tree.Kind.NULL_LITERAL;
        return sameKind && isFree(file, literal);
    }

    private static boolean isFree(TouchedFile file, TreePath path) {
        Tree tree = path.getLeaf();
        Tree parent = path.getParentPath().getLeaf();
        if (parent instanceof MethodInvocationTree call) {
            return call.getArguments().contains(tree);
        }
        if (parent instanceof NewClassTree made) {
            return made.getArguments().contains(tree);
        }
        TypeMirror type = file.attribution().trees().getTypeMirror(path);
        if (parent instanceof BinaryTree binary) {
            ExpressionTree beside =
                    binary.getLeftOperand() == tree ? binary.getRightOperand() : binary.getLeftOperand();
            return !isConstant(file, new TreePath(path.getParentPath(), beside))
                    && tree.getKind() != Tree.Kind.BOOLEAN_LITERAL;
        }
        if (parent instanceof AssignmentTree assignment) {
            TypeMirror target = file.attribution()
                    .trees()
                    .getTypeMirror(new TreePath(path.getParentPath(), assignment.getVariable()));
            return assignment.getExpression() == tree && target != null && same(file, type, target);
        }
        return parent instanceof VariableTree variable
                && file.element(path.getParentPath()) instanceof VariableElement element
                && variable.getInitializer() == tree
                && !element.getModifiers().contains(Modifier.FINAL)
                && same(file, type, element.asType());
    }

    private static boolean same(TouchedFile file, TypeMirror one, TypeMirror other) {
        return file.attribution().types().isSameType(one, other);
    }

    /** Literals, constants and operations on these: the compiler works the whole out. */
    private static boolean isConstant(TouchedFile file, TreePath path) {
        return UseFinder.in(file, path, element -> true).stream()
                .allMatch(use -> use.target() instanceof TypeElement
                        || use.target() instanceof VariableElement variable && variable.getConstantValue() != null);
    }

    private static String type(LiteralTree tree) {
        return switch (tree.getKind()) {
            case INT_LITERAL -> "int";
            case LONG_LITERAL -> "long";
            case FLOAT_LITERAL -> "float";
            case DOUBLE_LITERAL -> "double";
            case CHAR_LITERAL -> "char";
            case BOOLEAN_LITERAL -> "boolean";
            default -> "String";
        };
    }

    /** After what it is given to or set to, where that has a name. */
    private static String name(TouchedFile file, TreePath path) {
        Tree parent = path.getParentPath().getLeaf();
        if (parent instanceof VariableTree variable) {
            return "first" + capital(variable.getName().toString());
        }
        if (parent instanceof MethodInvocationTree call
                && file.element(path.getParentPath()) instanceof ExecutableElement method
                && file.attribution().trees().getTree(method) != null) {
            int index = Math.min(
                    call.getArguments().indexOf(path.getLeaf()),
                    method.getParameters().size() - 1);
            return method.getParameters().get(index).getSimpleName().toString();
        }
        return switch (type((LiteralTree) path.getLeaf())) {
            case "String" -> "text";
            case "char" -> "letter";
            case "boolean" -> "flag";
            default -> "number";
        };
    }

    private static String capital(String name) {
        return Character.toUpperCase(name.charAt(0)) + name.substring(1);
    }
}
