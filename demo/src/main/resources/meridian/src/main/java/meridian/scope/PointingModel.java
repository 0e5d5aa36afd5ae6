package meridian.scope;

import java.util.ArrayList;
import java.util.List;

/** Where the telescope really looks when it is told to look somewhere. */
public class PointingModel {
    private final List<double[]> samples = new ArrayList<>();
    private double raShift;
    private double decShift;
    private double scatter;

    /** Adds a star: where it should be and where it was found. */
    public void addStar(double ra, double dec, double epoch, double foundRa, double foundDec) {
        double now = precessedRa(ra, epoch);
        samples.add(new double[] {now, dec, foundRa - now, foundDec - dec});
        fit();
    }

    /** What to ask the mount for, right ascension in hours. */
    public double correctedRa(double ra, double dec, double epoch) {
        double now = precessedRa(ra, epoch);
        return Math.abs(dec) > 85 ? now : now - raShift / Math.cos(Math.toRadians(dec));
    }

    /** What to ask the mount for, declination in degrees. */
    public double correctedDec(double ra, double dec, double epoch) {
        return precessedRa(ra, epoch) < 0 ? dec : Math.max(-90, Math.min(90, dec - decShift));
    }

    private static double precessedRa(double ra, double epoch) {
        return ra + (epoch - 2000) * 0.000854;
    }

    private void fit() {
        raShift = samples.stream().mapToDouble(sample -> sample[2] * Math.cos(Math.toRadians(sample[1]))).average().orElse(0);
        decShift = samples.stream().mapToDouble(sample -> sample[3]).average().orElse(0);
        scatter =
                Math.sqrt(
                        samples.stream()
                                .mapToDouble(sample -> Math.pow(sample[3] - decShift, 2) + Math.pow((sample[2] - raShift) * 15, 2))
                                .average()
                                .orElse(0));
    }

    /** Root mean square of what the model leaves, in degrees. */
    public double scatter() {
        return scatter;
    }

    public int stars() {
        return samples.size();
    }

    public boolean isTrusted() {
        return stars() >= 5 && scatter < 0.05;
    }
}
