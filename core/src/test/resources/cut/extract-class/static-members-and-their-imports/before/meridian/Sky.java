package meridian;

import java.util.List;
import java.util.stream.Stream;

public final class Sky {
    /** See {@link #toDegrees(double)}. */
    public static final double DEGREES_AN_HOUR = 15;

    private Sky() {}

    public static Stream<Double> hours(List<Double> degrees) {
        return degrees.stream().map(one -> one / DEGREES_AN_HOUR);
    }

    /** The other way round: {@link #hours}. Used by {@link #north()}. */
    public static double toDegrees(double hours) {
        return hours * DEGREES_AN_HOUR + offset();
    }

    private static double offset() {
        return 0;
    }

    /** Not {@link Sky#toDegrees(double)}. */
    public static double north() {
        return toDegrees(6);
    }
}
