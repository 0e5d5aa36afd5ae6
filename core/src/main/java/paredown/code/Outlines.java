package paredown.code;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.SourcePositions;
import com.sun.source.util.TreeScanner;
import com.sun.source.util.Trees;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaFileObject;
import paredown.source.Region;
import paredown.source.SourceText;

/** Parses files for their outlines, without attributing anything. */
final class Outlines extends TreeScanner<Void, Void> {
    private final SourceText source;
    private final CompilationUnitTree unit;
    private final SourcePositions positions;
    private final List<String> types = new ArrayList<>();
    private final List<String> topLevel = new ArrayList<>();
    private final List<Region> bodies = new ArrayList<>();
    private final Deque<String> enclosing = new ArrayDeque<>();

    private Outlines(SourceText source, CompilationUnitTree unit, SourcePositions positions) {
        this.source = source;
        this.unit = unit;
        this.positions = positions;
    }

    static List<Outline> of(List<SourceText> sources, List<String> options) {
        if (sources.isEmpty()) {
            return List.of();
        }
        DiagnosticCollector<JavaFileObject> found = new DiagnosticCollector<>();
        List<SourceFile> files = sources.stream()
                .map(source -> new SourceFile(source.path(), source.text(), ""))
                .toList();
        JavacTask task = (JavacTask) Attribution.COMPILER.getTask(null, null, found, options, null, files);
        Map<Object, List<Problem>> problems = new HashMap<>();
        try {
            List<CompilationUnitTree> units = new ArrayList<>();
            task.parse().forEach(units::add);
            Attribution.problems(found)
                    .forEach(one -> problems.computeIfAbsent(one.file(), file -> new ArrayList<>())
                            .add(one));
            SourcePositions positions = Trees.instance(task).getSourcePositions();
            List<Outline> outlines = new ArrayList<>();
            for (int i = 0; i < units.size(); i++) {
                SourceText source = sources.get(i);
                outlines.add(new Outlines(source, units.get(i), positions)
                        .outline(problems.getOrDefault(source.path(), List.of())));
            }
            return outlines;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private Outline outline(List<Problem> problems) {
        String packageName =
                unit.getPackageName() == null ? "" : unit.getPackageName().toString();
        enclosing.push(packageName);
        scan(unit.getTypeDecls(), null);
        return new Outline(source, packageName, types, topLevel, problems.isEmpty() ? bodies : List.of(), problems);
    }

    @Override
    public Void visitClass(ClassTree tree, Void nothing) {
        String outer = enclosing.peek();
        String name = outer.isEmpty() ? tree.getSimpleName().toString() : outer + "." + tree.getSimpleName();
        if (enclosing.size() == 1) {
            topLevel.add(tree.getSimpleName().toString());
        }
        types.add(name);
        enclosing.push(name);
        tree.getMembers().forEach(member -> scan(member, null));
        enclosing.pop();
        return null;
    }

    @Override
    public Void visitMethod(MethodTree tree, Void nothing) {
        boolean constructor = tree.getReturnType() == null;
        if (tree.getBody() != null && !constructor) {
            bodies.add(region(tree.getBody()));
        }
        return null;
    }

    /** Anonymous classes declare nothing that others could name. */
    @Override
    public Void visitNewClass(NewClassTree tree, Void nothing) {
        return null;
    }

    private Region region(Tree tree) {
        return new Region((int) positions.getStartPosition(unit, tree), (int) positions.getEndPosition(unit, tree));
    }
}
