package meridian;

import java.util.List;
import java.util.function.IntSupplier;

class Frame {
    private final Timing timing = new Timing();

    boolean isLong() {
        return timing.isLong();
    }

    static int total(List<Frame> frames, Frame first) {
        IntSupplier bound = first.timing::exposed;
        return bound.getAsInt() + (int) frames.stream().filter(Frame::isLong).count();
    }
}
