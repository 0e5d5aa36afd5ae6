package other.more;

import static meridian.Sky.*;

import java.util.stream.Stream;
import meridian.HourAngle;

public class Axis {
    public Axis(Stream<Double> hours) {
        System.out.println(HourAngle.toDegrees(1) + north());
    }
}
