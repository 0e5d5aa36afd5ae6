package meridian;

class Drive {
    private int steps;

    int move(int by, int itsLimit) {
        int limit = by / 2;
        steps += Math.min(limit, itsLimit);
        return steps;
    }
}
