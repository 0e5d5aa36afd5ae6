package paredown.cut;

import javax.lang.model.element.TypeElement;

/** What is known of the loading of classes. */
public interface ClassLoading {
    /** Whether anybody can tell that, or when, a class is loaded; those of libraries are taken to load unseen. */
    boolean isSeen(TouchedFile user, TypeElement type);
}
