package paredown.cut;

import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.TypeElement;
import paredown.code.compile.Overriding;
import paredown.code.compile.PlatformHooks;
import paredown.tree.Required;
import paredown.tree.TouchedFile;
import paredown.verdict.Place;
import paredown.verdict.Rule;

/** Whether something outside the program, the platform or a framework, may look for a declaration at run time. */
public final class FrameworkRole {
    private static final Set<String> LANGUAGE_OWN =
            Set.of("java.lang.Override", "java.lang.Deprecated", "java.lang.SuppressWarnings", "java.lang.SafeVarargs");

    private FrameworkRole() {}

    /** What to say of a member that somebody looks for in its class. */
    public static String isLookedFor(String member, String seeker, String type) {
        return "'" + member + "' is looked for by " + seeker + " in " + type + " itself";
    }

    /** Whether an annotation can be seen by reflection. One that does not resolve may be. */
    public static boolean isKeptAtRunTime(TouchedFile file, String annotation) {
        TypeElement type = file.attribution().elements().getTypeElement(annotation);
        return type == null || isKeptAtRunTime(type);
    }

    /** The same of its declaration. */
    public static boolean isKeptAtRunTime(Element annotation) {
        Retention retention = annotation.getAnnotation(Retention.class);
        return retention != null && retention.value() == RetentionPolicy.RUNTIME;
    }

    /**
     * Refuses a member that the platform looks for by its name, or something outside the program by an annotation.
     *
     * @param wayOut what would work instead
     */
    public static void requireNone(TouchedFile file, Element member, Place place, String wayOut) {
        PlatformHooks.seeker(new Overriding(file.attribution()), member).ifPresent(seeker -> {
            throw Required.refused(
                    place,
                    Rule.KEEPS_FRAMEWORK_ROLE,
                    isLookedFor(
                            member.getSimpleName().toString(),
                            seeker,
                            member.getEnclosingElement().getSimpleName().toString()),
                    wayOut);
        });
        member.getAnnotationMirrors().stream()
                .map(mirror -> mirror.getAnnotationType().toString())
                .filter(annotation -> !LANGUAGE_OWN.contains(annotation) && isKeptAtRunTime(file, annotation))
                .findFirst()
                .ifPresent(annotation -> {
                    throw Required.refused(
                            place,
                            Rule.KEEPS_FRAMEWORK_ROLE,
                            "'" + member.getSimpleName() + "' carries @"
                                    + annotation.substring(annotation.lastIndexOf('.') + 1),
                            wayOut);
                });
    }
}
