package paredown.source;

import static java.util.Objects.requireNonNull;

/**
 * One replacement in the text of a file.
 *
 * @param region what gives way: UTF-16 offsets into the decoded text, from 0, end exclusive; empty for an insertion
 * @param content what stands there afterwards, with the file's own line ends; empty for a deletion. It may hold text taken from elsewhere
 */
public record Edit(Region region, Draft content) {
    public Edit {
        requireNonNull(region, "region");
        requireNonNull(content, "content");
    }

    /** An edit that writes a text anew. */
    public Edit(Region region, String text) {
        this(region, new Draft().write(requireNonNull(text, "text")));
    }

    public static Edit insert(int offset, String text) {
        return new Edit(new Region(offset, offset), text);
    }

    public static Edit insert(int offset, Draft content) {
        return new Edit(new Region(offset, offset), content);
    }

    public static Edit delete(Region region) {
        return new Edit(region, "");
    }

    public String text() {
        return content.text();
    }
}
