package meridian.scope;

/** The roof over the telescope. */
public class Dome {
    private boolean open;
    private double azimuth;

    public void open() {
        open = true;
    }

    public void close() {
        open = false;
    }

    public boolean isOpen() {
        return open;
    }

    /** Turns the slit towards an azimuth in degrees; the time that takes in seconds. */
    public double turnTo(double wanted) {
        double difference = Math.abs(wanted - azimuth) % 360;
        double way = Math.min(difference, 360 - difference);
        azimuth = wanted;
        return way / 3;
    }

    public double getAzimuth() {
        return azimuth;
    }
}
