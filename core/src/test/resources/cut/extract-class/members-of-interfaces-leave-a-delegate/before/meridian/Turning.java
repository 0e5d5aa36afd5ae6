package meridian;

interface Turning {
    int turn(int by) throws IllegalStateException;
}
