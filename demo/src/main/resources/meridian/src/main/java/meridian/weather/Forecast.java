package meridian.weather;

import java.util.List;

/** A guess at the hours ahead, from the hours behind. */
public class Forecast {
    private final WeatherStation station;

    public Forecast(WeatherStation station) {
        this.station = station;
    }

    /** Chance that the dome can stay open for the next hours, 0 to 1. */
    public double chanceOpen(double now, double hours, double maxHumidity, double maxWind) {
        List<Reading> recent = station.since(now - 3);
        if (recent.isEmpty()) {
            return 0.5;
        }
        double trendHumidity = trend(recent.get(0).humidity(), recent.get(recent.size() - 1).humidity(), recent.size());
        double trendWind = trend(recent.get(0).wind(), recent.get(recent.size() - 1).wind(), recent.size());
        Reading last = recent.get(recent.size() - 1);
        double humidityThen = last.humidity() + trendHumidity * hours;
        double windThen = last.wind() + trendWind * hours;
        double chance = 1 - last.cloud();
        chance *= comfort(last.temperature(), humidityThen, windThen, maxHumidity, maxWind);
        return Math.max(0, Math.min(1, chance));
    }

    private static double trend(double first, double last, int count) {
        return count < 2 ? 0 : (last - first) / (count - 1);
    }

    private static double comfort(double temperature, double humidity, double wind, double maxHumidity, double maxWind) {
        double comfort = 1;
        if (humidity > maxHumidity) {
            comfort *= 0.2;
        }
        if (wind > maxWind) {
            comfort *= 0.3;
        }
        if (temperature < -15) {
            comfort *= 0.5;
        }
        return comfort;
    }
}
