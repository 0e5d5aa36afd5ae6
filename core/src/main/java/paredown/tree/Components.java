package paredown.tree;

import com.sun.source.util.Trees;
import java.util.Optional;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.RecordComponentElement;
import javax.lang.model.element.TypeElement;
import paredown.source.Edit;
import paredown.verdict.RefusedException;
import paredown.verdict.Rule;

/** Components of records: the field of one stays private to the record, all others ask its accessor. JLS 8.10.3. */
public final class Components {
    private Components() {}

    /** Whether an element is the field behind a component. */
    public static boolean isField(Element element) {
        return accessor(element).isPresent();
    }

    private static Optional<ExecutableElement> accessor(Element element) {
        boolean field = element.getKind() == ElementKind.FIELD
                && !element.getModifiers().contains(Modifier.STATIC)
                && element.getEnclosingElement().getKind() == ElementKind.RECORD;
        return field
                ? ((TypeElement) element.getEnclosingElement())
                        .getRecordComponents().stream()
                                .filter(one -> one.getSimpleName().equals(element.getSimpleName()))
                                .map(RecordComponentElement::getAccessor)
                                .findFirst()
                : Optional.empty();
    }

    /** What the compiler has made stands in no tree; of a record that lies in no source file nothing is known. */
    private static boolean isWritten(TouchedFile file, ExecutableElement accessor) {
        Trees trees = file.attribution().trees();
        return trees.getPath(accessor) != null || trees.getPath(accessor.getEnclosingElement()) == null;
    }

    /** Whether an element is the field behind a component whose accessor gives it and does nothing else. */
    public static boolean isPlain(TouchedFile file, Element element) {
        return accessor(element).filter(one -> !isWritten(file, one)).isPresent();
    }

    /**
     * Reads the field through its accessor.
     *
     * @throws RefusedException where the accessor is written by hand: it may give something else
     */
    public static Edit asked(Use use) {
        TouchedFile file = use.file();
        boolean plain = isPlain(file, use.target());
        if (!plain || use.isWritten()) {
            throw Required.refused(
                    use.place(),
                    Rule.REACHABLE,
                    "'" + use.target().getSimpleName() + "' is private to the record "
                            + use.target().getEnclosingElement().getSimpleName()
                            + (plain ? "" : ", and its accessor is written by hand"),
                    plain
                            ? "leave the code where it is"
                            : "call the accessor in this code first, where that gives the same");
        }
        return new Edit(file.name(use.tree()), use.target().getSimpleName() + "()");
    }
}
