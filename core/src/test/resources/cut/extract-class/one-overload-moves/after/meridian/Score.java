package meridian;

class Score {
    private final Bonus itsBonus = new Bonus();

    long of(long priority) {
        return priority;
    }

    long all() {
        byte small = 3;
        return itsBonus.of(1) + of(1L) + itsBonus.of(small);
    }
}
