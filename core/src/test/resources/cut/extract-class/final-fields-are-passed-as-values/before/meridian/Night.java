package meridian;

import java.util.ArrayList;
import java.util.List;

/** A night. */
public class Night {
    private final double dusk;
    private final double dawn;

    /** Seconds each. */
    private final List<Double> exposures = new ArrayList<>();

    public Night(double dusk, double dawn) {
        this.dusk = dusk;
        this.dawn = dawn;
    }

    // what is left decides
    boolean fits(double seconds) {
        return used() + seconds <= (dawn - dusk) * 3600;
    }

    private double used() {
        return exposures.stream().mapToDouble(Double::doubleValue).sum();
    }

    private double longest(double dawn, double... others) {
        double longest = dawn - this.dusk;
        for (double other : others) {
            longest = Math.max(longest, other);
        }
        return longest;
    }

    boolean add(double seconds) {
        if (!fits(seconds) || longest(dawn, 1, 2) < 1) {
            return false;
        }
        exposures.add(seconds);
        return true;
    }
}
