package meridian.weather;

import java.util.ArrayList;
import java.util.List;

/** The red lamps in the control room. */
public class AlarmPanel {
    private final double maxHumidity;
    private final double maxWind;
    private final List<String> active = new ArrayList<>();

    public AlarmPanel(double maxHumidity, double maxWind) {
        this.maxHumidity = maxHumidity;
        this.maxWind = maxWind;
    }

    public void check(double temperature, double humidity, double wind) {
        active.clear();
        if (temperature < -15) {
            active.add("frost");
        }
        if (humidity > maxHumidity || temperature - DewPoint.of(temperature, humidity) < 1.5) {
            active.add("dew");
        }
        if (wind > maxWind) {
            active.add("wind");
        }
    }

    public boolean isQuiet() {
        return active.isEmpty();
    }

    public List<String> active() {
        return List.copyOf(active);
    }
}
