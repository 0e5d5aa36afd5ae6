package meridian;

class Shutter {
    private final Opening opening = new Opening();

    int open(int times) {
        return opening.open(times);
    }
}
