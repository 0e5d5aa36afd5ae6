package meridian.scope;

import java.util.EnumMap;
import java.util.Map;

/** Twilight flats still wanted, by filter. */
public class FlatField {
    private final Map<Filter, Integer> taken = new EnumMap<>(Filter.class);
    private final int wanted;

    public FlatField(int wanted) {
        this.wanted = wanted;
    }

    public void take(Filter filter) {
        taken.merge(filter, 1, Integer::sum);
    }

    public int missing(Filter filter) {
        return Math.max(0, wanted - taken.getOrDefault(filter, 0));
    }

    public boolean isComplete() {
        for (Filter filter : Filter.values()) {
            if (missing(filter) > 0) {
                return false;
            }
        }
        return true;
    }
}
