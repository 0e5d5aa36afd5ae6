package paredown.tree;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.List;
import java.util.Optional;
import paredown.source.Region;
import paredown.source.Token;

/**
 * What stands in a stretch of a file: one expression, statements of one block in a row, or the declaration of a variable. White space and
 * comments at both ends do not count.
 *
 * @param region from the first token to the last
 * @param expression the expression, where it is one
 * @param statements the statements, where they are some; they all hang on {@code block}
 * @param block path to the block or case that holds the statements, or to what a single one is a branch of
 * @param variable the declaration of a local variable that the stretch lies on
 */
public record Selection(
        TouchedFile file,
        Region region,
        Optional<TreePath> expression,
        List<StatementTree> statements,
        Optional<TreePath> block,
        Optional<TreePath> variable) {

    /** What a stretch selects; nothing of all that where it cuts through something. */
    public static Selection of(TouchedFile file, Region stretch) {
        Region region = trimmed(file, stretch);
        Finder finder = new Finder(file, region);
        finder.scan(new TreePath(file.unit()), null);
        return new Selection(
                file,
                region,
                Optional.ofNullable(finder.expression),
                finder.statements,
                Optional.ofNullable(finder.block),
                Optional.ofNullable(finder.variable));
    }

    // pare: accept feature-envy: what a stretch selects is asked of its file
    /** The smallest expression around the stretch, as the command line names it. */
    public Optional<String> around() {
        Region[] found = new Region[1];
        new TreePathScanner<Void, Void>() {
            @Override
            public Void scan(Tree tree, Void nothing) {
                if (tree instanceof ExpressionTree && file.end(tree) > file.start(tree)) {
                    Region own = file.region(tree);
                    found[0] = own.contains(region) ? own : found[0];
                }
                return super.scan(tree, nothing);
            }
        }.scan(new TreePath(file.unit()), null);
        return Optional.ofNullable(found[0]).map(own -> RegionName.of(file.source(), own));
    }

    /** The innermost statement of which the stretch takes a part and leaves one, and that does not hold the whole stretch. */
    public Optional<StatementTree> cutThrough() {
        StatementTree[] found = new StatementTree[1];
        new TreePathScanner<Void, Void>() {
            @Override
            public Void scan(Tree tree, Void nothing) {
                if (tree instanceof StatementTree statement
                        && !(tree instanceof BlockTree)
                        && file.end(tree) > file.start(tree)) {
                    Region own = file.region(tree);
                    boolean partly = own.overlaps(region) && !own.contains(region) && !region.contains(own);
                    boolean begins = own.contains(region) && own.start() == region.start() && !own.equals(region);
                    if (partly || begins) {
                        found[0] = statement;
                    }
                }
                return super.scan(tree, nothing);
            }
        }.scan(new TreePath(file.unit()), null);
        return Optional.ofNullable(found[0]);
    }

    private static Region trimmed(TouchedFile file, Region stretch) {
        int start = -1;
        int end = -1;
        for (Token token : file.tokens()) {
            if (token.isComment() || !stretch.contains(token.region())) {
                continue;
            }
            start = start < 0 ? token.region().start() : start;
            end = token.region().end();
        }
        return start < 0 ? stretch : new Region(start, end);
    }

    private static final class Finder extends TreePathScanner<Void, Void> {
        private final TouchedFile file;
        private final Region region;
        private TreePath expression;
        private List<StatementTree> statements = List.of();
        private TreePath block;
        private TreePath variable;

        Finder(TouchedFile file, Region region) {
            this.file = file;
            this.region = region;
        }

        @Override
        public Void scan(Tree tree, Void nothing) {
            boolean inAnnotation = getCurrentPath() != null && getCurrentPath().getLeaf() instanceof AnnotationTree;
            if (tree instanceof AssignmentTree && inAnnotation) {
                // JLS 9.7.3: an only value stands for an assignment to 'value', which has no place of its own.
                return super.scan(tree, nothing);
            }
            if (tree == null || file.end(tree) < region.start() || file.start(tree) > region.end()) {
                return null;
            }
            if (tree instanceof ExpressionTree
                    && expression == null
                    && file.start(tree) == region.start()
                    && file.end(tree) == region.end()) {
                expression = new TreePath(getCurrentPath(), tree);
            }
            if (tree instanceof StatementTree branch
                    && Scopes.isBranch(tree, getCurrentPath().getLeaf())) {
                take(List.of(branch));
            }
            return super.scan(tree, nothing);
        }

        @Override
        public Void visitBlock(BlockTree tree, Void nothing) {
            take(tree.getStatements());
            return super.visitBlock(tree, nothing);
        }

        @Override
        public Void visitCase(CaseTree tree, Void nothing) {
            if (tree.getStatements() != null && tree.getCaseKind() == CaseTree.CaseKind.STATEMENT) {
                take(tree.getStatements());
            }
            return super.visitCase(tree, nothing);
        }

        @Override
        public Void visitVariable(VariableTree tree, Void nothing) {
            boolean local = file.element(getCurrentPath()) != null
                    && !file.element(getCurrentPath()).getKind().isField();
            Region name = file.nameOf(tree);
            if (local && (name.contains(region) || region.contains(name) && file.end(tree) == region.end())) {
                variable = getCurrentPath();
            }
            return super.visitVariable(tree, nothing);
        }

        private void take(List<? extends StatementTree> linked) {
            List<? extends StatementTree> all = List.copyOf(linked);
            for (int first = 0; first < all.size(); first++) {
                if (file.start(all.get(first)) != region.start()) {
                    continue;
                }
                for (int last = first; last < all.size(); last++) {
                    if (file.end(all.get(last)) == region.end()) {
                        statements = List.copyOf(all.subList(first, last + 1));
                        block = getCurrentPath();
                    }
                }
            }
        }
    }
}
