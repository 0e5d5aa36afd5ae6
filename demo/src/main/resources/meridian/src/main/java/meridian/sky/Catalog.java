package meridian.sky;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/** The targets that somebody asked for. */
public class Catalog {
    private final List<Target> targets = new ArrayList<>();

    public void add(Target target) {
        if (find(target.getName()).isPresent()) {
            throw new IllegalArgumentException("already in the catalog: " + target.getName());
        }
        targets.add(target);
    }

    public Optional<Target> find(String name) {
        return targets.stream().filter(target -> target.getName().equalsIgnoreCase(name)).findFirst();
    }

    /** Targets not yet observed, in the order they were asked for. */
    public List<Target> open() {
        return targets.stream().filter(target -> !target.isObserved()).toList();
    }

    public List<Target> all() {
        return Collections.unmodifiableList(targets);
    }

    /** The target nearest to a place, within a radius in degrees. */
    public Optional<Target> near(double ra, double dec, double radius) {
        Coordinates place = new Coordinates(ra, dec);
        return targets.stream()
                .filter(target -> target.getPlace().distanceTo(place) <= radius)
                .min((a, b) -> Double.compare(a.getPlace().distanceTo(place), b.getPlace().distanceTo(place)));
    }
}
