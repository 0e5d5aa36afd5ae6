package other.more;

import static meridian.Sky.*;

import java.util.stream.Stream;

public class Axis {
    public Axis(Stream<Double> hours) {
        System.out.println(toDegrees(1) + north());
    }
}
