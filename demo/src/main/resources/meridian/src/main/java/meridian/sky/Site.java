package meridian.sky;

/**
 * Where the observatory stands.
 *
 * @param latitude degrees, north positive
 * @param longitude degrees, east positive
 * @param altitude metres above the sea
 */
public record Site(double latitude, double longitude, double altitude) {
    public Site {
        if (Math.abs(latitude) > 90 || Math.abs(longitude) > 180) {
            throw new IllegalArgumentException("no place on earth: " + latitude + ", " + longitude);
        }
    }

    /** Sidereal time for an hour counted from local midnight, good to a minute for the whole night. */
    public double siderealTime(double midnightSidereal, double hoursFromMidnight) {
        double time = midnightSidereal + hoursFromMidnight * 1.0027379;
        return ((time % 24) + 24) % 24;
    }
}
