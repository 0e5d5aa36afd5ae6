package other;

import static meridian.HourAngle.toDegrees;

import java.util.List;
import meridian.HourAngle;
import other.more.Axis;

class Chart {
    double x = toDegrees(3) + HourAngle.DEGREES_AN_HOUR;
    Axis axis = new Axis(HourAngle.hours(List.of()));
}
