package paredown.cut;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.HashSet;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;

/** Whether code comes to some members, itself or by what it calls and makes of the classes of its own file. */
public final class Reached extends TreePathScanner<Void, Void> {
    private final TouchedFile file;
    private final Set<String> wanted;
    private final Set<Tree> seen = new HashSet<>();
    private boolean found;

    private Reached(TouchedFile file, Set<String> wanted) {
        this.file = file;
        this.wanted = wanted;
    }

    /**
     * Whether what a class carries out when it is loaded, in front of a place, comes to members of the given symbols: fields of it that stand
     * behind have no value yet, which in another class they would have (JLS 12.4.2).
     */
    public static boolean atStart(TouchedFile file, TreePath type, int place, Set<String> wanted) {
        Reached reached = new Reached(file, wanted);
        for (Tree member : ((ClassTree) type.getLeaf()).getMembers()) {
            boolean value = member instanceof VariableTree field
                    && field.getModifiers().getFlags().contains(Modifier.STATIC)
                    && field.getInitializer() != null;
            boolean block = member instanceof BlockTree one && one.isStatic();
            if ((value || block) && file.start(member) >= 0 && file.start(member) < place) {
                TreePath path = new TreePath(type, member);
                reached.visit(value ? new TreePath(path, ((VariableTree) member).getInitializer()) : path);
            }
        }
        return reached.found;
    }

    /** A scanner forgets where it is when it is sent elsewhere. */
    private void visit(TreePath path) {
        if (seen.add(path.getLeaf())) {
            Reached there = new Reached(file, wanted);
            there.seen.addAll(seen);
            there.scan(path, null);
            seen.addAll(there.seen);
            found |= there.found;
        }
    }

    @Override
    public Void visitIdentifier(IdentifierTree tree, Void nothing) {
        judge();
        return null;
    }

    @Override
    public Void visitMemberSelect(MemberSelectTree tree, Void nothing) {
        judge();
        return super.visitMemberSelect(tree, nothing);
    }

    @Override
    public Void visitMemberReference(MemberReferenceTree tree, Void nothing) {
        judge();
        return super.visitMemberReference(tree, nothing);
    }

    @Override
    public Void visitNewClass(NewClassTree tree, Void nothing) {
        judge();
        return super.visitNewClass(tree, nothing);
    }

    private void judge() {
        Element target = file.element(getCurrentPath());
        if (target == null) {
            return;
        }
        found |= wanted.contains(file.symbol(target));
        TreePath declared =
                target instanceof ExecutableElement ? file.attribution().trees().getPath(target) : null;
        if (declared == null || declared.getCompilationUnit() != file.unit()) {
            return;
        }
        visit(declared);
        if (target.getKind() == ElementKind.CONSTRUCTOR
                && declared.getParentPath().getLeaf() instanceof ClassTree made) {
            for (Tree member : made.getMembers()) {
                if (!(member instanceof MethodTree) && !(member instanceof ClassTree) && !isStatic(member)) {
                    visit(new TreePath(declared.getParentPath(), member));
                }
            }
        }
    }

    private static boolean isStatic(Tree member) {
        return member instanceof BlockTree block && block.isStatic()
                || member instanceof VariableTree field
                        && field.getModifiers().getFlags().contains(Modifier.STATIC);
    }
}
