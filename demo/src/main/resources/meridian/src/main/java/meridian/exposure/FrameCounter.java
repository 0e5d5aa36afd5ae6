package meridian.exposure;

/** Numbers the frames of a night. */
public class FrameCounter {
    private final String night;
    private int last;

    public FrameCounter(String night) {
        this.night = night;
    }

    public FrameName next(Exposure exposure) {
        last++;
        return new FrameName(night, last, exposure.getFilter().name());
    }

    public int taken() {
        return last;
    }
}
