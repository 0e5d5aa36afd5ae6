package meridian;

class Night {
    private final Plate plate = new Plate();
    private final Frame frame = new Frame();
    private final Later later = new Later();
    private final Beacon beacon = new Beacon();

    int all() {
        later.main();
        return plate.total() + frame.area() + beacon.level();
    }
}
