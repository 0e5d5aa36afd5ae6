package paredown.analysis.call;

import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import paredown.tree.TouchedFile;

/**
 * Whether code that sets an object up gives it away or comes to one of some members: it hands {@code this} over, calls a method of the
 * object, makes an object inside it, or names such a member. What lies in lambdas and classes inside it counts: who gets them may run them.
 */
public final class ThisEscape extends TreePathScanner<Void, Void> {
    private final TouchedFile file;
    private final Set<String> wanted;
    private boolean found;

    private ThisEscape(TouchedFile file, Set<String> wanted) {
        this.file = file;
        this.wanted = wanted;
    }

    /** Whether the code at a path does so, with the members by their symbols. */
    public static boolean in(TouchedFile file, TreePath code, Set<String> wanted) {
        ThisEscape use = new ThisEscape(file, wanted);
        use.scan(code, null);
        return use.found;
    }

    @Override
    public Void visitIdentifier(IdentifierTree tree, Void nothing) {
        if (isThis(tree)) {
            found |= !isWay();
        } else {
            judge(true);
        }
        return null;
    }

    @Override
    public Void visitMethodInvocation(MethodInvocationTree tree, Void nothing) {
        // Another constructor of the class, or one above.
        boolean constructor = tree.getMethodSelect() instanceof IdentifierTree name && isThis(name);
        return constructor ? scan(tree.getArguments(), nothing) : super.visitMethodInvocation(tree, nothing);
    }

    @Override
    public Void visitMemberSelect(MemberSelectTree tree, Void nothing) {
        if (isThis(tree)) {
            found |= !isWay();
        } else {
            judge(isThis(tree.getExpression()));
        }
        return super.visitMemberSelect(tree, nothing);
    }

    @Override
    public Void visitNewClass(NewClassTree tree, Void nothing) {
        Element constructor = file.element(getCurrentPath());
        found |= constructor != null
                && constructor.getEnclosingElement().getEnclosingElement() instanceof TypeElement
                && !constructor.getEnclosingElement().getModifiers().contains(Modifier.STATIC);
        return super.visitNewClass(tree, nothing);
    }

    private boolean isWay() {
        return getCurrentPath().getParentPath().getLeaf() instanceof MemberSelectTree;
    }

    private static boolean isThis(Tree tree) {
        return tree instanceof IdentifierTree name
                        && (name.getName().contentEquals("this")
                                || name.getName().contentEquals("super"))
                || tree instanceof MemberSelectTree select
                        && (select.getIdentifier().contentEquals("this")
                                || select.getIdentifier().contentEquals("super"));
    }

    private void judge(boolean self) {
        Element target = file.element(getCurrentPath());
        if (target == null) {
            return;
        }
        boolean method =
                target.getKind() == ElementKind.METHOD && !target.getModifiers().contains(Modifier.STATIC);
        found |= self && method || wanted.contains(file.symbol(target));
    }
}
