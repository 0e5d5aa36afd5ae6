package meridian;

class Track {
    private final Steps itsSteps = new Steps();

    class Side extends Track {
        int both() {
            return itsSteps.step(1) + itsSteps.steps + Track.this.itsSteps.steps;
        }
    }
}
