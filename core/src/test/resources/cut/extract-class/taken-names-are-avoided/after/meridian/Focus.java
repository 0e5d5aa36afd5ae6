package meridian;

class Focus {
    private final int limit;
    private final Drive itsDrive = new Drive();

    Focus(int limit) {
        this.limit = limit;
    }

    int shift(int drive, int limit) {
        return itsDrive.move(drive, this.limit) + limit;
    }
}
