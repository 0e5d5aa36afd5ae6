package paredown.source;

/**
 * A stretch of a text.
 *
 * @param start UTF-16 offset of the first character, from 0
 * @param end offset after the last character; equal to {@code start} for an empty region
 */
public record Region(int start, int end) implements Comparable<Region> {
    public Region {
        if (start < 0 || end < start) {
            throw new IllegalArgumentException("no region: " + start + " to " + end);
        }
    }

    public int length() {
        return end - start;
    }

    public boolean contains(int offset) {
        return offset >= start && offset < end;
    }

    public boolean contains(Region other) {
        return other.start >= start && other.end <= end;
    }

    /** Whether both have a character in common. Empty regions overlap nothing. */
    public boolean overlaps(Region other) {
        return start < other.end && other.start < end;
    }

    public String of(String text) {
        return text.substring(start, end);
    }

    @Override
    public int compareTo(Region other) {
        return start != other.start ? Integer.compare(start, other.start) : Integer.compare(end, other.end);
    }
}
