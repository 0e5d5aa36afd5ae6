package meridian;

record Sample(int value) {
    int twice() {
        return value * 2;
    }
}
