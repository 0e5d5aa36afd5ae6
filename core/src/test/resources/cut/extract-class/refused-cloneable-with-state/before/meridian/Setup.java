package meridian;

class Setup implements Cloneable {
    private int gain;

    void setGain(int gain) {
        this.gain = gain;
    }

    @Override
    public Setup clone() throws CloneNotSupportedException {
        return (Setup) super.clone();
    }
}
