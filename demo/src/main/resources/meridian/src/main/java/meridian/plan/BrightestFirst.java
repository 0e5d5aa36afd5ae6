package meridian.plan;

import meridian.sky.Target;

/** For public nights. */
public final class BrightestFirst implements Ranking {
    @Override
    public double rank(Target target, double siderealTime) {
        return -target.getMagnitude();
    }
}
