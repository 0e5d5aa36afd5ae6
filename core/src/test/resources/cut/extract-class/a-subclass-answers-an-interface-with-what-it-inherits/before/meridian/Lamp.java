package meridian;

class Lamp {
    private boolean lit;

    public boolean isLit() {
        return lit;
    }

    public int glow() {
        return lit ? 1 : 0;
    }
}
