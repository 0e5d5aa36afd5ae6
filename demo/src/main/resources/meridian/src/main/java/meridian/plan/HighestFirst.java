package meridian.plan;

import meridian.sky.Horizon;
import meridian.sky.Target;

/** For nights of bad seeing. */
public final class HighestFirst implements Ranking {
    private final Horizon horizon;

    public HighestFirst(Horizon horizon) {
        this.horizon = horizon;
    }

    @Override
    public double rank(Target target, double siderealTime) {
        return horizon.altitude(target.getPlace(), siderealTime);
    }
}
