package meridian;

final class Steps {
    private static int steps;

    static int move(int by) {
        return steps += by;
    }
}
