package meridian.plan;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.List;
import meridian.scope.Camera;
import meridian.scope.Filter;
import meridian.sky.Coordinates;
import meridian.sky.Moon;
import meridian.sky.Site;
import meridian.sky.Target;
import meridian.weather.Reading;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class NightPlannerTest {
    private final Target cluster = new Target("Tessel 91", new Coordinates(19.4, 37), 9.5, 3);
    private final Target ring = new Target("Quill 5", new Coordinates(18.5, 34), 8.8, 1);
    private final Target south = new Target("Canopus", new Coordinates(6.4, -52.7), -0.7, 1);
    private NightPlanner planner;

    @BeforeEach
    void planner() {
        Night night = new Night(LocalDate.of(2026, 7, 20), -3, 3, 19.8);
        Moon moon = new Moon(new Coordinates(12, 5), 0.4);
        planner = new NightPlanner(new Site(47.7, 11.9, 730), night, moon, new Camera(5, 30, 80_000, 24), 2);
    }

    @Test
    void plansWhatIsUp() {
        Schedule schedule = planner.plan(List.of(cluster, ring, south), List.of(Filter.V), "P1", 50);
        assertEquals(List.of(ring, cluster), schedule.blocks().stream().map(Block::getTarget).toList());
        assertTrue(schedule.efficiency() > 0 && schedule.efficiency() < 1);
    }

    @Test
    void aBonusTurnsTheOrderRound() {
        planner.addScoreBonus("Tessel 91", 100);
        assertEquals(cluster, planner.bestTarget(List.of(cluster, ring), 18.7));
        assertNull(planner.bestTarget(List.of(south), 18.7));
    }

    @Test
    void weightsDecide() {
        double before = planner.score(ring, 18.7);
        planner.setScoreWeights(20, 6, 4);
        assertEquals(before + 50, planner.score(ring, 18.7), 1e-9);
        planner.setUrgencyWeight(0);
        assertTrue(planner.score(ring, 18.7) <= before + 50);
    }

    @Test
    void noReadingNoOpening() {
        assertFalse(planner.isWeatherSafe());
    }

    @Test
    void weatherIsJudgedByTheLatestReading() {
        planner.addWeatherReading(new Reading(-3, 12, 60, 5, 0.1));
        assertTrue(planner.isWeatherSafe());
        planner.addWeatherReading(new Reading(-2, 12, 60, 13, 0.1));
        assertFalse(planner.isWeatherSafe());
        assertThrows(IllegalArgumentException.class, () -> planner.addWeatherReading(new Reading(-2.5, 12, 60, 5, 0)));
    }

    @Test
    void fallingWindIsForgiven() {
        planner.addWeatherReading(new Reading(-3, 12, 60, 18, 0.1));
        planner.addWeatherReading(new Reading(-2, 12, 60, 16, 0.1));
        planner.addWeatherReading(new Reading(-1, 12, 60, 14, 0.1));
        assertTrue(planner.isWeatherSafe());
    }

    @Test
    void everyProblemIsNamed() {
        assertEquals("humidity 90.0 %", planner.weatherProblem(new Reading(0, 12, 90, 5, 0)));
        assertEquals("clouds", planner.weatherProblem(new Reading(0, 12, 60, 5, 0.9)));
        planner.setDewMargin(10);
        assertEquals("dew", planner.weatherProblem(new Reading(0, 12, 60, 5, 0)));
        planner.setWeatherLimits(3, 85, 0.6);
        assertEquals("wind 5.0 m/s", planner.weatherProblem(new Reading(0, 12, 60, 5, 0)));
    }

    @Test
    void safeHoursAreAddedUp() {
        planner.addWeatherReading(new Reading(-3, 12, 60, 5, 0.1));
        planner.addWeatherReading(new Reading(-2, 12, 60, 5, 0.1));
        planner.addWeatherReading(new Reading(-1, 12, 95, 5, 0.1));
        assertEquals(1, planner.safeWeatherHours(), 1e-9);
    }

    @Test
    void theBudgetKeepsAReserve() {
        planner.grantBudget("P1", 2);
        assertTrue(planner.fitsBudget("P1", 1.8));
        assertFalse(planner.fitsBudget("P1", 1.9));
        planner.setBudgetReserve(0);
        assertTrue(planner.fitsBudget("P1", 2));
        planner.spendBudget("P1", 1.5);
        assertEquals(0.5, planner.budgetLeft("P1"), 1e-9);
        assertTrue(planner.fitsBudget("P2", 99));
        assertThrows(IllegalArgumentException.class, () -> planner.grantBudget("P1", -1));
    }

    @Test
    void aSmallBudgetShortensThePlan() {
        planner.grantBudget("P1", 0.001);
        assertEquals(0, planner.plan(List.of(cluster, ring), List.of(Filter.V), "P1", 50).blocks().size());
    }

    @Test
    void theServiceAnswersForThePlanner() {
        PlanService service = new PlanService(planner);
        assertFalse(service.isWeatherSafe());
        assertEquals(0, service.budgetLeft("P1"));
        assertEquals(2, service.plan(List.of(cluster, ring), List.of(Filter.V), "P1", 50).blocks().size());
    }

    @Test
    void theReportNamesTargetsAndExposures() {
        String text = new PlanReport(planner.plan(List.of(ring), List.of(Filter.V), "P1", 50)).text();
        assertTrue(text.startsWith("Night of 2026-07-20\n21:00  Quill 5\n       V "), text);
        assertEquals("23:30", PlanReport.clock(-0.5));
    }

    @Test
    void rankingsDiffer() {
        assertTrue(new BrightestFirst().rank(ring, 0) > new BrightestFirst().rank(cluster, 0));
        Ranking highest = new HighestFirst(new meridian.sky.Horizon(new Site(47.7, 11.9, 730)));
        assertTrue(highest.rank(cluster, 18.6) > highest.rank(south, 18.6));
    }
}
