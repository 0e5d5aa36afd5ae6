package paredown.project;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.apache.maven.model.Model;
import org.apache.maven.model.io.xpp3.MavenXpp3Reader;
import org.codehaus.plexus.util.xml.pull.XmlPullParserException;

/** How long the properties of a build file become when they are put into one another, worked out before anybody does so. */
final class PropertyExpansion {
    /** In characters; far beyond what any build needs. */
    private static final int LONGEST = 1 << 20;

    private static final Pattern REFERENCE = Pattern.compile("\\$\\{([^}]+)}");

    private PropertyExpansion() {}

    /** The names of those that become too long, in a build file with the parents that lie beside it. */
    static Set<String> tooLong(Path pom) {
        Map<String, String> texts = properties(pom);
        Map<String, List<String>> references = new HashMap<>();
        Map<String, Integer> lengths = new HashMap<>();
        texts.forEach((name, text) -> {
            references.put(
                    name,
                    REFERENCE
                            .matcher(text)
                            .results()
                            .map(result -> result.group(1))
                            .filter(texts::containsKey)
                            .toList());
            lengths.put(name, text.length());
        });
        // As many rounds as there are properties settle the longest chain; what still grows then refers to itself,
        // which the reader says.
        Set<String> growing = texts.keySet();
        for (int round = 0; round <= texts.size() && !growing.isEmpty(); round++) {
            growing = new HashSet<>();
            for (String name : texts.keySet()) {
                long length = texts.get(name).length();
                for (String one : references.get(name)) {
                    length += lengths.get(one);
                }
                int now = (int) Math.min(length, LONGEST + 1L);
                if (now != lengths.put(name, now)) {
                    growing.add(name);
                }
            }
        }
        Set<String> found = new TreeSet<>();
        for (String name : texts.keySet()) {
            if (lengths.get(name) > LONGEST && !growing.contains(name)) {
                found.add(name);
            }
        }
        return found;
    }

    private static Map<String, String> properties(Path pom) {
        Map<String, String> texts = new LinkedHashMap<>();
        Set<Path> seen = new HashSet<>();
        Path at = pom.toAbsolutePath().normalize();
        while (at != null && seen.add(at) && Files.isRegularFile(at)) {
            try (InputStream in = Files.newInputStream(at)) {
                Model model = new MavenXpp3Reader().read(in, false);
                model.getProperties()
                        .stringPropertyNames()
                        .forEach(name ->
                                texts.putIfAbsent(name, model.getProperties().getProperty(name)));
                at = model.getParent() == null
                        ? null
                        : parent(at, model.getParent().getRelativePath());
            } catch (IOException | XmlPullParserException | java.nio.file.InvalidPathException e) {
                // What does not read at all is said by who reads it.
                return texts;
            }
        }
        return texts;
    }

    private static Path parent(Path pom, String relative) {
        if (relative == null || relative.isBlank()) {
            return null;
        }
        Path place = pom.resolveSibling(relative).normalize();
        return Files.isDirectory(place) ? place.resolve("pom.xml") : place;
    }
}
