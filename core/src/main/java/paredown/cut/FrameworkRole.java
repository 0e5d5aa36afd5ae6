package paredown.cut;

import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import javax.lang.model.element.TypeElement;

/** Whether something outside the program may look for a declaration at run time. */
public final class FrameworkRole {
    private FrameworkRole() {}

    /** Whether an annotation can be seen by reflection. One that does not resolve may be. */
    public static boolean isKeptAtRunTime(TouchedFile file, String annotation) {
        TypeElement type = file.attribution().elements().getTypeElement(annotation);
        if (type == null) {
            return true;
        }
        Retention retention = type.getAnnotation(Retention.class);
        return retention != null && retention.value() == RetentionPolicy.RUNTIME;
    }
}
