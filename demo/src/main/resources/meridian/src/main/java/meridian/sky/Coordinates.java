package meridian.sky;

import java.util.Objects;

/** A place on the sky, for the equinox 2000.0. */
public final class Coordinates {
    private final double ra;
    private final double dec;

    /**
     * @param ra right ascension in hours, from 0 up to 24
     * @param dec declination in degrees, from -90 to 90
     */
    public Coordinates(double ra, double dec) {
        if (ra < 0 || ra >= 24) {
            throw new IllegalArgumentException("right ascension out of range: " + ra);
        }
        if (dec < -90 || dec > 90) {
            throw new IllegalArgumentException("declination out of range: " + dec);
        }
        this.ra = ra;
        this.dec = dec;
    }

    public double ra() {
        return ra;
    }

    public double dec() {
        return dec;
    }

    /** The angle to another place, in degrees. */
    public double distanceTo(Coordinates other) {
        double a1 = Math.toRadians(ra * 15);
        double a2 = Math.toRadians(other.ra * 15);
        double d1 = Math.toRadians(dec);
        double d2 = Math.toRadians(other.dec);
        double cosine = Math.sin(d1) * Math.sin(d2) + Math.cos(d1) * Math.cos(d2) * Math.cos(a1 - a2);
        return Math.toDegrees(Math.acos(Math.max(-1, Math.min(1, cosine))));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Coordinates that && that.ra == ra && that.dec == dec;
    }

    @Override
    public int hashCode() {
        return Objects.hash(ra, dec);
    }

    @Override
    public String toString() {
        return String.format("%.4fh %+.3f", ra, dec);
    }
}
