package meridian.scope;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

class InstrumentsTest {
    @Test
    void theDomeTurnsTheShortWay() {
        Dome dome = new Dome();
        dome.turnTo(10);
        assertEquals(20 / 3.0, dome.turnTo(350), 1e-9);
        dome.open();
        assertTrue(dome.isOpen());
    }

    @Test
    void flatsAreCountedByFilter() {
        FlatField flats = new FlatField(1);
        for (Filter filter : Filter.values()) {
            assertEquals(1, flats.missing(filter));
            flats.take(filter);
        }
        assertTrue(flats.isComplete());
    }

    @Test
    void aPointingModelNeedsStars() {
        PointingModel model = new PointingModel();
        assertFalse(model.isTrusted());
        for (int i = 0; i < 5; i++) {
            model.addStar(i, 0, 2000, i + 0.1, 0.2);
        }
        assertTrue(model.isTrusted());
        assertEquals(2.9, model.correctedRa(3, 0, 2000), 1e-9);
        assertEquals(-0.2, model.correctedDec(3, 0, 2000), 1e-9);
        assertEquals(5, model.stars());
    }

    @Test
    void bandsLieWhereTheyShould() {
        assertTrue(Filter.B.wavelength() < Filter.V.wavelength());
        assertEquals("V", new FilterName("V").getText());
    }
}
