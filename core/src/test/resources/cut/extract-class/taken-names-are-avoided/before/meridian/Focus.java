package meridian;

class Focus {
    private final int limit;
    private int steps;

    Focus(int limit) {
        this.limit = limit;
    }

    int move(int by) {
        int limit = by / 2;
        steps += Math.min(limit, this.limit);
        return steps;
    }

    int shift(int drive, int limit) {
        return move(drive) + limit;
    }
}
