package paredown.code.compile;

import java.util.List;
import javax.lang.model.element.AnnotationMirror;
import javax.lang.model.element.AnnotationValue;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.SimpleAnnotationValueVisitor14;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.Type;

/** Copies annotation values into a class file. The parameter is the name of the element; none within a list. */
final class AnnotationCopy extends SimpleAnnotationValueVisitor14<Void, String> {
    private final AnnotationVisitor target;
    private final ClassSignatures signatures;

    AnnotationCopy(AnnotationVisitor target, ClassSignatures signatures) {
        this.target = target;
        this.signatures = signatures;
    }

    static void copy(AnnotationMirror annotation, AnnotationVisitor target, ClassSignatures signatures) {
        AnnotationCopy copy = new AnnotationCopy(target, signatures);
        annotation
                .getElementValues()
                .forEach((element, value) ->
                        value.accept(copy, element.getSimpleName().toString()));
        target.visitEnd();
    }

    @Override
    protected Void defaultAction(Object value, String name) {
        target.visit(name, value);
        return null;
    }

    @Override
    public Void visitType(TypeMirror type, String name) {
        target.visit(name, Type.getType(signatures.descriptor(type)));
        return null;
    }

    @Override
    public Void visitEnumConstant(VariableElement constant, String name) {
        target.visitEnum(
                name,
                signatures.descriptor(constant.asType()),
                constant.getSimpleName().toString());
        return null;
    }

    @Override
    public Void visitAnnotation(AnnotationMirror annotation, String name) {
        copy(
                annotation,
                target.visitAnnotation(name, signatures.descriptor(annotation.getAnnotationType())),
                signatures);
        return null;
    }

    @Override
    public Void visitArray(List<? extends AnnotationValue> values, String name) {
        AnnotationVisitor list = target.visitArray(name);
        values.forEach(value -> value.accept(new AnnotationCopy(list, signatures), null));
        list.visitEnd();
        return null;
    }

    /** A value that does not resolve says nothing. */
    @Override
    public Void visitUnknown(AnnotationValue value, String name) {
        return null;
    }
}
