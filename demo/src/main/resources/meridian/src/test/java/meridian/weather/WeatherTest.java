package meridian.weather;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;

class WeatherTest {
    private final AlarmPanel alarms = new AlarmPanel(90, 15);
    private final WeatherStation station = new WeatherStation(alarms);

    @Test
    void dewPointIsTheTemperatureInFog() {
        assertEquals(8, DewPoint.of(8, 100), 1e-9);
        assertEquals(9.3, DewPoint.of(20, 50), 0.1);
    }

    @Test
    void alarmsFollowTheLatestReading() {
        station.record(-3, 10, 50, 20, 0);
        assertEquals(List.of("wind"), alarms.active());
        station.record(-2, 10, 99, 3, 0);
        assertEquals(List.of("dew"), alarms.active());
        station.record(-1, 10, 40, 3, 0);
        assertTrue(alarms.isQuiet());
    }

    @Test
    void frostIsAnAlarm() {
        station.record(0, -20, 30, 1, 0);
        assertEquals(List.of("frost"), alarms.active());
    }

    @Test
    void impossibleReadingsAreRefused() {
        assertThrows(IllegalArgumentException.class, () -> station.record(0, 10, 101, 0, 0));
        assertThrows(IllegalArgumentException.class, () -> station.record(0, 10, 50, -1, 0));
        assertTrue(station.latest().isEmpty());
    }

    @Test
    void meanWindLooksBackOnly() {
        station.record(-4, 10, 50, 20, 0);
        station.record(-2, 10, 50, 4, 0);
        station.record(-1, 10, 50, 6, 0);
        assertEquals(5, station.meanWind(-1, 2), 1e-9);
        assertEquals(0, station.meanWind(5, 1), 1e-9);
    }

    @Test
    void forecastFollowsTheTrend() {
        Forecast forecast = new Forecast(station);
        assertEquals(0.5, forecast.chanceOpen(0, 2, 85, 12));
        station.record(-2, 10, 60, 5, 0.1);
        station.record(-1, 10, 70, 5, 0.1);
        assertEquals(0.9, forecast.chanceOpen(-1, 1, 85, 12), 1e-9);
        assertTrue(forecast.chanceOpen(-1, 2, 85, 12) < 0.2);
    }

    @Test
    void readingsSinceAnHour() {
        station.record(-3, 10, 60, 5, 0);
        station.record(-1, 10, 60, 5, 0);
        assertEquals(1, station.since(-2).size());
        assertFalse(station.latest().orElseThrow().withHour(2).hour() < 0);
    }
}
