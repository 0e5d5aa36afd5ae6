package paredown.analysis.outside;

import java.nio.file.Path;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import paredown.code.compile.Symbol;
import paredown.code.index.Resources;
import paredown.code.index.Sources;
import paredown.source.SourceText;
import paredown.verdict.Place;

/**
 * Where a file spells the name of a member or of a property, so that something may look it up by that name: as a key, a tag or a quoted value
 * of a file that is no Java, or as a whole string in the code.
 */
public final class SpelledNames {
    /** A baseline or a report of this program. */
    private static final Pattern OWN = Pattern.compile("\"schema\"\\s*:\\s*\"pare\\.");

    private SpelledNames() {}

    /**
     * The first such place. A property counts wherever it stands, for those who fill beans know its name alone; a member counts in files that
     * name its class too.
     *
     * @param type qualified
     * @param member a method or field of it, by its name
     * @param property which the member reads or sets, as one of a pair of accessors; empty for none
     */
    public static Optional<Place> place(Sources sources, String type, String member, String property) {
        if (!property.isEmpty()) {
            Optional<Place> literal = literal(sources, property);
            if (literal.isPresent()) {
                return literal;
            }
        }
        String simple = Symbol.simple(type);
        for (SourceText file : sources.resources()) {
            if (isForBuilding(file)) {
                continue;
            }
            Optional<Place> found = property.isEmpty() ? Optional.empty() : spelled(file, property);
            if (found.isEmpty() && names(file, simple)) {
                found = quoted(file, member);
            }
            if (found.isPresent()) {
                return found;
            }
        }
        return Optional.empty();
    }

    /** The first place in a service file, a manifest, a module descriptor or another file that is no Java where a type is named in full. */
    public static Optional<Place> type(Sources sources, String type) {
        for (SourceText file : sources.resources()) {
            if (!isOwn(file) && !isDocument(file.path()) && file.text().contains(type)) {
                Optional<Place> found = found(file, "(?<![\\w.])" + Pattern.quote(type) + "(?!\\w)");
                if (found.isPresent()) {
                    return found;
                }
            }
        }
        return sources.project().modules().stream()
                .flatMap(module -> sources.descriptor(module).stream())
                .flatMap(module -> module.directives().stream()
                        .filter(one ->
                                one.subject().equals(type) || one.targets().contains(type))
                        .map(one -> new Place(module.file(), one.line())))
                .findFirst();
    }

    private static boolean isOwn(SourceText file) {
        return file.path().toString().endsWith(".json")
                && OWN.matcher(file.text()).find();
    }

    private static boolean isDocument(Path file) {
        String name = file.getFileName().toString();
        return name.endsWith(".md") || name.endsWith(".txt");
    }

    /** Files of builds and of this program: what they spell is looked up by nobody while the program runs. */
    private static boolean isForBuilding(SourceText text) {
        Path file = text.path();
        String name = file.getFileName().toString();
        return name.equals("pom.xml") || isOwn(text) || isDocument(file) || Resources.isService(file);
    }

    private static Optional<Place> literal(Sources sources, String property) {
        String quoted = '"' + property + '"';
        return sources.files()
                .filter(file -> file.text().contains(quoted))
                .filter(file -> sources.literals(file.path()).containsKey(property))
                .map(file -> new Place(
                        file.path(), file.line(sources.literals(file.path()).get(property))))
                .findFirst();
    }

    private static boolean names(SourceText file, String simple) {
        return file.text().contains(simple)
                && Pattern.compile("(?<!\\w)" + Pattern.quote(simple) + "(?!\\w)")
                        .matcher(file.text())
                        .find();
    }

    private static Optional<Place> quoted(SourceText file, String member) {
        return file.text().contains(member)
                ? found(file, "[\"'>]" + Pattern.quote(member) + "[\"'<]")
                : Optional.empty();
    }

    private static Optional<Place> spelled(SourceText file, String property) {
        String word = Pattern.quote(property);
        return file.text().contains(property)
                ? found(file, "[\"'<]" + word + "[\"'\\s/>]|(?m)(?:^|[.\\s{,])" + word + "\\s*[:=]")
                : Optional.empty();
    }

    private static Optional<Place> found(SourceText file, String pattern) {
        Matcher matcher = Pattern.compile(pattern).matcher(file.text());
        return matcher.find() ? Optional.of(new Place(file.path(), file.line(matcher.start() + 1))) : Optional.empty();
    }
}
