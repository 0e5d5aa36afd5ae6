package meridian;

class Steps {
    int steps;

    int step(int by) {
        return steps += by;
    }
}
