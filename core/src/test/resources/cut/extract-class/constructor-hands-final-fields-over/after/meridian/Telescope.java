package meridian;

import java.util.Objects;

final class Telescope {
    private final String name;
    private final Pointing pointing;

    Telescope(String name, double ra, double dec) {
        this.name = Objects.requireNonNull(name);
        this.pointing = new Pointing(ra, dec, 2000);
    }

    Telescope(double ra) {
        this("main", ra, 90);
    }

    Telescope(double ra, double dec, int epoch) {
        this.name = "side";
        this.pointing = new Pointing(ra, dec, epoch);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Telescope that && that.pointing.ra() == pointing.ra() && that.pointing.dec() == pointing.dec() && that.name.equals(name);
    }

    @Override
    public int hashCode() {
        return Objects.hash(pointing.ra(), pointing.dec(), name);
    }
}
