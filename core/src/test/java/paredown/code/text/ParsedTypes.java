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

/** The types that the compiler's parser finds in files. */
final class ParsedTypes {
    private ParsedTypes() {}

    /** For each file, in their order. */
    static List<List<String>> of(List<SourceText> texts) throws IOException {
        List<SourceFile> files = texts.stream()
                .map(text -> new SourceFile(text.path(), text::text, ""))
                .toList();
        JavacTask task = (JavacTask)
                ToolProvider.getSystemJavaCompiler().getTask(null, null, diagnostic -> {}, null, null, files);
        List<List<String>> all = new ArrayList<>();
        for (CompilationUnitTree unit : task.parse()) {
            String prefix = unit.getPackageName() == null ? "" : unit.getPackageName() + ".";
            List<String> found = new ArrayList<>();
            unit.getTypeDecls().forEach(type -> add(type, prefix, found));
            all.add(found);
        }
        return all;
    }

    private static void add(Tree tree, String prefix, List<String> found) {
        if (tree instanceof ClassTree type) {
            String name = prefix + type.getSimpleName();
            found.add(name);
            type.getMembers().forEach(member -> add(member, name + ".", found));
        }
    }
}
