package paredown.analysis.flow;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.BreakTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ContinueTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ForLoopTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.SynchronizedTree;
import com.sun.source.tree.ThrowTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TryTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.tree.YieldTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.VariableElement;
import paredown.analysis.effect.SideEffects;
import paredown.code.facts.Loops;
import paredown.source.Region;
import paredown.tree.Jumps;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;

/**
 * What flows into a piece of code and out of it: local variables that it reads, those that it gives a value that is asked for afterwards,
 * and the ways on which it is left.
 */
public final class DataFlow {
    private final TouchedFile file;
    private final List<TreePath> code;
    private final Region region;
    private final TreePath member;
    private final Map<Element, List<Use>> inside = new LinkedHashMap<>();
    private final Set<Element> declared = new LinkedHashSet<>();
    private final List<ReturnTree> returns = new ArrayList<>();
    private final List<Tree> jumps = new ArrayList<>();

    /**
     * @param code the statements in a row, or the one expression
     */
    public DataFlow(TouchedFile file, List<TreePath> code) {
        this.file = file;
        this.code = code;
        this.region = new Region(
                file.start(code.get(0).getLeaf()),
                file.end(code.get(code.size() - 1).getLeaf()));
        this.member = Scopes.outermostMember(code.get(0));
        for (TreePath path : code) {
            new Declarations().scan(path, null);
            UseFinder.in(file, path, DataFlow::isLocal)
                    .forEach(use -> inside.computeIfAbsent(use.target(), key -> new ArrayList<>())
                            .add(use));
            new Exits().scan(path, null);
        }
    }

    private static boolean isLocal(Element element) {
        return element instanceof VariableElement
                && !element.getKind().isField()
                && element.getKind() != ElementKind.ENUM_CONSTANT;
    }

    /** Uses of a local variable in the code. */
    public List<Use> uses(Element variable) {
        return inside.getOrDefault(variable, List.of());
    }

    /** Variables of the surroundings that the code needs the value of, in the order of their first use. */
    public List<Element> parameters() {
        return inside.keySet().stream()
                .filter(one -> !declared.contains(one) && !isAssignedFirst(one) && !isEmpty(one))
                .toList();
    }

    /** Variables of the surroundings that have no value yet when the code begins, and get one in it on some or all ways. */
    public List<Element> empty() {
        return inside.keySet().stream()
                .filter(one -> !declared.contains(one) && !isAssignedFirst(one) && isEmpty(one))
                .toList();
    }

    /** JLS 16: what has no value yet, nothing can ask for. */
    private boolean isEmpty(Element variable) {
        TreePath declaration = file.attribution().trees().getPath(variable);
        boolean bare = declaration != null
                && declaration.getLeaf() instanceof VariableTree tree
                && tree.getInitializer() == null
                && (declaration.getParentPath().getLeaf() instanceof BlockTree
                        || declaration.getParentPath().getLeaf() instanceof CaseTree);
        return bare
                && outermostLoopWithin(variable) == null
                && UseFinder.in(file, member, variable::equals).stream()
                        .noneMatch(use -> file.start(use.tree()) < region.start());
    }

    /** Variables of the surroundings that get their value in the code before anything asks for it. */
    public List<Element> assignedFirst() {
        return inside.keySet().stream()
                .filter(one -> !declared.contains(one) && isAssignedFirst(one))
                .toList();
    }

    /** Whether the first statement that names a variable of the surroundings gives it a value. */
    private boolean isAssignedFirst(Element variable) {
        return firstAssignment(variable) != null;
    }

    /** The statement that does so; null where there is none. */
    public ExpressionStatementTree firstAssignment(Element variable) {
        Use first = inside.get(variable).get(0);
        for (TreePath path : code) {
            boolean named = first.isWithin(path.getLeaf());
            if (!named) {
                continue;
            }
            boolean assigns = path.getLeaf() instanceof ExpressionStatementTree statement
                    && statement.getExpression() instanceof AssignmentTree assignment
                    && assignment.getVariable() == first.tree()
                    && inside.get(variable).stream().noneMatch(use -> use.isWithin(assignment.getExpression()));
            return assigns ? (ExpressionStatementTree) path.getLeaf() : null;
        }
        return null;
    }

