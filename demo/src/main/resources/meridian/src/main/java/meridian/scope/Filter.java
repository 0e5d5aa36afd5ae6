package meridian.scope;

/** Glass in front of the camera. */
public enum Filter {
    U(365, 66, 0.25),
    B(445, 94, 0.55),
    V(551, 88, 0.85),
    R(658, 138, 0.90),
    I(806, 149, 0.70),
    CLEAR(600, 400, 1.0);

    private final int wavelength;
    private final int width;
    private final double throughput;

    Filter(int wavelength, int width, double throughput) {
        this.wavelength = wavelength;
        this.width = width;
        this.throughput = throughput;
    }

    /** Middle of the band in nanometres. */
    public int wavelength() {
        return wavelength;
    }

    public int width() {
        return width;
    }

    public double throughput() {
        return throughput;
    }
}
