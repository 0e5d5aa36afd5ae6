package meridian;

class SlewLog {
    private int slews;

    double slewTo(double angle, Runnable settled, Mount mount) {
        slews++;
        settled.run();
        return angle / mount.rate;
    }
}
