package meridian.scope;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import meridian.sky.Coordinates;

/**
 * Drives the telescope: mount, focuser and filter wheel.
 */
public class TelescopeControl {

    /** Degrees a second while slewing. */
    private static final double SLEW_RATE = 2.5;

    private static final double SETTLE_SECONDS = 4;

    // --- mount

    private double pointedRa;
    private double pointedDec = 90;
    private boolean tracking;
    private boolean parked = true;
    private double raOffset;
    private double decOffset;

    // --- focuser

    private int focusPosition = 5000;
    private int focusLow = 1000;
    private int focusHigh = 9000;
    private double focusTemperature = 10;
    private double stepsPerDegree = -42.5; // measured in March, after the new truss
    private final Map<Filter, Integer> focusOffsets = new EnumMap<>(Filter.class);

    // --- filter wheel

    private final List<Filter> wheelSlots = new ArrayList<>();
    private int wheelSlot;
    private int wheelTurns;

    private final List<String> events = new ArrayList<>();

    public TelescopeControl(List<Filter> slots) {
        wheelSlots.addAll(slots);
        for (Filter filter : slots) {
            focusOffsets.put(filter, 0);
        }
    }

    // ------------------------------------------------------------ mount

    /**
     * Points at a place and starts tracking.
     *
     * @return seconds until the image stands still
     */
    public double slewTo(double ra, double dec, double epoch) {
        if (parked) {
            throw new IllegalStateException("the telescope is parked");
        }
        double years = epoch - 2000;
        double precessed = ra + years * 0.000854; // mean value, good enough to find the field
        double seconds = slewSeconds(precessed, dec);
        pointedRa = wrapped(precessed + raOffset);
        pointedDec = Math.max(-90, Math.min(90, dec + decOffset));
        tracking = true;
        events.add(String.format("slew %.3f %.3f", pointedRa, pointedDec));
        return seconds;
    }

    /** How long a slew from here would take, with settling. */
    public double slewSeconds(double ra, double dec) {
        double distance = new Coordinates(wrapped(pointedRa), pointedDec).distanceTo(new Coordinates(wrapped(ra), dec));
        return distance / SLEW_RATE + SETTLE_SECONDS;
    }

    /** Takes over the difference between where it pointed and where the star was. */
    public void synchronizeOn(double ra, double dec, double epoch) {
        double years = epoch - 2000;
        raOffset += pointedRa - wrapped(ra + years * 0.000854);
        decOffset += pointedDec - dec;
        if (Math.abs(raOffset) > 1 || Math.abs(decOffset) > 10) {
            raOffset = 0;
            decOffset = 0;
            throw new IllegalStateException("pointing is off by too much; offsets cleared");
        }
    }

    public void park() {
        tracking = false;
        parked = true;
        pointedRa = 0;
        pointedDec = 90;
        events.add("park");
    }

    public void unpark() {
        parked = false;
        events.add("unpark");
    }

    public boolean isTracking() {
        return tracking && !parked;
    }

    public boolean isParked() {
        return parked;
    }

    public Coordinates getPointing() {
        return new Coordinates(wrapped(pointedRa), pointedDec);
    }

    private static double wrapped(double hours) {
        return ((hours % 24) + 24) % 24;
    }

    // ------------------------------------------------------------ focuser

    /** Sets how far the focus of a filter lies from that of clear glass, in steps. */
    public void setFocusOffset(Filter filter, int steps) {
        if (Math.abs(steps) > 500) {
            throw new IllegalArgumentException("a focus offset of " + steps + " steps cannot be right");
        }
        focusOffsets.put(filter, steps);
    }

    public void setFocusRange(int low, int high) {
        if (low >= high) {
            throw new IllegalArgumentException("empty focus range");
        }
        focusLow = low;
        focusHigh = high;
        focusPosition = clampFocus(focusPosition);
    }

    /** Moves the focuser to where it should be for a temperature. */
    public int focusFor(double temperature, Filter filter) {
        double drift = (temperature - focusTemperature) * stepsPerDegree;
        int wanted = focusPosition + (int) Math.round(drift) + focusOffsets.getOrDefault(filter, 0);
        return clampFocus(wanted);
    }

    /** Remembers a measured best focus. */
    public void calibrateFocus(double temperature, int position) {
        focusTemperature = temperature;
        focusPosition = clampFocus(position);
    }

    public int getFocusPosition() {
        return focusPosition;
    }

    private int clampFocus(int position) {
        if (position < focusLow) {
            return focusLow;
        }
        return Math.min(position, focusHigh);
    }

    // ------------------------------------------------------------ filter wheel

    /**
     * Turns the wheel to a filter, the shorter way round.
     *
     * @return how many slots it turned
     */
    public int selectFilter(Filter filter) {
        int slot = wheelSlots.indexOf(filter);
        if (slot < 0) {
            throw new IllegalArgumentException("not in the wheel: " + filter);
        }
        int forward = Math.floorMod(slot - wheelSlot, wheelSlots.size());
        int backward = wheelSlots.size() - forward;
        int turned = Math.min(forward, backward);
        wheelSlot = slot;
        wheelTurns += turned;
        return turned;
    }

    public Filter currentFilter() {
        return wheelSlots.get(wheelSlot);
    }

    public boolean holdsFilter(Filter filter) {
        return wheelSlots.contains(filter);
    }

    /** The wheel wants grease after ten thousand slots. */
    public boolean wheelNeedsService() {
        return wheelTurns > 10_000;
    }

    public List<String> getEvents() {
        return List.copyOf(events);
    }
}
