package meridian.plan;

import java.time.LocalDate;

/**
 * One night, from dusk to dawn.
 *
 * @param dusk hours from local midnight, negative
 * @param dawn hours from local midnight
 * @param midnightSidereal sidereal time at local midnight, in hours
 */
public record Night(LocalDate date, double dusk, double dawn, double midnightSidereal) {
    public Night {
        if (dawn <= dusk) {
            throw new IllegalArgumentException("dawn before dusk on " + date);
        }
    }

    public double hours() {
        return dawn - dusk;
    }
}
