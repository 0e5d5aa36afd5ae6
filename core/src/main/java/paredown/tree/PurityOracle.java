package paredown.tree;

import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;

/** What is known of the purity of code elsewhere in the project. */
public interface PurityOracle {
    /** Whether anybody can tell that, or when, a class is initialised; those of libraries are taken to load unseen. */
    boolean isInitialisationObservable(TouchedFile user, TypeElement type);

    /**
     * Whether a method does nothing but work out a value, from its arguments and from what never changes; it may fail. Such a one always gives
     * the same, unless its object is still being made.
     */
    boolean isPure(TouchedFile user, ExecutableElement method);
}
