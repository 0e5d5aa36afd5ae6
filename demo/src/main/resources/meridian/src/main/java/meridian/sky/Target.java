package meridian.sky;

import java.util.Objects;

/** Something that an observer wants to look at. */
public class Target {
    private final String name;
    private final Coordinates place;
    private final double magnitude;
    private int priority;
    private boolean observed;

    public Target(String name, Coordinates place, double magnitude, int priority) {
        this.name = Objects.requireNonNull(name);
        this.place = Objects.requireNonNull(place);
        this.magnitude = magnitude;
        this.priority = priority;
    }

    public String getName() {
        return name;
    }

    public Coordinates getPlace() {
        return place;
    }

    public double getMagnitude() {
        return magnitude;
    }

    public int getPriority() {
        return priority;
    }

    public void setPriority(int priority) {
        if (priority < 1 || priority > 5) {
            throw new IllegalArgumentException("priority must be 1 to 5: " + priority);
        }
        this.priority = priority;
    }

    public boolean isObserved() {
        return observed;
    }

    public void markObserved() {
        observed = true;
    }

    @Override
    public String toString() {
        return name + " (" + place + ", " + magnitude + " mag)";
    }
}
