package paredown.tree;

import java.util.List;
import java.util.Set;
import javax.lang.model.SourceVersion;
import paredown.code.index.Sources;
import paredown.verdict.Place;
import paredown.verdict.Refusal;
import paredown.verdict.RefusedException;
import paredown.verdict.Rule;
import paredown.verdict.UnknownNameException;

/** What every cut requires before it looks any further. */
public final class Required {
    private Required() {}

    /** That people write the file, in the encoding that the project declares. */
    public static void ownFile(Sources sources, TouchedFile file, Place place) {
        if (!place.file().startsWith(sources.project().root())) {
            throw refused(place, Rule.OWN_SOURCES, "the file lies outside the project", "change it where it belongs");
        }
        if (sources.isReadOnly(place.file())) {
            throw refused(place, Rule.OWN_SOURCES, "a build step writes this file", "change what it is generated from");
        }
        if (file.source().misread()) {
            throw refused(
                    place,
                    Rule.OWN_SOURCES,
                    "the file is not in the encoding that the project declares",
                    "declare its encoding in the build file");
        }
    }

    /** Whether people write the file, in the encoding that the project declares. */
    public static boolean isOwn(Sources sources, TouchedFile file) {
        return !sources.isReadOnly(file.source().path()) && !file.source().misread();
    }

    /**
     * That a word can be a name.
     *
     * @param what what would be named, such as {@code a method}
     */
    public static void identifier(String name, String what) {
        if (!SourceVersion.isIdentifier(name) || SourceVersion.isKeyword(name)) {
            throw new UnknownNameException("'" + name + "' is no name for " + what, List.of());
        }
    }

    /** That a name is not among those taken. */
    public static void free(Set<String> taken, String name, Place place) {
        if (taken.contains(name)) {
            throw refused(
                    place, Rule.NAME_IS_FREE, "the name '" + name + "' is taken here", "choose another with --name");
        }
    }

    public static RefusedException refused(Place place, Rule rule, String reason, String wayOut) {
        return new RefusedException(Refusal.at(place, rule, reason).withWayOut(wayOut));
    }
}
