package meridian.time;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Half a year of nights, and who has which. */
public class ObservingTerm {
    private final LocalDate first;
    private final LocalDate last;
    private final Set<LocalDate> closed = new TreeSet<>();
    private final Map<LocalDate, String> assigned = new LinkedHashMap<>();

    public ObservingTerm(LocalDate first, LocalDate last) {
        if (last.isBefore(first)) {
            throw new IllegalArgumentException("the term ends before it begins");
        }
        this.first = first;
        this.last = last;
    }

    /** Nights of engineering and holidays. */
    public void close(LocalDate night) {
        requireInside(night);
        if (assigned.containsKey(night)) {
            throw new IllegalStateException(night + " is given to " + assigned.get(night));
        }
        closed.add(night);
    }

    public void assign(LocalDate night, String proposal) {
        requireInside(night);
        if (closed.contains(night)) {
            throw new IllegalStateException(night + " is closed");
        }
        assigned.put(night, proposal);
    }

    public Optional<String> proposalOf(LocalDate night) {
        return Optional.ofNullable(assigned.get(night));
    }

    /** The next night that nobody has, from a day on. Saturdays are for the public. */
    public Optional<LocalDate> nextFree(LocalDate from) {
        LocalDate night = from.isBefore(first) ? first : from;
        while (!night.isAfter(last)) {
            boolean free = !closed.contains(night) && !assigned.containsKey(night);
            if (free && night.getDayOfWeek() != DayOfWeek.SATURDAY) {
                return Optional.of(night);
            }
            night = night.plusDays(1);
        }
        return Optional.empty();
    }

    public long nights() {
        return ChronoUnit.DAYS.between(first, last) + 1 - closed.size();
    }

    private void requireInside(LocalDate night) {
        if (night.isBefore(first) || night.isAfter(last)) {
            throw new IllegalArgumentException(night + " is not in this term");
        }
    }
}
