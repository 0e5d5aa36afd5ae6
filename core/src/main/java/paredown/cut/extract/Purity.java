package paredown.cut.extract;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.DeclaredType;
import paredown.analysis.jdk.JdkTypes;
import paredown.code.compile.Symbol;
import paredown.tree.TouchedFile;

/**
 * Whether an initial value comes out the same whenever it is computed: literals, constants, fresh collections and other values of the
 * JDK's data packages, functions that run later, and operators over these. Calls of the project's own code are taken to depend on their moment.
 */
final class Purity extends TreePathScanner<Void, Void> {
    private static final String LATER = "java.lang.ThreadLocal.withInitial";

    private final TouchedFile file;
    private final MovedCode code;
    private final ExpressionTree value;
    private boolean bound;

    Purity(TouchedFile file, MovedCode code, ExpressionTree value) {
        this.file = file;
        this.code = code;
        this.value = value;
    }

    boolean isFreeOfOrder() {
        TreePath path = file.attribution().trees().getPath(file.unit(), value);
        scan(path, null);
        return !bound;
    }

    @Override
    public Void visitIdentifier(IdentifierTree tree, Void nothing) {
        judge(file.element(getCurrentPath()));
        return null;
    }

    @Override
    public Void visitMemberSelect(MemberSelectTree tree, Void nothing) {
        if (tree.getIdentifier().contentEquals("class")) {
            return null;
        }
        judge(file.element(getCurrentPath()));
        return super.visitMemberSelect(tree, nothing);
    }

    @Override
    public Void visitNewClass(NewClassTree tree, Void nothing) {
        judge(file.element(getCurrentPath()));
        if (tree.getClassBody() != null) {
            bound = true;
        }
        return super.visitNewClass(tree, nothing);
    }

    @Override
    public Void visitLambdaExpression(LambdaExpressionTree tree, Void nothing) {
        return isKept(getCurrentPath()) ? null : super.visitLambdaExpression(tree, nothing);
    }

    @Override
    public Void visitMemberReference(MemberReferenceTree tree, Void nothing) {
        if (!isKept(getCurrentPath())) {
            judge(file.element(getCurrentPath()));
        }
        scan(tree.getQualifierExpression(), nothing);
        return null;
    }

    /** Whether a function is kept, to run later: of the calls around it each makes another function of it or a collection that has it. */
    private boolean isKept(TreePath function) {
        boolean kept = true;
        for (TreePath at = function; at.getLeaf() != value; at = at.getParentPath()) {
            if (at.getParentPath().getLeaf() instanceof MethodInvocationTree call) {
                kept &= isKeeping(file.element(new TreePath(at.getParentPath(), call.getMethodSelect())));
            }
        }
        return kept;
    }

    private boolean isKeeping(Element called) {
        return called instanceof ExecutableElement method
                && (LATER.equals(called.getEnclosingElement() + "." + called.getSimpleName())
                        || method.getReturnType() instanceof DeclaredType given
                                && given.asElement().getAnnotation(FunctionalInterface.class) != null);
    }

    @Override
    public Void visitAssignment(AssignmentTree tree, Void nothing) {
        bound = true;
        return null;
    }

    @Override
    public Void visitCompoundAssignment(CompoundAssignmentTree tree, Void nothing) {
        bound = true;
        return null;
    }

    @Override
    public Void visitUnary(UnaryTree tree, Void nothing) {
        Tree.Kind kind = tree.getKind();
        bound |= kind.name().endsWith("CREMENT");
        return super.visitUnary(tree, nothing);
    }

    @Override
    public Void visitClass(ClassTree tree, Void nothing) {
        bound = true;
        return null;
    }

    private void judge(Element target) {
        if (target == null) {
            bound = true;
        } else if (target instanceof ExecutableElement) {
            String symbol = file.symbol(target);
            bound |= !JdkTypes.isOfValues(Symbol.typeName(symbol)) || JdkTypes.isEnvironmental(symbol);
        } else if (target.getKind() == ElementKind.FIELD) {
            bound |= !isPure((VariableElement) target);
        }
    }

    /** A constant, a moved final field, or a final field of a class outside the project, which nothing here can be early or late for. */
    private boolean isPure(VariableElement field) {
        if (field.getConstantValue() != null || field.getSimpleName().contentEquals("length")) {
            return true;
        }
        boolean isFinal = field.getModifiers().contains(Modifier.FINAL);
        boolean foreign = file.attribution().trees().getTree(field) == null
                && file.symbol(field.getEnclosingElement()).startsWith("java.")
                && !JdkTypes.isSettable(file.symbol(field.getEnclosingElement()));
        return isFinal && (foreign || code.movedMember(file.symbol(field)).isPresent());
    }
}
