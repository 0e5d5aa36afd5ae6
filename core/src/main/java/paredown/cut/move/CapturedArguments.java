package paredown.cut.move;

import java.util.Map;
import javax.lang.model.element.Element;

/**
 * What a moved method is given of the object that it belonged to.
 *
 * @param object whether it is given the object itself
 * @param name the parameter that holds the object
 * @param values fields of which it is given the values, with the parameters that hold them, in order
 */
record CapturedArguments(boolean object, String name, Map<Element, String> values) {
    /** Whether the callers need the object to call the method. */
    boolean isAnything() {
        return object || !values.isEmpty();
    }
}
