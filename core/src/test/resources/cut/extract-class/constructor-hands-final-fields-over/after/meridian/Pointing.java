package meridian;

class Pointing {
    final double ra;
    final double dec;
    final int epoch;

    Pointing(double ra, double dec, int epoch) {
        this.ra = ra;
        this.dec = dec;
        this.epoch = epoch;
    }

    String pointing() {
        return ra + " " + dec + " (" + epoch + ")";
    }
}
