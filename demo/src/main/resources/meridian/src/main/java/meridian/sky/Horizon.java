package meridian.sky;

/** Turns places on the sky into heights above the ground. */
public class Horizon {
    private final Site site;

    public Horizon(Site site) {
        this.site = site;
    }

    /** Height above the horizon in degrees, negative below it. */
    public double altitude(Coordinates place, double siderealTime) {
        double hourAngle = Math.toRadians((siderealTime - place.ra()) * 15);
        double latitude = Math.toRadians(site.latitude());
        double declination = Math.toRadians(place.dec());
        double sine =
                Math.sin(latitude) * Math.sin(declination)
                        + Math.cos(latitude) * Math.cos(declination) * Math.cos(hourAngle);
        return Math.toDegrees(Math.asin(Math.max(-1, Math.min(1, sine))));
    }

    /** Greatest height that a place ever reaches, in degrees. */
    public double culmination(Coordinates place) {
        return 90 - Math.abs(site.latitude() - place.dec());
    }

    public boolean isUp(Coordinates place, double siderealTime, double limit) {
        return altitude(place, siderealTime) >= limit;
    }
}
