package meridian;

class Opening {
    private int opened;

    int open(int times) {
        return opened += times;
    }
}
