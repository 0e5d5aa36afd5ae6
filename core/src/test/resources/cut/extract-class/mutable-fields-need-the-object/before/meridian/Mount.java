package meridian;

class Mount {
    private double rate = 2;
    private int slews;

    double slewTo(double angle, Runnable settled) {
        slews++;
        settled.run();
        return angle / rate;
    }

    void setRate(double rate) {
        this.rate = rate;
    }

    double there(double angle) {
        return slewTo(angle, () -> setRate(1));
    }
}
