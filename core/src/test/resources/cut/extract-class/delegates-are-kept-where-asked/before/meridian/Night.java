package meridian;

import java.util.ArrayList;
import java.util.List;

public class Night {
    private final List<String> frames = new ArrayList<>();

    /** Adds one. */
    @Deprecated
    public <T extends CharSequence> void frame(final T name, String... tags) {
        frames.add(name + String.join(",", tags));
    }

    public String last() {
        return frames.get(index());
    }

    private int index() {
        return frames.size() - 1;
    }

    boolean started() {
        return index() >= 0;
    }
}
