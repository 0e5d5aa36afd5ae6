package meridian;

class Wheel implements Turning {
    private int slot;

    /**
     * Turns.
     *
     * @param by slots
     */
    @Override
    public int turn(int by) throws IllegalStateException {
        slot += by;
        return slot;
    }

    int current() {
        return slot;
    }

    @Override
    public String toString() {
        return "slot " + current();
    }
}
