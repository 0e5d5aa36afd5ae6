package paredown.code.compile;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.Name;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;

/** Who overrides whom. */
public final class Overriding {
    private final Attribution attribution;
    private final Map<TypeElement, Set<TypeElement>> known = new HashMap<>();

    public Overriding(Attribution attribution) {
        this.attribution = attribution;
    }

    /** The methods of supertypes, near and far, that a method overrides or implements. */
    public Stream<ExecutableElement> overridden(ExecutableElement method) {
        if (method.getKind() != ElementKind.METHOD
                || method.getModifiers().contains(Modifier.STATIC)
                || method.getModifiers().contains(Modifier.PRIVATE)) {
            return Stream.empty();
        }
        TypeElement owner = (TypeElement) method.getEnclosingElement();
        return supertypes(owner).stream()
                .flatMap(type -> type.getEnclosedElements().stream())
                .filter(other -> other.getKind() == ElementKind.METHOD
                        && other.getSimpleName().equals(method.getSimpleName()))
                .map(ExecutableElement.class::cast)
                .filter(other -> attribution.elements().overrides(method, other, owner));
    }

    /** Whether an inherited method implements, in a type, a method of one of the type's interfaces. */
    public boolean answersFor(ExecutableElement inherited, TypeElement type) {
        return supertypes(type).stream()
                .filter(one -> one.getKind().isInterface())
                .flatMap(one -> one.getEnclosedElements().stream())
                .filter(other -> other.getKind() == ElementKind.METHOD
                        && other.getSimpleName().equals(inherited.getSimpleName()))
                .anyMatch(other -> attribution.elements().overrides(inherited, (ExecutableElement) other, type));
    }

    /** The methods of interfaces for which a class answers by one that it inherits from a class that does not know the interface. */
    public Map<ExecutableElement, ExecutableElement> inheritedAnswers(TypeElement type) {
        Map<ExecutableElement, ExecutableElement> answers = new LinkedHashMap<>();
        List<TypeElement> classes =
                supertypes(type).stream().filter(one -> one.getKind().isClass()).toList();
        Set<TypeElement> known = new LinkedHashSet<>();
        classes.forEach(above -> known.addAll(supertypes(above)));
        for (TypeElement one : supertypes(type)) {
            if (one.getKind().isInterface() && !known.contains(one)) {
                methods(one)
                        .forEach(owed -> classes.stream()
                                .flatMap(above -> methods(above, owed.getSimpleName()))
                                .filter(method -> attribution.elements().overrides(method, owed, type))
                                .findFirst()
                                .ifPresent(method -> answers.put(owed, method)));
            }
        }
        return answers;
    }

    private static Stream<ExecutableElement> methods(TypeElement type) {
        return type.getEnclosedElements().stream()
                .filter(one -> one.getKind() == ElementKind.METHOD)
                .map(ExecutableElement.class::cast);
    }

    private static Stream<ExecutableElement> methods(TypeElement type, Name name) {
        return methods(type).filter(one -> one.getSimpleName().equals(name));
    }

    /** All supertypes of a type without itself, nearest first. */
    public Set<TypeElement> supertypes(TypeElement type) {
        return known.computeIfAbsent(type, this::collect);
    }

    private Set<TypeElement> collect(TypeElement type) {
        Set<TypeElement> found = new LinkedHashSet<>();
        Deque<TypeMirror> open = new ArrayDeque<>(attribution.types().directSupertypes(type.asType()));
        while (!open.isEmpty()) {
            if (open.poll() instanceof DeclaredType next) {
                Element element = next.asElement();
                if (element instanceof TypeElement supertype && found.add(supertype)) {
                    open.addAll(attribution.types().directSupertypes(supertype.asType()));
                }
            }
        }
        return found;
    }
}
