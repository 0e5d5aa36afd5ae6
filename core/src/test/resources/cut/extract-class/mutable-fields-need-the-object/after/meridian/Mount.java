package meridian;

class Mount {
    double rate = 2;
    private final SlewLog slewLog = new SlewLog();

    void setRate(double rate) {
        this.rate = rate;
    }

    double there(double angle) {
        return slewLog.slewTo(angle, () -> setRate(1), this);
    }
}
