package meridian;

public class Beacon implements Light {
    private int level = 3;

    @Override
    public int level() {
        return level;
    }
}
