package paredown.cut.extract;

import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TryTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.HashSet;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import paredown.cut.Required;
import paredown.cut.Rule;
import paredown.cut.Scopes;
import paredown.cut.TouchedFile;

/** Refuses calls that may come back to a method while a variable of it is in use. */
final class CallsMeanwhile extends TreePathScanner<Void, Void> {
    private final TouchedFile file;
    private final TreePath path;
    private final Reentry reentry;
    private final Set<Element> seen = new HashSet<>();

    CallsMeanwhile(TouchedFile file, TreePath path, Reentry reentry) {
        this.file = file;
        this.path = path;
        this.reentry = reentry;
    }

    @Override
    public Void visitMethodInvocation(MethodInvocationTree tree, Void nothing) {
        judge(file.element(getCurrentPath()), tree);
        return super.visitMethodInvocation(tree, nothing);
    }

    @Override
    public Void visitNewClass(NewClassTree tree, Void nothing) {
        judge(file.element(getCurrentPath()), tree);
        return super.visitNewClass(tree, nothing);
    }

    @Override
    public Void visitEnhancedForLoop(EnhancedForLoopTree tree, Void nothing) {
        judgeUnspoken(tree.getExpression());
        return super.visitEnhancedForLoop(tree, nothing);
    }

    @Override
    public Void visitTry(TryTree tree, Void nothing) {
        tree.getResources().forEach(this::judgeUnspoken);
        return super.visitTry(tree, nothing);
    }

    @Override
    public Void visitBinary(BinaryTree tree, Void nothing) {
        if (tree.getKind() == Tree.Kind.PLUS) {
            judgeUnspoken(tree.getLeftOperand());
            judgeUnspoken(tree.getRightOperand());
        }
        return super.visitBinary(tree, nothing);
    }

    @Override
    public Void visitCompoundAssignment(CompoundAssignmentTree tree, Void nothing) {
        judgeUnspoken(tree.getExpression());
        return super.visitCompoundAssignment(tree, nothing);
    }

    private void judge(Element called, Tree call) {
        if (seen.add(called) && reentry.isPossible(called)) {
            throw refused(call, "called");
        }
    }

    /** An object that is put into a text, gone through or closed runs methods that nobody names. */
    private void judgeUnspoken(Tree object) {
        TypeMirror type = file.attribution().trees().getTypeMirror(new TreePath(getCurrentPath(), object));
        boolean plain = type == null
                || type.getKind() != TypeKind.DECLARED
                || type.toString().startsWith("java.lang.");
        if (!plain && reentry.isPossibleUnspoken()) {
            throw refused(object, "used");
        }
    }

    private RuntimeException refused(Tree at, String done) {
        return Required.refused(
                file.place(at),
                Rule.KEEPS_EVALUATION,
                "while '" + ((VariableTree) path.getLeaf()).getName() + "' is in use, '" + file.brief(at)
                        + "' is " + done + ", which may come back to '"
                        + file.element(Scopes.member(path)).getSimpleName() + "'",
                "leave it local");
    }
}
