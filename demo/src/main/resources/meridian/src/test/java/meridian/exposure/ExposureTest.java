package meridian.exposure;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import meridian.scope.Camera;
import meridian.scope.Filter;
import meridian.sky.Coordinates;
import meridian.sky.Target;
import org.junit.jupiter.api.Test;

class ExposureTest {
    private final Camera camera = new Camera(5, 30, 80_000, 24);
    private final ExposureCalculator calculator = new ExposureCalculator(camera, 2);
    private final Target target = new Target("Quill 5", new Coordinates(18.5, 34), 8.8, 2);

    @Test
    void longerExposuresSeeMore() {
        assertTrue(calculator.signalToNoise(18, Filter.V, 600, 0) > calculator.signalToNoise(18, Filter.V, 60, 0));
        assertTrue(calculator.signalToNoise(18, Filter.V, 60, 0) > calculator.signalToNoise(18, Filter.V, 60, 2));
    }

    @Test
    void theWantedSignalIsJustReached() {
        double seconds = calculator.secondsFor(18, Filter.V, 50, 0);
        assertTrue(calculator.signalToNoise(18, Filter.V, seconds, 0) >= 50);
        assertTrue(calculator.signalToNoise(18, Filter.V, seconds - 2, 0) < 50);
    }

    @Test
    void anHourIsTheMost() {
        assertEquals(3600, calculator.secondsFor(28, Filter.U, 100, 0));
    }

    @Test
    void brightStarsSaturateSoon() {
        assertTrue(calculator.saturationSeconds(8, Filter.CLEAR) < calculator.saturationSeconds(12, Filter.CLEAR));
    }

    @Test
    void aSequenceCountsReadoutsAndFilterChanges() {
        Sequence sequence = new Sequence(camera);
        sequence.add(new Exposure(target, Filter.B, 60, 2)).add(new Exposure(target, Filter.V, 60, 1));
        assertEquals(2 * 90 + 90 + 6, sequence.totalSeconds(), 1e-9);
    }

    @Test
    void aSequenceStaysOnOneTarget() {
        Sequence sequence = new Sequence(camera).add(new Exposure(target, Filter.B, 60, 1));
        Target other = new Target("Quill 8", new Coordinates(1.5, 40), 3.4, 1);
        assertThrows(IllegalArgumentException.class, () -> sequence.add(new Exposure(other, Filter.B, 60, 1)));
    }

    @Test
    void framesAreNumbered() {
        FrameCounter counter = new FrameCounter("20260314");
        Exposure exposure = new Exposure(target, Filter.V, 10, 1);
        assertEquals("m20260314-0001-v.fits", counter.next(exposure).fileName());
        assertEquals("m20260314-0002-v.fits", counter.next(exposure).fileName());
        assertEquals(2, counter.taken());
        assertThrows(IllegalArgumentException.class, () -> new FrameName("14 March", 1, "V"));
    }

    @Test
    void nothingIsNoExposure() {
        assertThrows(IllegalArgumentException.class, () -> new Exposure(target, Filter.V, 0, 1));
    }

    @Test
    void theArchiveFillsUpAndFreesTheOldest() {
        FrameArchive archive = new FrameArchive(100);
        assertTrue(archive.store(new FrameName("20260101", 1, "V"), 60));
        assertFalse(archive.store(new FrameName("20260102", 1, "V"), 60));
        assertTrue(archive.store(new FrameName("20260102", 1, "V"), 30));
        assertEquals(0.9, archive.storageShare(), 1e-9);
        assertEquals(1, archive.freeStorage(0.5));
        assertEquals(List.of(), archive.framesOf("20260101"));
        assertEquals(1, archive.framesOf("20260102").size());
        archive.extendStorage(200);
        assertEquals(0.1, archive.storageShare(), 1e-9);
    }

    @Test
    void theArchiveStoresAFrameOnce() {
        FrameArchive archive = new FrameArchive(100);
        FrameName frame = new FrameName("20260101", 1, "V");
        archive.store(frame, 10);
        assertThrows(IllegalStateException.class, () -> archive.store(frame, 10));
        assertThrows(IllegalArgumentException.class, () -> archive.store(frame, 0));
    }

    @Test
    void calibrationWantsBiasDarkAndFlat() {
        FrameArchive archive = new FrameArchive(100);
        assertEquals(List.of("10 bias", "5 dark", "3 flat V"), archive.missingCalibration(Filter.V));
        for (int i = 0; i < 10; i++) {
            archive.addBias();
            archive.addDark(300, -80);
            archive.addDark(300, -20);
            archive.addFlat(Filter.V);
        }
        assertTrue(archive.isCalibrated(Filter.V));
        assertFalse(archive.isCalibrated(Filter.B));
        archive.setDarkRecipe(600, -80);
        assertEquals(List.of("5 dark"), archive.missingCalibration(Filter.V));
    }

    @Test
    void qualityFallsWithSeeingAndBackground() {
        FrameArchive archive = new FrameArchive(100);
        FrameName sharp = new FrameName("20260101", 1, "V");
        FrameName poor = new FrameName("20260101", 2, "V");
        assertEquals(1, archive.rateQuality(sharp, 0.9, 100), 1e-9);
        assertEquals(0.25, archive.rateQuality(poor, 2, 400), 1e-9);
        assertTrue(archive.isQualityGood(sharp));
        assertFalse(archive.isQualityGood(poor));
        assertEquals(1.45, archive.medianSeeing(), 1e-9);
        archive.setQualityLimit(0.2);
        assertEquals(2, archive.countGood());
    }
}
