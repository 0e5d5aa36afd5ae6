package meridian;

class Counter {
    private int frames;

    synchronized int next() {
        return ++frames;
    }
}
