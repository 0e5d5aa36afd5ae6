package meridian;

class Wheel implements Turning {
    private final Slots slots = new Slots();

    /**
     * Turns.
     *
     * @param by slots
     */
    @Override
    public int turn(int by) throws IllegalStateException {
        return slots.turn(by);
    }

    @Override
    public String toString() {
        return "slot " + slots.current();
    }
}
