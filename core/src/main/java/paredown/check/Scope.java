package paredown.check;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Stream;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.project.NearNames;
import paredown.verdict.UnknownNameException;

/** The part of a project that a look is confined to. */
final class Scope {
    private Scope() {}

    /**
     * What any of the arguments covers: folders, files, packages with those below them, and types with those nested in them. Everything
     * for no argument.
     */
    static Predicate<TypeFacts> of(CodeBase code, List<String> arguments) {
        if (arguments.isEmpty()) {
            return type -> true;
        }
        List<Predicate<TypeFacts>> parts =
                arguments.stream().map(argument -> one(code, argument)).toList();
        return type -> parts.stream().anyMatch(part -> part.test(type));
    }

    private static Predicate<TypeFacts> one(CodeBase code, String argument) {
        Path root = code.sources().project().root();
        for (Path path : List.of(
                Path.of(argument).toAbsolutePath().normalize(),
                root.resolve(argument).normalize())) {
            if (Files.exists(path)) {
                return type -> type.file().startsWith(path);
            }
        }
        List<Predicate<TypeFacts>> readings = List.of(
                type -> type.packageName().equals(argument)
                        || type.packageName().startsWith(argument + "."),
                type -> type.name().equals(argument) || type.name().startsWith(argument + "."),
                type -> type.name().endsWith("." + argument) || type.name().contains("." + argument + "."));
        return readings.stream()
                .filter(reading -> code.types().anyMatch(reading))
                .findFirst()
                .orElseThrow(() -> {
                    Stream<String> known = Stream.concat(
                            code.types().map(TypeFacts::name), code.types().map(TypeFacts::packageName));
                    return new UnknownNameException(
                            "'" + argument + "' is no folder, file, package or type of this project",
                            NearNames.of(argument, known));
                });
    }
}
