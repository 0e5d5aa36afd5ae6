package meridian.exposure;

import java.util.ArrayList;
import java.util.List;
import meridian.scope.Camera;
import meridian.scope.Filter;

/** Exposures one after the other on the same target. */
public class Sequence {
    private final List<Exposure> exposures = new ArrayList<>();
    private final Camera camera;

    public Sequence(Camera camera) {
        this.camera = camera;
    }

    public Sequence add(Exposure exposure) {
        boolean other = !exposures.isEmpty() && exposures.get(0).getTarget() != exposure.getTarget();
        if (other) {
            throw new IllegalArgumentException("a sequence stays on one target");
        }
        exposures.add(exposure);
        return this;
    }

    public List<Exposure> exposures() {
        return List.copyOf(exposures);
    }

    /** Time with the shutter open, readouts and filter changes, in seconds. */
    public double totalSeconds() {
        double total = 0;
        Filter last = null;
        for (Exposure exposure : exposures) {
            total += exposure.getCount() * (exposure.getSeconds() + camera.getReadoutSeconds());
            if (last != null && last != exposure.getFilter()) {
                total += 6;
            }
            last = exposure.getFilter();
        }
        return total;
    }
}
