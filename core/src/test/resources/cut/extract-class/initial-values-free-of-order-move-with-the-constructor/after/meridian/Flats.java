package meridian;

class Flats {
    private final Tally tally;
    private String label = "flats".trim();

    Flats(String label, int wanted) {
        this.label = label;
        this.tally = new Tally(wanted);
    }

    String shown() {
        return label + tally.patience + tally.ready.get();
    }
}
