package meridian.sky;

/** The moon on one night, as far as it disturbs. */
public class Moon {
    private final Coordinates place;
    private final double illumination;

    /**
     * @param illumination lit fraction, 0 to 1
     */
    public Moon(Coordinates place, double illumination) {
        if (illumination < 0 || illumination > 1) {
            throw new IllegalArgumentException("illumination must be 0 to 1: " + illumination);
        }
        this.place = place;
        this.illumination = illumination;
    }

    public Coordinates getPlace() {
        return place;
    }

    public double getIllumination() {
        return illumination;
    }

    /** Extra sky brightness at a place, in magnitudes; 0 for no moon or far from it. */
    public double glareAt(Coordinates where) {
        double distance = place.distanceTo(where);
        if (illumination < 0.05 || distance > 120) {
            return 0;
        }
        return MoonGlare.magnitudes(illumination, distance);
    }
}
