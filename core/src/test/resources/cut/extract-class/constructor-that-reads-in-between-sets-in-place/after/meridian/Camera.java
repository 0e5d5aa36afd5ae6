package meridian;

class Camera {
    private final Readout readout = new Readout();
    private final String label;

    Camera(double gain) {
        this.readout.gain = gain;
        this.label = "gain " + this.readout.gain;
        this.readout.noise = Math.sqrt(gain);
    }

    String label() {
        return label + readout.describe();
    }
}
