package meridian;

import java.util.ArrayList;
import java.util.List;

class Budget {
    /** Seconds each. */
    final List<Double> exposures = new ArrayList<>();

    // what is left decides
    boolean fits(double seconds, double itsDawn, double dusk) {
        return used() + seconds <= (itsDawn - dusk) * 3600;
    }

    private double used() {
        return exposures.stream().mapToDouble(Double::doubleValue).sum();
    }

    double longest(double dusk, double dawn, double... others) {
        double longest = dawn - dusk;
        for (double other : others) {
            longest = Math.max(longest, other);
        }
        return longest;
    }
}
