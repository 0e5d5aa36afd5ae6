package meridian.sky;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;

class SkyTest {
    private final Site site = new Site(47.7, 11.9, 730);
    private final Horizon horizon = new Horizon(site);

    @Test
    void aStarCulminatesOnTheMeridian() {
        Coordinates vespera = new Coordinates(14.25, 41.5);
        assertEquals(horizon.culmination(vespera), horizon.altitude(vespera, 14.25), 1e-6);
    }

    @Test
    void thePoleStandsAtTheLatitude() {
        assertEquals(47.7, horizon.altitude(new Coordinates(0, 90), 5), 1e-6);
        assertTrue(horizon.isUp(new Coordinates(0, 90), 5, 40));
    }

    @Test
    void airmassIsOneOverheadAndLargeAtTheHorizon() {
        assertEquals(1, Airmass.at(90).value(), 0.001);
        assertTrue(Airmass.at(0).value() > 30);
        assertTrue(Airmass.at(60).compareTo(Airmass.at(30)) < 0);
        assertThrows(IllegalArgumentException.class, () -> new Airmass(0.5));
    }

    @Test
    void siderealTimeRunsAheadAndWraps() {
        assertEquals(1.0027, site.siderealTime(0, 1), 1e-4);
        assertEquals(23.0, site.siderealTime(0, -0.99727), 1e-3);
    }

    @Test
    void theMoonGlaresNearby() {
        Moon full = new Moon(new Coordinates(6, 20), 1);
        assertTrue(full.glareAt(new Coordinates(6, 25)) > 2);
        assertEquals(0, new Moon(new Coordinates(6, 20), 0.01).glareAt(new Coordinates(6, 25)));
        assertEquals(0, full.glareAt(new Coordinates(18, -30)));
    }

    @Test
    void theMoonIsNeverMoreThanFull() {
        assertThrows(IllegalArgumentException.class, () -> new Moon(new Coordinates(0, 0), 1.1));
    }

    @Test
    void theCatalogKnowsWhatIsOpen() {
        Catalog catalog = new Catalog();
        Target vespera = new Target("Vespera", new Coordinates(14.2, 41.5), 0, 1);
        catalog.add(vespera);
        catalog.add(new Target("Quill 5", new Coordinates(18.5, 34.0), 8.8, 2));
        vespera.markObserved();
        assertEquals(1, catalog.open().size());
        assertEquals(2, catalog.all().size());
        assertThrows(IllegalArgumentException.class, () -> catalog.add(new Target("vespera", new Coordinates(0, 0), 1, 1)));
    }

    @Test
    void theCatalogFindsTheNearest() {
        Catalog catalog = new Catalog();
        catalog.add(new Target("near", new Coordinates(10, 10), 5, 1));
        catalog.add(new Target("far", new Coordinates(10, 14), 5, 1));
        assertEquals("near", catalog.near(10, 11, 10).orElseThrow().getName());
        assertTrue(catalog.near(20, -60, 5).isEmpty());
    }

    @Test
    void theReaderComplainsAboutBadLinesAndGoesOn() {
        CatalogReader reader = new CatalogReader();
        Catalog catalog = reader.read(List.of("# names", "Vespera;14.2;41.5;0.0;1", "broken;1;2", "Nowhere;25;0;1;1", ""));
        assertEquals(1, catalog.all().size());
        assertEquals(2, reader.complaints().size());
        assertTrue(reader.complaints().get(0).startsWith("line 3"));
    }

    @Test
    void prioritiesAreOneToFive() {
        Target target = new Target("a", new Coordinates(0, 0), 3, 2);
        target.setPriority(5);
        assertEquals(5, target.getPriority());
        assertThrows(IllegalArgumentException.class, () -> target.setPriority(0));
        assertFalse(target.isObserved());
    }
}
