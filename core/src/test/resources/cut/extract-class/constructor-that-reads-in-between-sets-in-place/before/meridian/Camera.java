package meridian;

class Camera {
    private final double gain;
    private final double noise;
    private final String label;

    Camera(double gain) {
        this.gain = gain;
        this.label = "gain " + this.gain;
        this.noise = Math.sqrt(gain);
    }

    String describe() {
        return gain + "/" + noise;
    }

    String label() {
        return label + describe();
    }
}
