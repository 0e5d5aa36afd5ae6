package paredown.edit;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.type.TypeVariable;
import javax.lang.model.type.WildcardType;
import paredown.source.Edit;
import paredown.tree.Imports;
import paredown.tree.TouchedFile;

/** Writes types as a file names them, and remembers what it has to import for that. */
public final class TypeText {
    private final TouchedFile file;
    private final Imports imports;
    private final Set<String> wanted = new LinkedHashSet<>();

    public TypeText(TouchedFile file) {
        this.file = file;
        this.imports = new Imports(file);
    }

    /** The type as source text; empty for one that cannot be written: of an anonymous class, an intersection, a captured wildcard. */
    public Optional<String> of(TypeMirror type) {
        return switch (type.getKind()) {
            case BOOLEAN, BYTE, SHORT, INT, LONG, CHAR, FLOAT, DOUBLE, VOID ->
                Optional.of(type.getKind().name().toLowerCase(java.util.Locale.ROOT));
            case ARRAY -> of(((ArrayType) type).getComponentType()).map(component -> component + "[]");
            case TYPEVAR -> variable((TypeVariable) type);
            case WILDCARD -> wildcard((WildcardType) type);
            case DECLARED -> declared((DeclaredType) type);
            default -> Optional.empty();
        };
    }

    private Optional<String> variable(TypeVariable type) {
        String name = type.asElement().getSimpleName().toString();
        boolean captured =
                name.isEmpty() || name.contains("<") || type.toString().contains("capture");
        return captured ? Optional.empty() : Optional.of(name);
    }

    private Optional<String> wildcard(WildcardType type) {
        if (type.getExtendsBound() != null) {
            return of(type.getExtendsBound()).map(bound -> "? extends " + bound);
        }
        return type.getSuperBound() == null
                ? Optional.of("?")
                : of(type.getSuperBound()).map(bound -> "? super " + bound);
    }

    private Optional<String> declared(DeclaredType type) {
        TypeElement element = (TypeElement) type.asElement();
        if (element.getSimpleName().toString().isEmpty()) {
            return Optional.empty();
        }
        boolean inner = type.getEnclosingType().getKind() == TypeKind.DECLARED
                && !((DeclaredType) type.getEnclosingType()).getTypeArguments().isEmpty();
        List<String> arguments = new ArrayList<>();
        for (TypeMirror argument : type.getTypeArguments()) {
            Optional<String> text = argument(argument);
            if (text.isEmpty()) {
                return Optional.empty();
            }
            arguments.add(text.get());
        }
        if (inner && !arguments.isEmpty()) {
            return Optional.empty();
        }
        String name = of(element);
        return Optional.of(
                arguments.isEmpty() ? name : name + arguments.stream().collect(Collectors.joining(", ", "<", ">")));
    }

    /** A captured wildcard is written as the wildcard that it came from. */
    private Optional<String> argument(TypeMirror argument) {
        if (argument instanceof TypeVariable variable && variable.toString().contains("capture")) {
            TypeMirror upper = variable.getUpperBound();
            boolean plain = upper == null || upper.toString().equals("java.lang.Object");
            if (variable.getLowerBound() != null && variable.getLowerBound().getKind() != TypeKind.NULL) {
                return of(variable.getLowerBound()).map(bound -> "? super " + bound);
            }
            return plain ? Optional.of("?") : of(upper).map(bound -> "? extends " + bound);
        }
        return of(argument);
    }

    /** The name of a type, imported where that is possible, else qualified. */
    public String of(TypeElement type) {
        if (type.getEnclosingElement() instanceof TypeElement outer) {
            boolean inside = isInScope(type);
            boolean imported = imports.named(type.getSimpleName().toString())
                    .filter(one -> one.name().equals(file.symbol(type)))
                    .isPresent();
            return inside || imported ? type.getSimpleName().toString() : of(outer) + "." + type.getSimpleName();
        }
        if (type.getEnclosingElement().getKind() != ElementKind.PACKAGE) {
            // A local class is in scope wherever its type can come up.
            return type.getSimpleName().toString();
        }
        String qualified = type.getQualifiedName().toString();
        String simple = type.getSimpleName().toString();
        String packageName = qualified.substring(0, Math.max(0, qualified.length() - simple.length() - 1));
        Optional<Imports.Import> named = imports.named(simple);
        if (named.isPresent()) {
            return named.get().name().equals(qualified) ? simple : qualified;
        }
        if (wanted.contains(qualified)) {
            return simple;
        }
        boolean clash =
                isDeclaredHere(simple, qualified) || wanted.stream().anyMatch(other -> other.endsWith("." + simple));
        if (clash) {
            return qualified;
        }
        if (packageName.equals(file.packageName()) || packageName.isEmpty()) {
            return simple;
        }
        boolean onDemand = imports.all().stream()
                .anyMatch(
                        one -> one.isOnDemand() && !one.isStatic() && one.name().equals(packageName));
        boolean implicit = packageName.equals("java.lang");
        if (implicit || onDemand) {
            // JLS 6.4.1: a type of the same package shadows what is imported on demand.
            return isInPackage(simple) ? qualified : simple;
        }
        if (isInPackage(simple) && isMentioned(simple)) {
            return qualified;
        }
        wanted.add(qualified);
        return simple;
    }

    /** Whether a member type can be named without what encloses it: the file declares it, or one that inherits it, at its top. */
    private boolean isInScope(TypeElement type) {
        for (Element at = type.getEnclosingElement(); at instanceof TypeElement; at = at.getEnclosingElement()) {
            if (file.attribution().trees().getPath(at) != null
                    && file.attribution().trees().getPath(at).getCompilationUnit() == file.unit()
                    && file.unit().getTypeDecls().size() == 1
                    && at == type.getEnclosingElement()
                    && at.getEnclosingElement().getKind() == ElementKind.PACKAGE) {
                return true;
            }
        }
        return false;
    }

    private boolean isDeclaredHere(String simple, String qualified) {
        return !qualified.equals(file.packageName() + "." + simple) && file.declaresType(simple);
    }

    private boolean isInPackage(String simple) {
        String packageName = file.packageName();
        return file.attribution().elements().getTypeElement(packageName.isEmpty() ? simple : packageName + "." + simple)
                != null;
    }

    private boolean isMentioned(String simple) {
        return file.tokens().stream().anyMatch(token -> token.is(file.text(), simple));
    }

    /** The imports that the written types need. */
    public List<Edit> imports() {
        return imports.adding(wanted.stream().map(Imports.Import::of).toList());
    }

    /** Qualified names of what the imports bring in. */
    public Set<String> imported() {
        return wanted;
    }
}
