package paredown.cut.extract;

import java.util.LinkedHashSet;
import java.util.Set;
import paredown.tree.DeclaredClass.Member;

/** What a moved method still needs from the object that it was taken from. */
final class CapturedState {
    /** More values than this, and passing the object is the smaller evil. */
    private static final int FEW = 3;

    private final Set<Member> values = new LinkedHashSet<>();
    private boolean source;

    boolean addAll(CapturedState other) {
        boolean grew = values.addAll(other.values) | (other.source && !source);
        source |= other.source;
        return grew;
    }

    void value(Member field) {
        values.add(field);
    }

    void source() {
        source = true;
    }

    /** Whether the whole source object is needed. */
    boolean isSource() {
        return source || values.size() > FEW;
    }

    /** The fields whose values are enough; none when the whole object is needed. */
    Set<Member> values() {
        return isSource() ? Set.of() : values;
    }

    boolean isNothing() {
        return !source && values.isEmpty();
    }
}
