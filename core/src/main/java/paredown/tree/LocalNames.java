package paredown.tree;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import com.sun.source.util.TreeScanner;
import java.util.LinkedHashSet;
import java.util.Set;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.ElementFilter;

/** The names of parameters and local variables declared in a tree, fields of anonymous classes among them. */
public final class LocalNames extends TreeScanner<Void, Set<String>> {
    private LocalNames() {}

    public static Set<String> in(TreePath path) {
        Set<String> names = new LinkedHashSet<>();
        new LocalNames().scan(path.getLeaf(), names);
        return names;
    }

    /** The same, and what classes inside the tree inherit: a new name there must be none of these. */
    public static Set<String> inAndInherited(TouchedFile file, TreePath path) {
        Set<String> names = in(path);
        new TreePathScanner<Void, Void>() {
            @Override
            public Void visitClass(ClassTree tree, Void nothing) {
                if (file.element(getCurrentPath()) instanceof TypeElement type) {
                    ElementFilter.fieldsIn(file.attribution().elements().getAllMembers(type))
                            .forEach(field -> names.add(field.getSimpleName().toString()));
                }
                return super.visitClass(tree, nothing);
            }
        }.scan(path, null);
        return names;
    }

    @Override
    public Void visitVariable(VariableTree tree, Set<String> names) {
        names.add(tree.getName().toString());
        return super.visitVariable(tree, names);
    }
}
