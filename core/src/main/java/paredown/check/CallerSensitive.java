package paredown.check;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * Methods of the JDK that may do what the code may do that calls them: where the call stands is part of what it means. What is found by
 * reflection may be seen in one package only; who looks up handles has the rights of the class in which he does.
 */
final class CallerSensitive {
    private static final Pattern OF_CLASS = Pattern.compile(
            "java\\.lang\\.invoke\\.MethodHandles#lookup\\(.*|java\\.util\\.concurrent\\.atomic\\.Atomic\\w+FieldUpdater#newUpdater\\(.*");
    private static final Pattern OF_PACKAGE = Pattern.compile("java\\.lang\\.Class#newInstance\\(.*"
            + "|java\\.lang\\.reflect\\.(Method#invoke|Constructor#newInstance"
            + "|Field#[gs]et(Boolean|Byte|Char|Double|Float|Int|Long|Short)?)\\(.*");

    private CallerSensitive() {}

    /** From where a method is called, as far as it asks; empty where it does not. */
    static Optional<String> caller(String method, TreePath call, CompilationUnitTree unit) {
        boolean ofClass = OF_CLASS.matcher(method).matches();
        if (!ofClass && !OF_PACKAGE.matcher(method).matches()) {
            return Optional.empty();
        }
        String packageName =
                unit.getPackageName() == null ? "" : unit.getPackageName().toString();
        return Optional.of(ofClass ? "class " + packageName + "." + outermost(call) : "package " + packageName);
    }

    private static String outermost(TreePath call) {
        String name = "";
        for (TreePath at = call; at != null; at = at.getParentPath()) {
            Tree tree = at.getLeaf();
            if (tree instanceof ClassTree type) {
                name = type.getSimpleName().toString();
            }
        }
        return name;
    }
}
