package meridian.exposure;

import meridian.scope.Camera;
import meridian.scope.Filter;

/** How long to expose for a wanted signal to noise. */
public class ExposureCalculator {
    private final Camera camera;
    private final double skyBrightness;

    /**
     * @param skyBrightness electrons a second and pixel at the darkest, through clear glass
     */
    public ExposureCalculator(Camera camera, double skyBrightness) {
        this.camera = camera;
        this.skyBrightness = skyBrightness;
    }

    /** Electrons a second from a star. */
    public double rate(double magnitude, Filter filter) {
        return filter.throughput() * Math.pow(10, 0.4 * (camera.getZeroPoint() - magnitude));
    }

    public double signalToNoise(double magnitude, Filter filter, double seconds, double glare) {
        double signal = rate(magnitude, filter) * seconds;
        double sky = skyBrightness * Math.pow(10, 0.4 * glare) * filter.throughput() * seconds;
        double pixels = 25;
        double noise = Math.sqrt(signal + pixels * (sky + camera.getReadNoise() * camera.getReadNoise()));
        return signal / noise;
    }

    /** The shortest exposure, in whole seconds, that reaches a signal to noise; at most an hour. */
    public double secondsFor(double magnitude, Filter filter, double wanted, double glare) {
        double low = 1;
        double high = 3600;
        if (signalToNoise(magnitude, filter, high, glare) < wanted) {
            return high;
        }
        while (high - low > 0.5) {
            double middle = (low + high) / 2;
            if (signalToNoise(magnitude, filter, middle, glare) < wanted) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return Math.ceil(high);
    }

    /** Longest exposure that does not saturate, in seconds. */
    public double saturationSeconds(double magnitude, Filter filter) {
        return camera.getFullWell() / Math.max(1e-9, rate(magnitude, filter) / 4);
    }
}
