package meridian.scope;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class TelescopeControlTest {
    private TelescopeControl control;

    @BeforeEach
    void unparked() {
        control = new TelescopeControl(List.of(Filter.B, Filter.V, Filter.R, Filter.I));
        control.unpark();
    }

    @Test
    void slewsAndTracks() {
        double seconds = control.slewTo(6, 40, 2000);
        assertEquals(50 / 2.5 + 4, seconds, 1e-6);
        assertTrue(control.isTracking());
        assertEquals(6, control.getPointing().ra(), 1e-9);
    }

    @Test
    void doesNotSlewWhileParked() {
        control.park();
        assertThrows(IllegalStateException.class, () -> control.slewTo(1, 1, 2000));
        assertTrue(control.isParked());
        assertFalse(control.isTracking());
    }

    @Test
    void learnsItsOffsetFromAStar() {
        control.slewTo(6, 40, 2000);
        control.synchronizeOn(5.9, 39.5, 2000);
        control.slewTo(6, 40, 2000);
        assertEquals(6.1, control.getPointing().ra(), 1e-6);
        assertEquals(40.5, control.getPointing().dec(), 1e-6);
    }

    @Test
    void refusesAnAbsurdOffset() {
        control.slewTo(6, 40, 2000);
        assertThrows(IllegalStateException.class, () -> control.synchronizeOn(1, 40, 2000));
        control.slewTo(6, 40, 2000);
        assertEquals(6, control.getPointing().ra(), 1e-9);
    }

    @Test
    void focusFollowsTheTemperature() {
        control.calibrateFocus(10, 5000);
        assertEquals(5425, control.focusFor(0, Filter.V));
        control.setFocusOffset(Filter.R, -120);
        assertEquals(5305, control.focusFor(0, Filter.R));
        assertEquals(5000, control.getFocusPosition());
    }

    @Test
    void focusStaysInItsRange() {
        control.setFocusRange(4000, 5200);
        assertEquals(5200, control.focusFor(-30, Filter.V));
        assertThrows(IllegalArgumentException.class, () -> control.setFocusRange(5, 5));
        assertThrows(IllegalArgumentException.class, () -> control.setFocusOffset(Filter.B, 501));
    }

    @Test
    void theWheelTurnsTheShortWay() {
        assertEquals(1, control.selectFilter(Filter.I));
        assertEquals(Filter.I, control.currentFilter());
        assertEquals(2, control.selectFilter(Filter.V));
        assertFalse(control.wheelNeedsService());
    }

    @Test
    void theWheelKnowsWhatItHolds() {
        assertTrue(control.holdsFilter(Filter.R));
        assertThrows(IllegalArgumentException.class, () -> control.selectFilter(Filter.U));
    }

    @Test
    void eventsAreKeptInOrder() {
        control.slewTo(6, 40, 2000);
        control.park();
        assertEquals(List.of("unpark", "slew 6.000 40.000", "park"), control.getEvents());
    }
}
