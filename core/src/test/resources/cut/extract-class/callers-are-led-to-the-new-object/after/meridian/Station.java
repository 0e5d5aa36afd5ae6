package meridian;

public class Station {
    private final Weather weather = new Weather();
    private String name = "roof";

    boolean calmer(Station other) {
        return other.weather.wind > weather.wind && !other.weather.isCalm();
    }

    public String name() {
        return name;
    }

    public Weather weather() {
        return weather;
    }
}
