package meridian;

class Timing {
    private int seconds;

    int exposed() {
        return seconds;
    }

    boolean isLong() {
        return seconds > 600;
    }
}
