package meridian;

class Meter {
    private int reading;
    private String log = "";

    void set(int reading) {
        this.reading = reading;
    }

    String once() {
        log += reading;
        return log;
    }

    String twice(Runnable change) {
        change.run();
        return once();
    }

    String all() {
        return twice(() -> set(3));
    }
}
