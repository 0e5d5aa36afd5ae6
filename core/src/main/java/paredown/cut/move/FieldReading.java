package paredown.cut.move;

import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import java.util.Optional;
import javax.lang.model.element.Element;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Types;
import paredown.cut.Dispatch;
import paredown.tree.Components;
import paredown.tree.DeclaredClass;
import paredown.tree.Scopes;
import paredown.tree.Touched;
import paredown.tree.Use;

/** How those who hold an object of a class read a field of it. */
final class FieldReading {
    private final Touched touched;
    private final DeclaredClass source;

    FieldReading(Touched touched, DeclaredClass source) {
        this.touched = touched;
        this.source = source;
    }

    /** The class whose field is read. */
    DeclaredClass source() {
        return source;
    }

    /**
     * The field where the place may read it, else an accessor that gives it.
     *
     * @return what stands behind the object and a dot; empty where the field would have to be opened
     */
    Optional<String> at(Use use, Element field) {
        String name = field.getSimpleName().toString();
        if (isVisible(use, field)) {
            return Optional.of(name);
        }
        if (Components.isPlain(source.file(), field)) {
            return Optional.of(name + "()");
        }
        return source.members().stream()
                .filter(member -> member.isMethod()
                        && !member.isPrivate()
                        && member.method().getParameters().isEmpty()
                        && name.equals(ReceiverPath.accessed(member))
                        && source.file()
                                .attribution()
                                .types()
                                .isSameType(member.method().getReturnType(), field.asType())
                        && (isNear(use) || member.method().getModifiers().contains(Modifier.PUBLIC))
                        && Dispatch.overriding(touched, member).isEmpty())
                .findFirst()
                .map(member -> member.name() + "()");
    }

    /** Whether the object of a use, or what it knows of itself there, calls that field by its name: a subclass may have another of that name. */
    boolean isMeant(Use use, Element field) {
        Types types = use.file().attribution().types();
        Trees trees = use.file().attribution().trees();
        // What is known of a type variable is its bound.
        TypeElement type = use.form() == Use.Form.NAME
                ? use.provider().orElse(null)
                : use.qualifier()
                        .map(one -> trees.getTypeMirror(new TreePath(use.path(), one)))
                        .map(one -> (TypeElement) types.asElement(types.erasure(one)))
                        .orElse(null);
        while (type != null && !use.file().symbol(type).equals(source.symbol())) {
            boolean hides = ElementFilter.fieldsIn(type.getEnclosedElements()).stream()
                    .anyMatch(one -> one.getSimpleName().equals(field.getSimpleName()));
            type = hides ? null : (TypeElement) use.file().attribution().types().asElement(type.getSuperclass());
        }
        return type != null;
    }

    /** The object whose field is meant where the plain name would mean something else at the place of an unqualified use: nothing, or a this and a dot. */
    String object(Use use, Element field) {
        String name = field.getSimpleName().toString();
        TypeElement provider = use.provider().orElseThrow();
        Element inner = use.file().element(Scopes.type(use.path()));
        boolean hidden = Scopes.localNames(use.path()).contains(name);
        for (Element at = inner; at != null && !at.equals(provider); at = at.getEnclosingElement()) {
            hidden |= at instanceof TypeElement type
                    && ElementFilter.fieldsIn(
                                    use.file().attribution().elements().getAllMembers(type))
                            .stream()
                            .anyMatch(one -> one.getSimpleName().contentEquals(name));
        }
        return !hidden ? "" : provider.equals(inner) ? "this." : provider.getSimpleName() + ".this.";
    }

    /** Whether the field can be opened to the place: it is made visible in its package. */
    boolean isNear(Use use) {
        return use.file().packageName().equals(source.file().packageName());
    }

    private boolean isVisible(Use use, Element field) {
        boolean inside = use.file()
                .symbol(Scopes.outermost(use.file().element(Scopes.type(use.path()))))
                .equals(source.file().symbol(Scopes.outermost(source.element())));
        return inside
                || field.getModifiers().contains(Modifier.PUBLIC)
                || field.getModifiers().contains(Modifier.PROTECTED) && use.form() != Use.Form.EXPRESSION
                || isNear(use) && !field.getModifiers().contains(Modifier.PRIVATE);
    }
}
