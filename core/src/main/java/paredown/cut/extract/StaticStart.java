package paredown.cut.extract;

import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import paredown.cut.SourceClass;
import paredown.cut.SourceClass.Member;

/**
 * Whether something is done when the source class is first used, such as loading a native library or registering itself. A call of a
 * static method that has left the class would no longer set that off.
 */
final class StaticStart extends TreePathScanner<Void, Void> {
    private final SourceClass source;
    private boolean effects;

    private StaticStart(SourceClass source) {
        this.source = source;
    }

    static boolean hasEffects(SourceClass source, Set<Member> moved) {
        List<Tree> started = new ArrayList<>(
                source.initialisers().filter(block -> block.isStatic()).toList());
        source.members().stream()
                .filter(member -> member.isField() && member.isStatic() && !moved.contains(member))
                .map(member -> (Tree) member.fieldTree().getInitializer())
                .filter(value -> value != null)
                .forEach(started::add);
        StaticStart scanner = new StaticStart(source);
        for (Tree tree : started) {
            scanner.scan(
                    source.file().attribution().trees().getPath(source.file().unit(), tree), null);
        }
        return scanner.effects;
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

    private void judge(TreePath path) {
        Element target = source.file().element(path);
        if (target == null || target.getKind() != ElementKind.METHOD) {
            return;
        }
        String owner = source.file().symbol(target.getEnclosingElement());
        boolean own = owner.equals(source.symbol()) || owner.startsWith(source.symbol() + ".");
        effects |= !own && (!Purity.isOfTheJdk(source.file(), target) || Purity.isMomentary(target));
    }
}
