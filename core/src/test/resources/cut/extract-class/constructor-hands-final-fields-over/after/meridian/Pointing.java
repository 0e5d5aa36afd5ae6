package meridian;

record Pointing(double ra, double dec, int epoch) {
    String pointing() {
        return ra + " " + dec + " (" + epoch + ")";
    }
}
