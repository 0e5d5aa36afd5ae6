package paredown.cut.extract;

import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import paredown.cut.SourceClass;
import paredown.cut.SourceClass.Member;
import paredown.cut.Use;
import paredown.cut.UseFinder;

/**
 * Whether something is done when a class is first used, such as loading a native library or registering itself, there or in what the class
 * itself calls for it. A call of a static method that has left the class would no longer set that off, one that came to it would.
 */
final class StaticStart extends TreePathScanner<Void, Void> {
    private final SourceClass source;
    private final Set<Element> followed;
    private boolean effects;

    private StaticStart(SourceClass source, Set<Element> followed) {
        this.source = source;
        this.followed = followed;
    }

    static boolean hasEffects(SourceClass source, Set<Member> moved) {
        List<Tree> started = new ArrayList<>(
                source.initialisers().filter(block -> block.isStatic()).toList());
        source.members().stream()
                .filter(member -> member.isField() && member.isStatic() && !moved.contains(member))
                .map(member -> (Tree) member.fieldTree().getInitializer())
                .filter(value -> value != null)
                .forEach(started::add);
        StaticStart scanner = new StaticStart(source, new HashSet<>());
        for (Tree tree : started) {
            scanner.judgeAll(
                    source.file().attribution().trees().getPath(source.file().unit(), tree));
        }
        return scanner.effects;
    }

    private void judgeAll(TreePath code) {
        effects |= UseFinder.in(source.file(), code, target -> target.getKind().isField() && !isOwn(target)).stream()
                .anyMatch(Use::isWritten);
        scan(code, null);
    }

    @Override
    public Void visitIdentifier(IdentifierTree tree, Void nothing) {
        judge(getCurrentPath());
        return null;
    }

    @Override
    public Void visitMemberSelect(MemberSelectTree tree, Void nothing) {
        judge(getCurrentPath());
        return super.visitMemberSelect(tree, nothing);
    }

    @Override
    public Void visitNewClass(NewClassTree tree, Void nothing) {
        Element constructor = source.file().element(getCurrentPath());
        effects |= constructor instanceof ExecutableElement made && Purity.isMomentary(made);
        follow(constructor);
        return super.visitNewClass(tree, nothing);
    }

    private boolean isOwn(Element member) {
        String owner = source.file().symbol(member.getEnclosingElement());
        return owner.equals(source.symbol()) || owner.startsWith(source.symbol() + ".");
    }

    private void judge(TreePath path) {
        Element target = source.file().element(path);
        if (target instanceof ExecutableElement called && called.getKind() == ElementKind.METHOD) {
            effects |= !isOwn(called) && (!Purity.isOfTheJdk(source.file(), called) || Purity.isMomentary(called));
            follow(target);
        }
    }

    /** What the class itself has to say to a call. */
    private void follow(Element called) {
        if (called == null || !isOwn(called) || !followed.add(called)) {
            return;
        }
        TreePath declared = source.file().attribution().trees().getPath(called);
        if (declared != null && declared.getLeaf() instanceof MethodTree method && method.getBody() != null) {
            // A scanner forgets where it is when it is sent elsewhere.
            StaticStart there = new StaticStart(source, followed);
            there.judgeAll(new TreePath(declared, method.getBody()));
            effects |= there.effects;
        }
    }
}
