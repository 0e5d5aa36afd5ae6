package meridian;

import java.util.List;
import java.util.stream.Stream;

public final class HourAngle {
    /** See {@link #toDegrees(double)}. */
    public static final double DEGREES_AN_HOUR = 15;

    private HourAngle() {}

    public static Stream<Double> hours(List<Double> degrees) {
        return degrees.stream().map(one -> one / DEGREES_AN_HOUR);
    }

    /** The other way round: {@link #hours}. Used by {@link Sky#north()}. */
    public static double toDegrees(double hours) {
        return hours * DEGREES_AN_HOUR + Sky.offset();
    }
}
