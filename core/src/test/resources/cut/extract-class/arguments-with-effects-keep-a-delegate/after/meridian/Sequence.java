package meridian;

class Sequence {
    int count;

    int run(Shutter shutter) {
        return shutter.open(count++);
    }
}
