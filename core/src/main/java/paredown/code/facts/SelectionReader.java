package paredown.code.facts;

import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.InstanceOfTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.SwitchExpressionTree;
import com.sun.source.tree.SwitchTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.type.TypeMirror;
import paredown.source.Region;

/** Reads a decision by the value or the kind of one thing. */
final class SelectionReader {
    private static final int FEWEST = 3;

    private final MemberReader member;

    private SelectionReader(MemberReader member) {
        this.member = member;
    }

    /** The decision that a switch or the first {@code if} of a chain makes; empty for any other {@code if}. */
    static Optional<SelectionFacts> of(TreePath path, MemberReader member) {
        SelectionReader reader = new SelectionReader(member);
        if (path.getLeaf() instanceof SwitchTree tree) {
            return reader.selection(path, tree.getExpression(), tree.getCases());
        }
        if (path.getLeaf() instanceof SwitchExpressionTree tree) {
            return reader.selection(path, tree.getExpression(), tree.getCases());
        }
        return reader.chain(path);
    }

    private Optional<SelectionFacts> selection(TreePath path, ExpressionTree selector, List<? extends CaseTree> cases) {
        List<String> labels = new ArrayList<>();
        for (CaseTree one : cases) {
            one.getExpressions().forEach(label -> labels.add(text(label)));
        }
        return facts(path, new TreePath(path, selector), labels);
    }

    private Optional<SelectionFacts> facts(TreePath path, TreePath subject, List<String> labels) {
        TypeMirror type = member.trees().getTypeMirror(subject);
        Optional<Region> region = member.region(path.getLeaf());
        if (type == null || region.isEmpty() || labels.size() < FEWEST) {
            return Optional.empty();
        }
        return Optional.of(new SelectionFacts(
                member.source().line(region.get().start()),
                text(bare(subject.getLeaf())),
                member.symbols().erased(type),
                List.copyOf(labels)));
    }

    /** What one {@code if} asks: of what, and which value or kind. */
    private record Asked(TreePath subject, String label) {}

    private Optional<SelectionFacts> chain(TreePath path) {
        if (path.getParentPath().getLeaf() instanceof IfTree outer && outer.getElseStatement() == path.getLeaf()) {
            return Optional.empty();
        }
        List<String> labels = new ArrayList<>();
        TreePath subject = null;
        TreePath at = path;
        while (at.getLeaf() instanceof IfTree tree) {
            Optional<Asked> asked = asked(new TreePath(at, tree.getCondition()));
            if (asked.isEmpty()
                    || subject != null && !text(asked.get().subject().getLeaf()).equals(text(subject.getLeaf()))) {
                return Optional.empty();
            }
            subject = asked.get().subject();
            labels.add(asked.get().label());
            StatementTree next = tree.getElseStatement();
            if (next == null) {
                break;
            }
            at = new TreePath(at, next);
        }
        return subject == null ? Optional.empty() : facts(path, subject, labels);
    }

    private Optional<Asked> asked(TreePath path) {
        if (path.getLeaf() instanceof ParenthesizedTree inner) {
            return asked(new TreePath(path, inner.getExpression()));
        }
        if (path.getLeaf() instanceof InstanceOfTree kind && kind.getType() != null) {
            return Optional.of(new Asked(new TreePath(path, kind.getExpression()), text(kind.getType())));
        }
        if (path.getLeaf() instanceof BinaryTree tree && tree.getKind() == Tree.Kind.EQUAL_TO) {
            return either(new TreePath(path, tree.getLeftOperand()), new TreePath(path, tree.getRightOperand()));
        }
        if (path.getLeaf() instanceof MethodInvocationTree call
                && call.getArguments().size() == 1
                && call.getMethodSelect() instanceof MemberSelectTree select
                && select.getIdentifier().contentEquals("equals")) {
            return either(
                    new TreePath(new TreePath(path, select), select.getExpression()),
                    new TreePath(path, call.getArguments().get(0)));
        }
        return Optional.empty();
    }

    private Optional<Asked> either(TreePath one, TreePath other) {
        if (isConstant(other)) {
            return isConstant(one) ? Optional.empty() : Optional.of(new Asked(one, text(other.getLeaf())));
        }
        return isConstant(one) ? Optional.of(new Asked(other, text(one.getLeaf()))) : Optional.empty();
    }

    private boolean isConstant(TreePath path) {
        if (path.getLeaf() instanceof LiteralTree literal) {
            return literal.getKind() != Tree.Kind.NULL_LITERAL && literal.getKind() != Tree.Kind.BOOLEAN_LITERAL;
        }
        if (!(path.getLeaf() instanceof IdentifierTree) && !(path.getLeaf() instanceof MemberSelectTree)) {
            return false;
        }
        Element element = member.trees().getElement(path);
        return element != null
                && (element.getKind() == ElementKind.ENUM_CONSTANT
                        || element.getKind() == ElementKind.FIELD
                                && element.getModifiers().contains(Modifier.STATIC)
                                && element.getModifiers().contains(Modifier.FINAL));
    }

    private static Tree bare(Tree tree) {
        return tree instanceof ParenthesizedTree inner ? bare(inner.getExpression()) : tree;
    }

    /** As written, without white space and, for a constant, without the class in front. */
    private String text(Tree tree) {
        if (tree instanceof MemberSelectTree select
                && Character.isUpperCase(select.getIdentifier().charAt(0))) {
            return select.getIdentifier().toString();
        }
        return member.region(tree)
                .map(region -> region.of(member.source().text()).replaceAll("\\s+", ""))
                .orElse("?");
    }
}
