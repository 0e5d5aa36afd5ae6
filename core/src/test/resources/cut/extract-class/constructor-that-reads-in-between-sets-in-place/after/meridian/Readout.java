package meridian;

class Readout {
    double gain;
    double noise;

    String describe() {
        return gain + "/" + noise;
    }
}
