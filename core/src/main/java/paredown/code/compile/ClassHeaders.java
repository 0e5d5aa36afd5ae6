package paredown.code.compile;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.AnnotationMirror;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.RecordComponentElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.util.ElementFilter;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.FieldVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/**
 * Writes what a file declares to others as class files without code: types and their members that are not private, with generics,
 * constants, defaults and annotations. The compiler reads them in place of the file.
 */
public final class ClassHeaders {
    /** With its package, in characters. Most file systems have 255 for the last part. */
    private static final int LONGEST_NAME = 1_000;

    /** Those of types deep within others are long, and asked for in each of them. */
    private final Map<TypeElement, String> names = new IdentityHashMap<>();

    private final Attribution attribution;
    private final Map<String, byte[]> written = new LinkedHashMap<>();

    private ClassHeaders(Attribution attribution) {
        this.attribution = attribution;
    }

    /**
     * The class files of a file's types by binary name.
     *
     * @return empty when a declaration in it names what does not exist: then only the source can stand for itself
     */
    public static Optional<Map<String, byte[]>> of(Attribution attribution, CompilationUnitTree unit) {
        ClassHeaders headers = new ClassHeaders(attribution);
        try {
            for (Tree declaration : unit.getTypeDecls()) {
                boolean type = declaration instanceof ClassTree;
                if (type
                        && attribution.trees().getElement(new TreePath(new TreePath(unit), declaration))
                                instanceof TypeElement element) {
                    headers.type(element);
                }
            }
            return Optional.of(headers.written);
        } catch (ClassSignatures.UnknownTypeException e) {
            return Optional.empty();
        } catch (IllegalArgumentException e) {
            // A name longer than a class file can hold (JVMS 4.4.7) or be stored under. That of each type lists all
            // that are around it: for a
            // thousand types, each within the one before, they would take more than a gigabyte.
            return Optional.empty();
        }
    }

    private void type(TypeElement type) {
        ClassSignatures signatures = new ClassSignatures(attribution, names);
        if (signatures.name(type).length() > LONGEST_NAME) {
            throw new IllegalArgumentException("no file system holds a class file of this name");
        }
        ClassWriter writer = new ClassWriter(0);
        boolean modern = type.getKind() == ElementKind.RECORD || isSealed(type);
        String superclass =
                type.getSuperclass() instanceof DeclaredType declared ? signatures.name(declared) : "java/lang/Object";
        writer.visit(
                modern ? Opcodes.V17 : Opcodes.V1_8,
                classAccess(type),
                signatures.name(type),
                signatures.ofClass(type).orElse(null),
                superclass,
                type.getInterfaces().stream()
                        .map(one -> signatures.name((DeclaredType) one))
                        .toArray(String[]::new));
        annotate(type, signatures, writer::visitAnnotation);
        for (RecordComponentElement component : type.getRecordComponents()) {
            writer.visitRecordComponent(
                            component.getSimpleName().toString(),
                            signatures.descriptor(component.asType()),
                            signatures.ofType(component.asType()).orElse(null))
                    .visitEnd();
        }
        if (isSealed(type)) {
            type.getPermittedSubclasses()
                    .forEach(one -> writer.visitPermittedSubclass(signatures.name((DeclaredType) one)));
        }
        for (VariableElement field : ElementFilter.fieldsIn(type.getEnclosedElements())) {
            if (!isPrivate(field)) {
                field(writer, signatures, field);
            }
        }
        for (Element member : type.getEnclosedElements()) {
            if (member instanceof ExecutableElement method && !isPrivate(method) && !isInitialiser(method)) {
                method(writer, signatures, type, method);
            }
        }
        Set<TypeElement> nested = new LinkedHashSet<>(signatures.nested());
        for (Element at = type; at instanceof TypeElement one; at = at.getEnclosingElement()) {
            nested.add(one);
        }
        nested.addAll(ElementFilter.typesIn(type.getEnclosedElements()));
        for (TypeElement one : nested) {
            if (one.getEnclosingElement() instanceof TypeElement outer) {
                writer.visitInnerClass(
                        signatures.name(one),
                        signatures.name(outer),
                        one.getSimpleName().toString(),
                        kindAccess(one) | access(one));
            }
        }
        writer.visitEnd();
        written.put(signatures.name(type).replace('/', '.'), writer.toByteArray());
        ElementFilter.typesIn(type.getEnclosedElements()).forEach(this::type);
    }

    private void field(ClassWriter writer, ClassSignatures signatures, VariableElement field) {
        int constant = field.getKind() == ElementKind.ENUM_CONSTANT ? Opcodes.ACC_ENUM : 0;
        FieldVisitor visitor = writer.visitField(
                access(field) | constant,
                field.getSimpleName().toString(),
                signatures.descriptor(field.asType()),
                signatures.ofType(field.asType()).orElse(null),
                constant(field.getConstantValue()));
        annotate(field, signatures, visitor::visitAnnotation);
        visitor.visitEnd();
    }

