package meridian.log;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import meridian.exposure.Exposure;
import meridian.exposure.FrameCounter;
import meridian.plan.Observatory;
import meridian.scope.Dome;
import meridian.scope.Filter;
import meridian.scope.TelescopeControl;
import meridian.sky.Catalog;
import meridian.sky.Coordinates;
import meridian.sky.Target;
import meridian.time.Observer;
import meridian.time.Proposal;
import meridian.time.TimeLedger;
import meridian.weather.AlarmPanel;
import meridian.weather.WeatherStation;
import org.junit.jupiter.api.Test;

class NightLogTest {
    private final MemorySink sink = new MemorySink();
    private final NightLog log = new NightLog(sink);
    private final Target target = new Target("Quill 5", new Coordinates(18.5, 34), 8.8, 2);

    @Test
    void everythingGoesToTheSink() {
        log.note(-2, "clear");
        log.fault(-1, "shutter stuck", 1800);
        assertEquals(log.entries(), sink.entries());
        assertEquals(0.5, log.hoursLost(), 1e-9);
    }

    @Test
    void framesAreLogged() {
        Exposure exposure = new Exposure(target, Filter.V, 360, 1);
        log.frame(0, new FrameCounter("20260314").next(exposure), exposure);
        assertEquals("* +00.00 m20260314-0001-v.fits 360.0 s", new LogFormatter().format(log.entries()));
        assertEquals(0.1, log.hoursExposed(), 1e-9);
    }

    @Test
    void theSummaryCountsFaultsAndProgress() {
        log.fault(-1, "shutter stuck", 1800);
        Proposal proposal = new Proposal("P1", new Observer("A. Brandt", "Meridian"), 20);
        proposal.setHoursGranted(10);
        proposal.addHoursUsed(4);
        proposal.addHoursLost(3);
        String text = new NightSummary(log).text(List.of(proposal));
        assertTrue(text.contains("P1 (A. Brandt): 40 % of 10.0 h, much lost to weather"), text);
        assertTrue(text.contains("1 faults"), text);
    }

    @Test
    void theObservatoryHandsOn() {
        Catalog catalog = new Catalog();
        catalog.add(target);
        TelescopeControl telescope = new TelescopeControl(List.of(Filter.V, Filter.R));
        WeatherStation station = new WeatherStation(new AlarmPanel(90, 15));
        Observatory observatory = new Observatory(catalog, telescope, new Dome(), station, new TimeLedger(), log);
        observatory.openDome(-3);
        assertTrue(observatory.pointAt("Quill 5", -3) > 4);
        observatory.useFilter(Filter.R);
        observatory.closeDome(2, "clouds");
        assertEquals(3, log.entries().size());
        assertEquals("park", observatory.events().get(observatory.events().size() - 1));
        assertTrue(observatory.weather().isEmpty());
    }
}
