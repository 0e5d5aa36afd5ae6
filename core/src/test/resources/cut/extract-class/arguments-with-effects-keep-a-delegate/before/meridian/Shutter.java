package meridian;

class Shutter {
    private int opened;

    int open(int times) {
        return opened += times;
    }
}
