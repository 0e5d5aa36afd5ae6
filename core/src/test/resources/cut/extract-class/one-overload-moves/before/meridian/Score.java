package meridian;

class Score {
    private int bonus = 1;

    int of(int priority) {
        return priority + bonus;
    }

    long of(long priority) {
        return priority;
    }

    long all() {
        byte small = 3;
        return of(1) + of(1L) + of(small);
    }
}
