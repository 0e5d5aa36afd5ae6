package paredown.edit;

import com.sun.source.tree.MethodTree;
import com.sun.source.tree.ModifiersTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import java.util.Optional;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;
import paredown.tree.Components;
import paredown.tree.DeclaredClass;
import paredown.tree.MemberText;
import paredown.tree.Required;
import paredown.tree.TouchedFile;
import paredown.verdict.Rule;

/** Edits to declarations: taking them away, making them more visible. */
public final class Declarations {
    private Declarations() {}

    /** Takes a member away with the comments that belong to it and the gap that it would leave. */
    public static Edit removal(DeclaredClass owner, DeclaredClass.Member member) {
        return Edit.delete(MemberText.toDelete(owner.file().source(), member.withComments()));
    }

    /**
     * Takes {@code private} away from a declaration in this file; empty where it does not stand there. An interface has methods that are its
     * own, or {@code default}, or {@code static} ones.
     */
    public static Optional<Edit> widened(TouchedFile file, Element element) {
        Tree tree = file.attribution().trees().getTree(element);
        ModifiersTree modifiers = tree instanceof MethodTree method
                ? method.getModifiers()
                : tree instanceof VariableTree variable
                        ? variable.getModifiers()
                        : tree instanceof com.sun.source.tree.ClassTree type ? type.getModifiers() : null;
        if (tree != null && Components.isField(element)) {
            throw Required.refused(
                    file.place(tree),
                    Rule.REACHABLE,
                    "'" + element.getSimpleName() + "' is private to the record "
                            + element.getEnclosingElement().getSimpleName(),
                    "call its accessor first");
        }
        if (modifiers == null || file.start(modifiers) < 0) {
            return Optional.empty();
        }
        Region region = file.region(modifiers);
        for (Token token : file.tokensFrom(region.start())) {
            if (token.region().start() >= region.end()) {
                break;
            }
            if (token.is(file.text(), "private")) {
                int end = token.region().end();
                while (end < file.text().length() && file.text().charAt(end) == ' ') {
                    end++;
                }
                boolean owed = element.getKind() == ElementKind.METHOD
                        && element.getEnclosingElement().getKind().isInterface()
                        && !element.getModifiers().contains(Modifier.STATIC);
                return Optional.of(
                        owed
                                ? new Edit(token.region(), "default")
                                : Edit.delete(new Region(token.region().start(), end)));
            }
        }
        return Optional.empty();
    }
}
