package meridian;

import java.util.Objects;

final class Telescope {
    private final String name;
    private final double ra;
    private final double dec;
    private final int epoch;

    Telescope(String name, double ra, double dec) {
        this.name = Objects.requireNonNull(name);
        this.ra = ra;
        this.dec = dec;
        this.epoch = 2000;
    }

    Telescope(double ra) {
        this("main", ra, 90);
    }

    Telescope(double ra, double dec, int epoch) {
        this.ra = ra;
        this.dec = dec;
        this.name = "side";
        this.epoch = epoch;
    }

    String pointing() {
        return ra + " " + dec + " (" + epoch + ")";
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Telescope that && that.ra == ra && that.dec == dec && that.name.equals(name);
    }

    @Override
    public int hashCode() {
        return Objects.hash(ra, dec, name);
    }
}
