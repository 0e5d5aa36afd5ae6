package paredown.cut;

import java.util.List;
import paredown.measure.IdentifierWords;

/**
 * An argument of a kind of cut.
 *
 * @param name by which findings, plans and JSON give it: {@code topLevel}
 * @param kind what is written for it
 * @param label what stands for its value in a help text: {@code NAME}
 * @param required whether the cut cannot do without it
 * @param alternative whether exactly one of all such arguments of the cut is given
 * @param description what it means, a paragraph each
 */
public record CutArgument(
        String name, Kind kind, String label, boolean required, boolean alternative, List<String> description) {
    /** What is written for an argument. */
    public enum Kind {
        /** What the cut is about, the one argument without an option's name. */
        SUBJECT,
        TEXT,
        /** Several, with commas between them. */
        LIST,
        /** Nothing: that it is there says all. */
        FLAG,
        /** Who may see a new member: {@code private} where nothing is said. */
        VISIBILITY,
        /** What becomes of callers, see {@link CallerMode}. */
        CALLERS
    }

    public static final String CALLERS =
            "What becomes of callers: lead (they go to the new place) or delegate (the old member stays and passes on).";

    public static final String CALLERS_DEFAULT =
            "Default: lead; delegate for what code outside the project is likely to use.";

    public static CutArgument subject(String name, String label, String description) {
        return new CutArgument(name, Kind.SUBJECT, label, true, false, List.of(description));
    }

    /** The subject of a cut that is about a stretch of a file. */
    public static CutArgument region() {
        return subject(
                "region",
                "REGION",
                "Stretch of a file: File.java:12-30 for whole lines, File.java:12:9-12:40 from a column to a column, both included, File.java:12 'total > limit' for what reads so.");
    }

    /** One that the cut cannot do without. */
    public static CutArgument required(String name, String label, String description) {
        return new CutArgument(name, Kind.TEXT, label, true, false, List.of(description));
    }

    public static CutArgument optional(String name, String label, String description) {
        return new CutArgument(name, Kind.TEXT, label, false, false, List.of(description));
    }

    /** One of several of which exactly one is given. */
    public static CutArgument alternative(String name, String label, String description) {
        return new CutArgument(name, Kind.TEXT, label, false, true, List.of(description));
    }

    public static CutArgument flag(String name, String description) {
        return new CutArgument(name, Kind.FLAG, "", false, false, List.of(description));
    }

    public static CutArgument list(String name, String description) {
        return new CutArgument(name, Kind.LIST, "a,b,…", true, false, List.of(description));
    }

    public static CutArgument visibility() {
        return new CutArgument(
                "visibility",
                Kind.VISIBILITY,
                "V",
                false,
                false,
                List.of("private, package, protected or public. Default: private."));
    }

    public static CutArgument callers() {
        return new CutArgument("callers", Kind.CALLERS, "C", false, false, List.of(CALLERS, CALLERS_DEFAULT));
    }

    /** The same as one of those of which exactly one is given. */
    public CutArgument asAlternative() {
        return new CutArgument(name, kind, label, false, true, description);
    }

    /** Whether it names a stretch of a file, or can. */
    public boolean isRegion() {
        return label.contains("REGION");
    }

    /** As an option of the command line: {@code --top-level}. */
    public String option() {
        return "--" + IdentifierWords.hyphenated(name);
    }
}
