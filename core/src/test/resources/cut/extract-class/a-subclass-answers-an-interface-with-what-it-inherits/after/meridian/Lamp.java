package meridian;

class Lamp {
    private final Bulb bulb = new Bulb();

    public boolean isLit() {
        return bulb.isLit();
    }
}