    /** In a class file, small numbers, characters and truth values are all kept as int. */
    private static Object constant(Object value) {
        if (value instanceof Boolean truth) {
            return truth ? 1 : 0;
        }
        if (value instanceof Character character) {
            return (int) character;
        }
        return value instanceof Byte || value instanceof Short ? (Object) ((Number) value).intValue() : value;
    }

    private void method(ClassWriter writer, ClassSignatures signatures, TypeElement owner, ExecutableElement method) {
        int varargs = method.isVarArgs() ? Opcodes.ACC_VARARGS : 0;
        boolean inner = method.getKind() == ElementKind.CONSTRUCTOR
                && owner.getNestingKind().isNested()
                && !owner.getModifiers().contains(Modifier.STATIC);
        // A constructor of an inner class takes the enclosing object first; its generic signature does not say so.
        String outer = inner ? signatures.descriptor(owner.getEnclosingElement().asType()) : "";
        String descriptor = signatures.descriptor(method);
        MethodVisitor visitor = writer.visitMethod(
                access(method) | varargs,
                method.getSimpleName().toString(),
                "(" + outer + descriptor.substring(1),
                signatures.ofMethod(method, descriptor).orElse(null),
                method.getThrownTypes().stream()
                        .map(attribution.types()::erasure)
                        .map(one -> signatures.name((DeclaredType) one))
                        .toArray(String[]::new));
        annotate(method, signatures, visitor::visitAnnotation);
        if (method.getDefaultValue() != null) {
            var value = visitor.visitAnnotationDefault();
            method.getDefaultValue().accept(new AnnotationCopy(value, signatures), null);
            value.visitEnd();
        }
        visitor.visitEnd();
    }

    private interface Annotated {
        org.objectweb.asm.AnnotationVisitor visit(String descriptor, boolean visible);
    }

    private void annotate(Element element, ClassSignatures signatures, Annotated place) {
        for (AnnotationMirror annotation : element.getAnnotationMirrors()) {
            var visitor = place.visit(signatures.descriptor(annotation.getAnnotationType()), true);
            AnnotationCopy.copy(annotation, visitor, signatures);
        }
    }

    private static boolean isPrivate(Element element) {
        return element.getModifiers().contains(Modifier.PRIVATE);
    }

    private static boolean isInitialiser(ExecutableElement method) {
        return method.getKind() == ElementKind.STATIC_INIT || method.getKind() == ElementKind.INSTANCE_INIT;
    }

    /** An enum whose constants have bodies is sealed too, over classes without names. */
    private static boolean isSealed(TypeElement type) {
        return type.getKind() != ElementKind.ENUM && type.getModifiers().contains(Modifier.SEALED);
    }

    private static int classAccess(TypeElement type) {
        int access = kindAccess(type) | access(type) & ~Opcodes.ACC_STATIC;
        if ((access & Opcodes.ACC_PROTECTED) != 0) {
            access = access & ~Opcodes.ACC_PROTECTED | Opcodes.ACC_PUBLIC;
        }
        int interfaceOr = type.getKind().isInterface() ? 0 : Opcodes.ACC_SUPER;
        return access & ~Opcodes.ACC_PRIVATE | interfaceOr;
    }

    private static int kindAccess(TypeElement type) {
        return switch (type.getKind()) {
            case ENUM -> Opcodes.ACC_ENUM;
            case INTERFACE -> Opcodes.ACC_INTERFACE | Opcodes.ACC_ABSTRACT;
            case ANNOTATION_TYPE -> Opcodes.ACC_INTERFACE | Opcodes.ACC_ABSTRACT | Opcodes.ACC_ANNOTATION;
            default -> 0;
        };
    }

    private static int access(Element element) {
        int access = 0;
        for (Modifier modifier : element.getModifiers()) {
            access |= switch (modifier) {
                case PUBLIC -> Opcodes.ACC_PUBLIC;
                case PROTECTED -> Opcodes.ACC_PROTECTED;
                case PRIVATE -> Opcodes.ACC_PRIVATE;
                case ABSTRACT -> Opcodes.ACC_ABSTRACT;
                case STATIC -> Opcodes.ACC_STATIC;
                case FINAL -> Opcodes.ACC_FINAL;
                case VOLATILE -> Opcodes.ACC_VOLATILE;
                case TRANSIENT -> Opcodes.ACC_TRANSIENT;
                case SYNCHRONIZED -> Opcodes.ACC_SYNCHRONIZED;
                case NATIVE -> Opcodes.ACC_NATIVE;
                default -> 0;
            };
        }
        return access;
    }
}
