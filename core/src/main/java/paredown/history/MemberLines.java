package paredown.history;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.LineMap;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.SourcePositions;
import com.sun.source.util.Trees;
import java.io.IOException;
import java.net.URI;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.ToolProvider;
import paredown.code.compile.NoPlugins;

/** Where the members of a file stand, by parsing it alone. A file that does not parse has none. */
final class MemberLines {
    /** A member and its lines, from 1, both included. */
    private record Lines(String member, long first, long last) {}

    private final List<Lines> all = new ArrayList<>();

    private MemberLines() {}

    static MemberLines of(String text) {
        MemberLines lines = new MemberLines();
        JavaFileObject file = new SimpleJavaFileObject(URI.create("string:///A.java"), JavaFileObject.Kind.SOURCE) {
            @Override
            public CharSequence getCharContent(boolean ignoreEncodingErrors) {
                return text;
            }
        };
        try {
            JavacTask task = (JavacTask) ToolProvider.getSystemJavaCompiler()
                    .getTask(null, null, diagnostic -> {}, NoPlugins.OPTIONS, null, List.of(file));
            for (CompilationUnitTree unit : task.parse()) {
                SourcePositions positions = Trees.instance(task).getSourcePositions();
                for (Tree declaration : unit.getTypeDecls()) {
                    if (declaration instanceof ClassTree type) {
                        lines.add(unit, positions, type, type.getSimpleName().toString());
                    }
                }
            }
        } catch (IOException | IllegalStateException e) {
            return new MemberLines();
        }
        return lines;
    }

    private void add(CompilationUnitTree unit, SourcePositions positions, ClassTree type, String name) {
        for (Tree member : type.getMembers()) {
            if (member instanceof ClassTree nested) {
                add(unit, positions, nested, name + "." + nested.getSimpleName());
                continue;
            }
            String own = member instanceof MethodTree method
                    ? method.getName().toString()
                    : member instanceof VariableTree field
                            ? field.getName().toString()
                            : member instanceof BlockTree ? "<initializer>" : null;
            long start = positions.getStartPosition(unit, member);
            long end = positions.getEndPosition(unit, member);
            if (own != null && start >= 0 && end >= start) {
                LineMap map = unit.getLineMap();
                all.add(new Lines(name + "#" + own, map.getLineNumber(start), map.getLineNumber(end)));
            }
        }
    }

    /** The members on any of some lines. */
    Set<String> on(int first, int last) {
        Set<String> found = new LinkedHashSet<>();
        for (Lines lines : all) {
            if (lines.first() <= last && lines.last() >= first) {
                found.add(lines.member());
            }
        }
        return found;
    }
}
