package meridian.exposure;

import java.util.Locale;
import java.util.Objects;

/** The name of a frame on disk: night, running number, filter. Sortable as text. */
public record FrameName(String night, int number, String filter) {
    public FrameName {
        Objects.requireNonNull(night);
        if (!night.matches("\\d{8}")) {
            throw new IllegalArgumentException("a night is written yyyymmdd: " + night);
        }
        if (number < 1 || number > 9999) {
            throw new IllegalArgumentException("frame number out of range: " + number);
        }
    }

    public String fileName() {
        return String.format(Locale.ROOT, "m%s-%04d-%s.fits", night, number, filter.toLowerCase(Locale.ROOT));
    }
}
