package paredown.cut;

import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.HashSet;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;

/** Whether code comes to some members, itself or by what it calls and makes of the classes of its own file. */
public final class Reached extends TreePathScanner<Void, Void> {
    private final TouchedFile file;
    private final Set<String> wanted;
    private final Set<Tree> seen;
    private boolean found;

    private Reached(TouchedFile file, Set<String> wanted, Set<Tree> seen) {
        this.file = file;
        this.wanted = wanted;
        this.seen = seen;
    }

    /**
     * Whether what a class carries out when it is loaded, in front of a place, comes to members of the given symbols: fields of it that stand
     * behind have no value yet, which in another class they would have (JLS 12.4.2).
     */
    public static boolean atStart(TouchedFile file, TreePath type, int place, Set<String> wanted) {
        Reached reached = new Reached(file, wanted, new HashSet<>());
        SettingUp.code(file, type, place, true).forEach(reached::visit);
        return reached.found;
    }

    /** A scanner forgets where it is when it is sent elsewhere. */
    private void visit(TreePath path) {
        if (seen.add(path.getLeaf())) {
            Reached there = new Reached(file, wanted, seen);
            there.scan(path, null);
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
        if (target.getKind() == ElementKind.CONSTRUCTOR) {
            SettingUp.code(file, declared.getParentPath(), Integer.MAX_VALUE, false)
                    .forEach(this::visit);
        }
    }
}
