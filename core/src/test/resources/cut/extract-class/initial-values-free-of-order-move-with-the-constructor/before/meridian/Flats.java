package meridian;

import java.time.Duration;
import java.util.EnumMap;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;

class Flats {
    private final Map<TimeUnit, Integer> taken = new EnumMap<>(TimeUnit.class);
    private String label = "flats".trim();
    private final Duration patience = Duration.ofMinutes(2 + 3);
    private final Supplier<Long> ready = System::nanoTime;
    private final int wanted;

    Flats(String label, int wanted) {
        this.label = label;
        this.wanted = wanted;
    }

    int missing(TimeUnit unit) {
        return wanted - taken.getOrDefault(unit, 0);
    }

    String shown() {
        return label + patience + ready.get();
    }
}
