package meridian.weather;

/** The Magnus formula. */
public final class DewPoint {
    private static final double A = 17.62;
    private static final double B = 243.12;

    private DewPoint() {}

    /** Dew point in degrees Celsius for a temperature and a relative humidity in percent. */
    public static double of(double temperature, double humidity) {
        double gamma = Math.log(Math.max(1, humidity) / 100) + A * temperature / (B + temperature);
        return B * gamma / (A - gamma);
    }
}
