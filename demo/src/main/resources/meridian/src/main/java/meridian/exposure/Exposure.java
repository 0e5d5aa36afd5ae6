package meridian.exposure;

import meridian.scope.Filter;
import meridian.sky.Target;

/** One picture of one target. */
public class Exposure {
    private final Target target;
    private final Filter filter;
    private final double seconds;
    private int count;
    private double signalToNoise;

    public Exposure(Target target, Filter filter, double seconds, int count) {
        if (seconds <= 0 || count < 1) {
            throw new IllegalArgumentException("nothing to expose: " + count + " x " + seconds + " s");
        }
        this.target = target;
        this.filter = filter;
        this.seconds = seconds;
        this.count = count;
    }

    public Target getTarget() {
        return target;
    }

    public Filter getFilter() {
        return filter;
    }

    public double getSeconds() {
        return seconds;
    }

    public int getCount() {
        return count;
    }

    public void setCount(int count) {
        this.count = count;
    }

    public double getSignalToNoise() {
        return signalToNoise;
    }

    public void setSignalToNoise(double signalToNoise) {
        this.signalToNoise = signalToNoise;
    }
}
