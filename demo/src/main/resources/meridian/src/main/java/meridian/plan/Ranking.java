package meridian.plan;

import meridian.sky.Target;

/** A way to say which target comes first. */
public interface Ranking {
    /** Higher comes first. */
    double rank(Target target, double siderealTime);
}
