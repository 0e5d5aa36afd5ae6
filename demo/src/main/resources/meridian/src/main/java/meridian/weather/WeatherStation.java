package meridian.weather;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Keeps what the mast on the roof reports. */
public class WeatherStation {
    private final List<Reading> readings = new ArrayList<>();
    private final AlarmPanel alarms;

    public WeatherStation(AlarmPanel alarms) {
        this.alarms = alarms;
    }

    public void record(double hour, double temperature, double humidity, double wind, double cloud) {
        if (humidity < 0 || humidity > 100) {
            throw new IllegalArgumentException("humidity must be 0 to 100: " + humidity);
        }
        if (wind < 0) {
            throw new IllegalArgumentException("wind must not be negative: " + wind);
        }
        readings.add(new Reading(hour, temperature, humidity, wind, cloud));
        alarms.check(temperature, humidity, wind);
    }

    public Optional<Reading> latest() {
        return readings.isEmpty() ? Optional.empty() : Optional.of(readings.get(readings.size() - 1));
    }

    public List<Reading> since(double hour) {
        return readings.stream().filter(reading -> reading.hour() >= hour).toList();
    }

    /** Mean wind over the last hours, 0 without readings. */
    public double meanWind(double now, double hours) {
        return readings.stream()
                .filter(reading -> reading.hour() > now - hours && reading.hour() <= now)
                .mapToDouble(Reading::wind)
                .average()
                .orElse(0);
    }
}
