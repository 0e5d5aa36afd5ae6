package meridian.sky;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import org.junit.jupiter.api.Test;

class CoordinatesTest {
    @Test
    void distanceBetweenPoleAndEquatorIsAQuarterTurn() {
        assertEquals(90, new Coordinates(3, 90).distanceTo(new Coordinates(17, 0)), 1e-9);
    }

    @Test
    void distanceToItselfIsNothing() {
        Coordinates vespera = new Coordinates(14.25, 41.5);
        assertEquals(0, vespera.distanceTo(new Coordinates(14.25, 41.5)), 1e-6);
    }

    @Test
    void refusesPlacesThatAreNotOnTheSky() {
        assertThrows(IllegalArgumentException.class, () -> new Coordinates(24, 0));
        assertThrows(IllegalArgumentException.class, () -> new Coordinates(0, 91));
    }

    @Test
    void equalsByValue() {
        assertEquals(new Coordinates(1, 2), new Coordinates(1, 2));
        assertEquals(new Coordinates(1, 2).hashCode(), new Coordinates(1, 2).hashCode());
    }
}
