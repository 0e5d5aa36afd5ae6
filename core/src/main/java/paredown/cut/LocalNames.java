package paredown.cut;

import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreeScanner;
import java.util.LinkedHashSet;
import java.util.Set;

/** The names of parameters and local variables declared in a tree, fields of anonymous classes among them. */
public final class LocalNames extends TreeScanner<Void, Set<String>> {
    private LocalNames() {}

    public static Set<String> in(TreePath path) {
        Set<String> names = new LinkedHashSet<>();
        new LocalNames().scan(path.getLeaf(), names);
        return names;
    }

    @Override
    public Void visitVariable(VariableTree tree, Set<String> names) {
        names.add(tree.getName().toString());
        return super.visitVariable(tree, names);
    }
}