    /** Variables whose value from the code is asked for afterwards. */
    public List<Element> results() {
        List<Element> found = new ArrayList<>();
        for (Element variable : inside.keySet()) {
            boolean written = inside.get(variable).stream().anyMatch(Use::isWritten);
            if (written
                    && !declared.contains(variable)
                    && (isAskedForAfterwards(variable) || isKeptByRecord(variable))) {
                found.add(variable);
            }
        }
        for (Element variable : declared) {
            boolean after = UseFinder.in(file, member, variable::equals).stream()
                    .anyMatch(use -> !region.contains(file.region(use.tree())));
            if (after) {
                found.add(variable);
            }
        }
        return found;
    }

    /** At the end of a record's constructor without a list of parameters they become the values of the record. JLS 8.10.4.2. */
    private boolean isKeptByRecord(Element variable) {
        Element maker = variable.getEnclosingElement();
        boolean ofRecord = maker.getKind() == ElementKind.CONSTRUCTOR
                && maker.getEnclosingElement().getKind() == ElementKind.RECORD
                && variable.getKind() == ElementKind.PARAMETER;
        if (!ofRecord || !(file.attribution().trees().getTree(maker) instanceof MethodTree tree)) {
            return false;
        }
        int from = Math.max(file.start(tree), file.end(tree.getModifiers()));
        String name = maker.getEnclosingElement().getSimpleName().toString();
        return file.tokensFrom(file.word(name, from).end()).stream()
                .filter(token -> !token.isComment())
                .findFirst()
                .map(token -> token.is(file.text(), "{"))
                .orElse(false);
    }

    private boolean isAskedForAfterwards(Element variable) {
        TreePath loop = outermostLoopWithin(variable);
        for (Use use : UseFinder.in(file, member, variable::equals)) {
            boolean within = region.contains(file.region(use.tree()));
            boolean pure = use.isWritten() && use.path().getParentPath().getLeaf() instanceof AssignmentTree;
            boolean behind = file.start(use.tree()) >= region.end();
            boolean around = loop != null && use.isWithin(loop.getLeaf());
            if (!pure && (!within && (behind || around) || within && around && !isAssignedFirst(variable))) {
                return true;
            }
        }
        return isUsedInFinally(variable);
    }

    /**
     * Whether the code may fail between giving a variable its value and its end, where somebody asks for the value all the same: behind a
     * catch, or in a finally.
     */
    public boolean isAskedForAfterFailure(Element variable) {
        TreePath declaration = file.attribution().trees().getPath(variable);
        boolean fails =
                code.stream().map(path -> SideEffects.of(file, path)).anyMatch(one -> one.fails() || one.writes());
        TreePath inner = code.get(0);
        for (TreePath at = inner.getParentPath(); fails && at != null && at != member; at = at.getParentPath()) {
            boolean guarded = at.getLeaf() instanceof TryTree attempt && attempt.getBlock() == inner.getLeaf();
            boolean outside = declaration == null || !Scopes.isWithin(declaration, at.getLeaf());
            if (guarded && outside) {
                Region block = file.region(inner.getLeaf());
                boolean asked = UseFinder.in(file, member, variable::equals).stream()
                        .anyMatch(use -> file.start(use.tree()) >= block.end());
                if (asked) {
                    return true;
                }
            }
            inner = at;
        }
        return false;
    }

    private boolean isUsedInFinally(Element variable) {
        for (TreePath at = code.get(0); at != member; at = at.getParentPath()) {
            if (at.getLeaf() instanceof TryTree attempt && attempt.getFinallyBlock() != null) {
                TreePath block = new TreePath(at, attempt.getFinallyBlock());
                if (!UseFinder.in(file, block, variable::equals).isEmpty()) {
                    return true;
                }
            }
        }
        return false;
    }

