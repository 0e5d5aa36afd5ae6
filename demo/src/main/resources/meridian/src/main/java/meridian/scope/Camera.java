package meridian.scope;

/** The detector at the main focus. */
public class Camera {
    private final double readNoise;
    private final double readoutSeconds;
    private final double fullWell;
    private final double zeroPoint;

    public Camera(double readNoise, double readoutSeconds, double fullWell, double zeroPoint) {
        this.readNoise = readNoise;
        this.readoutSeconds = readoutSeconds;
        this.fullWell = fullWell;
        this.zeroPoint = zeroPoint;
    }

    public double getReadNoise() {
        return readNoise;
    }

    public double getReadoutSeconds() {
        return readoutSeconds;
    }

    public double getFullWell() {
        return fullWell;
    }

    /** Magnitude that gives one electron a second through clear glass. */
    public double getZeroPoint() {
        return zeroPoint;
    }
}
