package meridian;

import java.time.Duration;
import java.util.EnumMap;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;

class Tally {
    private final Map<TimeUnit, Integer> taken = new EnumMap<>(TimeUnit.class);
    final Duration patience = Duration.ofMinutes(2 + 3);
    final Supplier<Long> ready = System::nanoTime;
    private final int wanted;

    Tally(int wanted) {
        this.wanted = wanted;
    }

    int missing(TimeUnit unit) {
        return wanted - taken.getOrDefault(unit, 0);
    }
}
