package paredown.source;

import static java.util.Objects.requireNonNull;

/**
 * One replacement in the text of a file.
 *
 * @param region what gives way: UTF-16 offsets into the decoded text, from 0, end exclusive; empty for an insertion
 * @param text what stands there afterwards, with the file's own line ends; empty for a deletion
 */
public record Edit(Region region, String text) {
    public Edit {
        requireNonNull(region, "region");
        requireNonNull(text, "text");
    }

    public static Edit insert(int offset, String text) {
        return new Edit(new Region(offset, offset), text);
    }

    public static Edit delete(Region region) {
        return new Edit(region, "");
    }
}
