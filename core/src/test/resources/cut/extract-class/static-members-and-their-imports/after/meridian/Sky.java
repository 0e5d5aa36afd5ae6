package meridian;

public final class Sky {
    private Sky() {}

    static double offset() {
        return 0;
    }

    /** Not {@link HourAngle#toDegrees(double)}. */
    public static double north() {
        return HourAngle.toDegrees(6);
    }
}
