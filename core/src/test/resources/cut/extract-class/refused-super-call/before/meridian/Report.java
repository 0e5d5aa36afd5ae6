package meridian;

class Report {
    private int lines;

    @Override
    public String toString() {
        return super.toString() + lines;
    }
}