    /** The outermost loop around the code that the variable is declared outside of. */
    private TreePath outermostLoopWithin(Element variable) {
        TreePath declaration = file.attribution().trees().getPath(variable);
        TreePath found = null;
        for (TreePath at = code.get(0).getParentPath(); at != null && at != member; at = at.getParentPath()) {
            Tree tree = at.getLeaf();
            if (Loops.is(tree) && (declaration == null || !isLoopBodyLocal(declaration, tree))) {
                found = at;
            }
        }
        return found;
    }

    private static boolean isLoopBodyLocal(TreePath declaration, Tree loop) {
        for (TreePath at = declaration; at != null; at = at.getParentPath()) {
            if (at.getLeaf() == loop) {
                // A variable of the loop's header lives through all rounds.
                boolean header = loop instanceof ForLoopTree counted
                        && counted.getInitializer().contains(declaration.getLeaf());
                return !header;
            }
        }
        return false;
    }

    /** Variables declared in the code. */
    public Set<Element> declared() {
        return declared;
    }

    public List<ReturnTree> returns() {
        return returns;
    }

    /** Breaks, continues and yields that lead out of the code. */
    public List<Tree> jumps() {
        return jumps;
    }

    /** Whether the code never comes to its end: the statement behind it would be out of reach. JLS 14.22, without loops. */
    public boolean neverEnds() {
        return code.get(code.size() - 1).getLeaf() instanceof StatementTree last && leaves(last);
    }

    private static boolean leaves(StatementTree statement) {
        if (statement instanceof ReturnTree || statement instanceof ThrowTree) {
            return true;
        }
        if (statement instanceof BlockTree block) {
            return !block.getStatements().isEmpty()
                    && leaves(block.getStatements().get(block.getStatements().size() - 1));
        }
        if (statement instanceof IfTree choice) {
            return choice.getElseStatement() != null
                    && leaves(choice.getThenStatement())
                    && leaves(choice.getElseStatement());
        }
        if (statement instanceof SynchronizedTree lock) {
            return leaves(lock.getBlock());
        }
        return statement instanceof TryTree attempt
                && (attempt.getFinallyBlock() != null && leaves(attempt.getFinallyBlock())
                        || leaves(attempt.getBlock())
                                && attempt.getCatches().stream().allMatch(one -> leaves(one.getBlock())));
    }

    private final class Declarations extends TreePathScanner<Void, Void> {
        @Override
        public Void visitVariable(VariableTree tree, Void nothing) {
            Element element = file.element(getCurrentPath());
            if (element != null && isLocal(element)) {
                declared.add(element);
            }
            return super.visitVariable(tree, nothing);
        }
    }

    private final class Exits extends TreePathScanner<Void, Void> {
        @Override
        public Void visitLambdaExpression(LambdaExpressionTree tree, Void nothing) {
            return null;
        }

        @Override
        public Void visitClass(ClassTree tree, Void nothing) {
            return null;
        }

        @Override
        public Void visitReturn(ReturnTree tree, Void nothing) {
            returns.add(tree);
            return super.visitReturn(tree, nothing);
        }

        @Override
        public Void visitBreak(BreakTree tree, Void nothing) {
            check(tree);
            return null;
        }

        @Override
        public Void visitContinue(ContinueTree tree, Void nothing) {
            check(tree);
            return null;
        }

        @Override
        public Void visitYield(YieldTree tree, Void nothing) {
            check(tree);
            return super.visitYield(tree, nothing);
        }

        private void check(Tree jump) {
            Tree aroundCode = code.get(0).getParentPath().getLeaf();
            boolean stays = Jumps.target(getCurrentPath())
                    .filter(target -> Scopes.isWithin(target.getParentPath(), aroundCode))
                    .isPresent();
            if (!stays) {
                jumps.add(jump);
            }
        }
    }
}
