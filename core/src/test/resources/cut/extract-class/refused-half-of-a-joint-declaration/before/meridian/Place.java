package meridian;

class Place {
    double ra, dec;

    boolean east() {
        return ra < 12;
    }
}
