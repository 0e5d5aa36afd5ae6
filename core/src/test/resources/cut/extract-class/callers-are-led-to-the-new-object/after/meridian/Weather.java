package meridian;

public class Weather {
    public double wind;
    public double humidity;

    public boolean isCalm() {
        return wind < 5;
    }

    public double gust(double factor) {
        return wind * factor;
    }
}
