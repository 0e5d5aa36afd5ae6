package meridian;

public class Night {
    private final Frames itsFrames = new Frames();

    /** Adds one. */
    @Deprecated
    public <T extends CharSequence> void frame(final T name, String... tags) {
        itsFrames.frame(name, tags);
    }

    public String last() {
        return itsFrames.last();
    }

    boolean started() {
        return itsFrames.index() >= 0;
    }
}
