package meridian;

class Schedule {
    private final int hours = hoursOf("night");
    private int capacity = hours * 4;

    boolean fits(int blocks) {
        return blocks <= capacity;
    }

    private static int hoursOf(String name) {
        return name.length();
    }
}
