package paredown.journal;

import java.util.List;

/** A step cannot be taken back because files of it were edited since. None was. */
public final class EditedException extends Exception {
    private static final long serialVersionUID = 1L;

    private final transient List<String> files;

    EditedException(List<String> files) {
        super(String.join(", ", files));
        this.files = List.copyOf(files);
    }

    /** Their paths, relative to the root. */
    public List<String> files() {
        return files;
    }
}
