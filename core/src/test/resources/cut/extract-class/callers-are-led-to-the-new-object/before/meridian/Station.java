package meridian;

public class Station {
    public double wind;
    protected double humidity;
    private String name = "roof";

    public boolean isCalm() {
        return wind < 5;
    }

    public double gust(double factor) {
        return wind * factor;
    }

    boolean calmer(Station other) {
        return other.wind > wind && !other.isCalm();
    }

    public String name() {
        return name;
    }
}
