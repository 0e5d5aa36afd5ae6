package paredown.tree;

import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import paredown.code.index.Sources;
import paredown.project.NearNames;
import paredown.verdict.UnknownNameException;

/** Finds the type that a name on the command line means. */
public final class TypeName {
    private TypeName() {}

    /**
     * The qualified name of the one type that a qualified or simple name means.
     *
     * @throws UnknownNameException when there is none, or more than one
     */
    public static String resolve(Sources sources, String name) {
        List<String> found = List.copyOf(sources.typesNamed(name));
        if (found.contains(name)) {
            found = List.of(name);
        }
        if (found.isEmpty()) {
            Stream<String> known = sources.types().stream();
            throw new UnknownNameException(
                    "there is no type '" + name + "' in this project", NearNames.of(name, known));
        }
        if (found.size() > 1) {
            throw new UnknownNameException("'" + name + "' means several types", found);
        }
        return found.get(0);
    }

    /** The simple name of the type that a name means. */
    public static String simple(Sources sources, String name) {
        String resolved = resolve(sources, name);
        return resolved.substring(resolved.lastIndexOf('.') + 1);
    }

    /**
     * The file that declares a type.
     *
     * @throws UnknownNameException when the project declares it twice
     */
    public static Path file(Sources sources, String type) {
        List<Path> files = sources.declaring(type);
        if (files.size() > 1) {
            throw new UnknownNameException(
                    "the project declares '" + type + "' more than once",
                    files.stream().map(sources.project()::relative).toList());
        }
        return files.get(0);
    }
}
