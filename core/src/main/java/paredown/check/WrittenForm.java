package paredown.check;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.VariableTree;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import paredown.code.compile.Overriding;
import paredown.code.compile.PlatformHooks;
import paredown.code.compile.Symbols;

/**
 * What decides whether objects of a serialisable class that were written before a change can be read after it. Java Object Serialization
 * Specification, 4.6 (the number that is computed where none is declared) and 5.6 (which changes are compatible).
 *
 * @param promised whether the class declares its {@code serialVersionUID}, or what is written
 * @param fields what is written of an object: name and type of each field, sorted
 * @param number what the computed number depends on beside the fields; empty where one is declared
 */
record WrittenForm(boolean promised, List<String> fields, List<String> number) {
    private static final List<Modifier> COUNTED = List.of(
            Modifier.PUBLIC,
            Modifier.PROTECTED,
            Modifier.STATIC,
            Modifier.FINAL,
            Modifier.SYNCHRONIZED,
            Modifier.NATIVE,
            Modifier.ABSTRACT,
            Modifier.STRICTFP);

    /** The form of a class that has a name; empty where its objects are not written field by field. */
    static Optional<WrittenForm> of(Overriding supertypes, Symbols symbols, TypeElement type, ClassTree tree) {
        boolean named = type.getNestingKind() == NestingKind.TOP_LEVEL || type.getNestingKind() == NestingKind.MEMBER;
        boolean written = type.getKind().isClass()
                && named
                && is(supertypes, type, "java.io.Serializable")
                && !is(supertypes, type, "java.io.Externalizable");
        if (!written) {
            return Optional.empty();
        }
        if (type.getKind() == ElementKind.ENUM) {
            // 1.12: a constant is written as its name.
            return Optional.of(new WrittenForm(false, List.of(), List.of()));
        }
        boolean numbered = field(type, "serialVersionUID").isPresent();
        Optional<String> list = value(tree, PlatformHooks.LIST);
        return Optional.of(new WrittenForm(
                numbered || list.isPresent(),
                fields(symbols, type, list),
                numbered ? List.of() : number(supertypes, symbols, type, tree)));
    }

    private static boolean is(Overriding supertypes, TypeElement type, String above) {
        return supertypes.supertypes(type).stream()
                .anyMatch(one -> one.getQualifiedName().contentEquals(above));
    }

    private static Optional<? extends Element> field(TypeElement type, String name) {
        return type.getEnclosedElements().stream()
                .filter(one -> one.getKind() == ElementKind.FIELD
                        && one.getSimpleName().contentEquals(name)
                        && one.getModifiers().contains(Modifier.STATIC))
                .findFirst();
    }

    private static List<String> fields(Symbols symbols, TypeElement type, Optional<String> list) {
        return type.getEnclosedElements().stream()
                .filter(one -> one.getKind() == ElementKind.FIELD && PlatformHooks.isWritten(one, list))
                .map(one -> one.getSimpleName() + " " + symbols.erased(one.asType()))
                .sorted()
                .toList();
    }

    private static List<String> number(Overriding supertypes, Symbols symbols, TypeElement type, ClassTree tree) {
        Stream<String> interfaces = supertypes.supertypes(type).stream()
                .filter(one -> type.getInterfaces().stream()
                        .anyMatch(direct -> symbols.erased(direct)
                                .equals(one.getQualifiedName().toString())))
                .map(one -> "implements " + one.getQualifiedName());
        Stream<String> members = type.getEnclosedElements().stream()
                .filter(WrittenForm::isCounted)
                .map(one -> modifiers(one) + " " + signature(symbols, one));
        Stream<String> start = setsUp(type, tree) ? Stream.of("<clinit>") : Stream.of();
        return Stream.of(Stream.of(modifiers(type)), interfaces, members, start)
                .flatMap(one -> one)
                .sorted()
                .toList();
    }

    /** Private members are counted where they are fields of objects. */
    private static boolean isCounted(Element member) {
        boolean hidden = member.getModifiers().contains(Modifier.PRIVATE);
        boolean passing = member.getModifiers().contains(Modifier.STATIC)
                || member.getModifiers().contains(Modifier.TRANSIENT);
        return member.getKind() == ElementKind.FIELD
                ? !hidden || !passing
                : member instanceof ExecutableElement && !hidden;
    }

    private static String modifiers(Element element) {
        return COUNTED.stream()
                .filter(element.getModifiers()::contains)
                .map(Modifier::toString)
                .collect(Collectors.joining(" "));
    }

    private static String signature(Symbols symbols, Element member) {
        if (member instanceof ExecutableElement method) {
            return symbols.of(method).replaceFirst(".*#", "") + symbols.erased(method.getReturnType());
        }
        return member.getSimpleName() + " " + symbols.erased(member.asType());
    }

    /** Whether initialising the class runs code: a static block, or a static value that is no constant. */
    private static boolean setsUp(TypeElement type, ClassTree tree) {
        boolean blocks = tree.getMembers().stream().anyMatch(one -> one instanceof BlockTree block && block.isStatic());
        return blocks
                || type.getEnclosedElements().stream()
                        .filter(one -> one.getKind() == ElementKind.FIELD
                                && one.getModifiers().contains(Modifier.STATIC)
                                && ((VariableElement) one).getConstantValue() == null)
                        .anyMatch(one -> isInitialised(one, tree));
    }

    private static boolean isInitialised(Element field, ClassTree tree) {
        return value(tree, field.getSimpleName().toString()).isPresent();
    }

    /** What a field is set to where it is declared, as text. */
    private static Optional<String> value(ClassTree tree, String field) {
        return tree.getMembers().stream()
                .filter(one -> one instanceof VariableTree variable
                        && variable.getName().contentEquals(field)
                        && variable.getInitializer() != null)
                .map(one -> ((VariableTree) one).getInitializer().toString())
                .findFirst();
    }
}
