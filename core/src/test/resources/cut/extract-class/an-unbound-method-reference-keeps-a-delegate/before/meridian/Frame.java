package meridian;

import java.util.List;
import java.util.function.IntSupplier;

class Frame {
    private int seconds;

    int exposed() {
        return seconds;
    }

    boolean isLong() {
        return seconds > 600;
    }

    static int total(List<Frame> frames, Frame first) {
        IntSupplier bound = first::exposed;
        return bound.getAsInt() + (int) frames.stream().filter(Frame::isLong).count();
    }
}
