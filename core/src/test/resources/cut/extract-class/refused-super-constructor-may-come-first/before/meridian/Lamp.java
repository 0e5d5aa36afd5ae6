package meridian;

class Lamp extends Device {
    private String colour;

    @Override
    void reset() {
        colour = "red";
    }
}
