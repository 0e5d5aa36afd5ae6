package other;

import static meridian.Sky.toDegrees;

import java.util.List;
import meridian.Sky;
import other.more.Axis;

class Chart {
    double x = toDegrees(3) + Sky.DEGREES_AN_HOUR;
    Axis axis = new Axis(Sky.hours(List.of()));
}
