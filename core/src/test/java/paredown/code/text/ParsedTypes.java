package paredown.code.text;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.JavacTask;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import javax.tools.ToolProvider;
import paredown.source.SourceText;

/** The types that the compiler's parser finds in a file. */
final class ParsedTypes {
    private ParsedTypes() {}

    static List<String> of(SourceText text) throws IOException {
        JavacTask task = (JavacTask) ToolProvider.getSystemJavaCompiler()
                .getTask(null, null, null, null, null, List.of(new SourceFile(text.path(), text::text, "")));
        CompilationUnitTree unit = task.parse().iterator().next();
        String prefix = unit.getPackageName() == null ? "" : unit.getPackageName() + ".";
        List<String> found = new ArrayList<>();
        unit.getTypeDecls().forEach(type -> add(type, prefix, found));
        return found;
    }

    private static void add(Tree tree, String prefix, List<String> found) {
        if (tree instanceof ClassTree type) {
            String name = prefix + type.getSimpleName();
            found.add(name);
            type.getMembers().forEach(member -> add(member, name + ".", found));
        }
    }
}
