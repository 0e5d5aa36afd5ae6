package meridian;

class MeterLog {
    private String log = "";

    String once(int reading) {
        log += reading;
        return log;
    }

    String twice(Runnable change, Meter meter) {
        change.run();
        return once(meter.reading);
    }
}
