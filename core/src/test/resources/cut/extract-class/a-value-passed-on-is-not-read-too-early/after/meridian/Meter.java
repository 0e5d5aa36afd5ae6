package meridian;

class Meter {
    int reading;
    private final MeterLog meterLog = new MeterLog();

    void set(int reading) {
        this.reading = reading;
    }

    String all() {
        return meterLog.twice(() -> set(3), this);
    }
}
