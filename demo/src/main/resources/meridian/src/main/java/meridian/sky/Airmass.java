package meridian.sky;

/** How much air lies in front of a target, 1 at the zenith. Never below 1, never above 40. */
public record Airmass(double value) implements Comparable<Airmass> {
    public Airmass {
        if (!(value >= 1 && value <= 40)) {
            throw new IllegalArgumentException("no airmass: " + value);
        }
    }

    /** Kasten and Young's formula; an altitude below the horizon counts as the horizon. */
    public static Airmass at(double altitude) {
        double height = Math.max(0, altitude);
        double air = 1 / (Math.sin(Math.toRadians(height)) + 0.50572 * Math.pow(height + 6.07995, -1.6364));
        return new Airmass(Math.max(1, Math.min(40, air)));
    }

    @Override
    public int compareTo(Airmass other) {
        return Double.compare(value, other.value);
    }
}
