package paredown.cut;

import java.util.Optional;
import java.util.stream.Stream;
import paredown.code.index.Sources;
import paredown.project.Configuration;
import paredown.tree.DeclaredClass;
import paredown.verdict.Place;
import paredown.verdict.Refusal;
import paredown.verdict.RefusedException;
import paredown.verdict.Rule;

/** The form in which objects of a class are written and read again. */
public final class SerialisedForm {
    private static final String NUMBER = "serialVersionUID";

    private SerialisedForm() {}

    /**
     * What is to be said when a cut changes the form. Without the number any change of a class changes it. With it the form is a promise:
     * what was written before knows nothing of the new one.
     *
     * @param wayOut what would work beside saying that no such objects are kept
     * @return a warning; empty for a class whose objects are not written
     * @throws RefusedException for a class that promises its form, unless the project's configuration says that nobody relies on it
     */
    public static Optional<String> changed(Sources sources, DeclaredClass source, Place place, String wayOut) {
        if (!source.isA("java.io.Serializable")) {
            return Optional.empty();
        }
        if (isPromised(sources, source.members().stream().map(DeclaredClass.Member::name))) {
            throw new RefusedException(promised(place, source.simpleName(), wayOut));
        }
        return Optional.of(warning(source.simpleName()));
    }

    /** What is to be said of a class that promises nothing. */
    public static String warning(String type) {
        return "the serialised form of " + type + " changes: objects written before cannot be read afterwards";
    }

    /** Whether the configuration keeps to what classes promise. */
    public static boolean isKept(Sources sources) {
        return sources.project().configuration().serialisedForm() != Configuration.SerialisedForm.FREE;
    }

    /**
     * Whether a class whose objects are written promises its form.
     *
     * @param members their names
     */
    public static boolean isPromised(Sources sources, Stream<String> members) {
        return isKept(sources) && members.anyMatch(NUMBER::equals);
    }

    /** The refusal for a class that promises its form. */
    public static Refusal promised(Place place, String type, String wayOut) {
        return Refusal.at(
                        place,
                        Rule.KEEPS_SERIALISED_FORM,
                        "'" + type + "' promises by its " + NUMBER + " that objects written before can be read")
                .withWayOut(wayOut + ", or say 'serialisedForm: free' in " + Configuration.FILE
                        + " if no written objects are kept");
    }
}
