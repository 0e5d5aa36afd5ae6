package meridian;

class Track {
    private int steps;

    private int step(int by) {
        return steps += by;
    }

    class Side extends Track {
        int both() {
            return step(1) + steps + Track.this.steps;
        }
    }
}
