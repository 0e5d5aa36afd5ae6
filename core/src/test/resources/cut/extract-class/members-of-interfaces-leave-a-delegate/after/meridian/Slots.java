package meridian;

class Slots {
    private int slot;

    /**
     * Turns.
     *
     * @param by slots
     */
    public int turn(int by) throws IllegalStateException {
        slot += by;
        return slot;
    }

    int current() {
        return slot;
    }
}
