package paredown.drill;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.SourcePositions;
import com.sun.source.util.TreePathScanner;
import com.sun.source.util.TreeScanner;
import com.sun.source.util.Trees;
import java.io.IOException;
import java.net.URI;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.ToolProvider;
import paredown.code.index.Sources;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.tree.RegionName;

/** Stretches of a file that cuts can be asked for: expressions, statements in a row, variables, literals, calls. */
final class Stretches extends TreePathScanner<Void, Void> {
    private final Sources sources;
    private final SourceText source;
    private final CompilationUnitTree unit;
    private final SourcePositions positions;
    private boolean inMethod;
    private Map<String, Long> mentions = Map.of();

    final List<String> expressions = new ArrayList<>();
    final List<String> literals = new ArrayList<>();
    final List<String> variables = new ArrayList<>();

    /** Variables with a statement of their own that are named once after it. */
    final List<String> readOnce = new ArrayList<>();

    final List<String> rows = new ArrayList<>();
    final List<String> calls = new ArrayList<>();

    Stretches(Sources sources, SourceText source) throws IOException {
        this.sources = sources;
        this.source = source;
        JavaFileObject file =
                new SimpleJavaFileObject(
                        URI.create("text:///" + source.path().getFileName()), JavaFileObject.Kind.SOURCE) {
                    @Override
                    public CharSequence getCharContent(boolean ignored) {
                        return source.text();
                    }
                };
        JavacTask task = (JavacTask) ToolProvider.getSystemJavaCompiler()
                .getTask(null, null, diagnostic -> {}, List.of("-proc:none"), null, List.of(file));
        this.unit = task.parse().iterator().next();
        this.positions = Trees.instance(task).getSourcePositions();
        scan(unit, null);
    }

    private String named(Tree from, Tree to) {
        Region region =
                new Region((int) positions.getStartPosition(unit, from), (int) positions.getEndPosition(unit, to));
        return RegionName.of(sources, source, region);
    }

    @Override
    public Void scan(Tree tree, Void nothing) {
        boolean written = tree != null
                && positions.getStartPosition(unit, tree) >= 0
                && positions.getEndPosition(unit, tree) > positions.getStartPosition(unit, tree);
        if (written
                && inMethod
                && tree instanceof ExpressionTree
                && !(tree instanceof AnnotationTree)
                && !tree.getKind().name().endsWith("_TYPE")) {
            boolean plain = tree.getKind() == Tree.Kind.IDENTIFIER || tree instanceof LiteralTree || isPartOfName(tree);
            if (!plain) {
                expressions.add(named(tree, tree));
            }
            if (tree instanceof LiteralTree && tree.getKind() != Tree.Kind.NULL_LITERAL) {
                literals.add(named(tree, tree));
            }
            if (tree instanceof MethodInvocationTree) {
                calls.add(named(tree, tree));
            }
        }
        return super.scan(tree, nothing);
    }

    /** The name of a method or of a type is no expression by itself. */
    private boolean isPartOfName(Tree tree) {
        Tree parent = getCurrentPath().getLeaf();
        boolean method = parent instanceof MethodInvocationTree call && call.getMethodSelect() == tree;
        return method || tree instanceof MemberSelectTree && !(parent instanceof ExpressionTree);
    }

    @Override
    public Void visitMethod(MethodTree tree, Void nothing) {
        boolean before = inMethod;
        Map<String, Long> around = mentions;
        inMethod = true;
        mentions = names(tree.getBody());
        scan(tree.getBody(), nothing);
        inMethod = before;
        mentions = around;
        return null;
    }

    @Override
    public Void visitVariable(VariableTree tree, Void nothing) {
        if (inMethod && tree.getInitializer() != null) {
            variables.add(named(tree, tree));
            boolean statement = getCurrentPath().getParentPath().getLeaf() instanceof BlockTree;
            if (statement && mentions.getOrDefault(tree.getName().toString(), 0L) == 1) {
                readOnce.add(named(tree, tree));
            }
        }
        return super.visitVariable(tree, nothing);
    }

    private static Map<String, Long> names(Tree body) {
        Map<String, Long> names = new HashMap<>();
        new TreeScanner<Void, Void>() {
            @Override
            public Void visitIdentifier(IdentifierTree tree, Void nothing) {
                names.merge(tree.getName().toString(), 1L, Long::sum);
                return null;
            }
        }.scan(body, null);
        return names;
    }

    @Override
    public Void visitBlock(BlockTree tree, Void nothing) {
        List<? extends StatementTree> row = tree.getStatements();
        for (int from = 0; inMethod && from < row.size(); from++) {
            for (int to = from; to < Math.min(row.size(), from + 5); to++) {
                rows.add(named(row.get(from), row.get(to)));
            }
        }
        return super.visitBlock(tree, nothing);
    }
}
