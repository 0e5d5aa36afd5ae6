package meridian;

class Report {
    private int lines;

    int count() {
        return lines;
    }
}
