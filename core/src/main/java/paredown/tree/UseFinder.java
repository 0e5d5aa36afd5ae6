package paredown.tree;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.ImportTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import javax.lang.model.element.Element;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.Types;

/** Finds the places in a tree that name a declaration. {@code this}, {@code super} and imports are not among them. */
public final class UseFinder extends TreePathScanner<Void, List<Use>> {
    private final TouchedFile file;
    private final Predicate<Element> wanted;

    private UseFinder(TouchedFile file, Predicate<Element> wanted) {
        this.file = file;
        this.wanted = wanted;
    }

    /** Uses below a path, in the order of the source. */
    public static List<Use> in(TouchedFile file, TreePath root, Predicate<Element> wanted) {
        List<Use> found = new ArrayList<>();
        new UseFinder(file, wanted).scan(root, found);
        return found;
    }

    /** Uses anywhere in a file. */
    public static List<Use> in(TouchedFile file, Predicate<Element> wanted) {
        return in(file, new TreePath(file.unit()), wanted);
    }

    @Override
    public Void visitImport(ImportTree tree, List<Use> found) {
        return null;
    }

    /** What an anonymous class extends or implements is named once, behind {@code new}; the compiler hangs it into the class as well. */
    @Override
    public Void visitClass(ClassTree tree, List<Use> found) {
        Tree parent = getCurrentPath().getParentPath() == null
                ? null
                : getCurrentPath().getParentPath().getLeaf();
        return parent instanceof NewClassTree ? scan(tree.getMembers(), found) : super.visitClass(tree, found);
    }

    @Override
    public Void visitIdentifier(IdentifierTree tree, List<Use> found) {
        boolean keyword = tree.getName().contentEquals("this") || tree.getName().contentEquals("super");
        if (!keyword) {
            take(tree, found);
        }
        return null;
    }

    @Override
    public Void visitMemberSelect(MemberSelectTree tree, List<Use> found) {
        boolean keyword =
                List.of("this", "super", "class").contains(tree.getIdentifier().toString());
        if (!keyword) {
            take(tree, found);
        }
        return super.visitMemberSelect(tree, found);
    }

    @Override
    public Void visitMemberReference(MemberReferenceTree tree, List<Use> found) {
        take(tree, found);
        return super.visitMemberReference(tree, found);
    }

    private void take(Tree tree, List<Use> found) {
        Element target = file.element(getCurrentPath());
        // Names that the compiler writes itself (an implicit super call, an enum's values) have no place in the text.
        if (target == null || !wanted.test(target) || file.end(tree) < 0 || file.start(tree) < 0) {
            return;
        }
        Use.Form form = Use.form(tree, file, getCurrentPath());
        Optional<TypeElement> provider = form == Use.Form.NAME ? provider(target) : Optional.empty();
        found.add(new Use(file, getCurrentPath(), target, file.symbol(target), form, provider));
    }

    /**
     * JLS 6.4.1: the innermost class that has a member of the name provides it; the name resolved, so one that has the target does. A
     * private member is not inherited, so only its own class has it.
     */
    private Optional<TypeElement> provider(Element target) {
        if (!(target.getEnclosingElement() instanceof TypeElement owner)) {
            return Optional.empty();
        }
        boolean inherited = !target.getModifiers().contains(Modifier.PRIVATE);
        Types types = file.attribution().types();
        for (TreePath at = getCurrentPath(); at != null; at = at.getParentPath()) {
            if (at.getLeaf() instanceof ClassTree && file.element(at) instanceof TypeElement type) {
                boolean has = inherited
                        ? types.isSubtype(types.erasure(type.asType()), types.erasure(owner.asType()))
                        : type.equals(owner);
                if (has) {
                    return Optional.of(type);
                }
            }
        }
        return Optional.empty();
    }
}
