package meridian.weather;

/**
 * What the station measured at one moment.
 *
 * @param hour hours from local midnight, evenings negative
 * @param temperature degrees Celsius
 * @param humidity percent
 * @param wind metres a second
 * @param cloud covered fraction, 0 to 1
 */
public record Reading(double hour, double temperature, double humidity, double wind, double cloud) {
    public Reading withHour(double other) {
        return new Reading(other, temperature, humidity, wind, cloud);
    }
}
