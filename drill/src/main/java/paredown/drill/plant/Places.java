package paredown.drill.plant;

import java.util.LinkedHashSet;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.lang.model.element.Modifier;
import paredown.code.facts.TypeFacts;

/** Where in code something can be planted. */
final class Places {
    private static final Pattern IMPORT = Pattern.compile("(?m)^import [^;]+;");

    private Places() {}

    /** A top-level class of the production code, alone in its file. */
    static boolean isPlain(TypeFacts type) {
        return type.kind() == TypeFacts.Kind.CLASS
                && !type.test()
                && type.enclosing().isEmpty()
                && type.unresolved().isEmpty()
                && !type.modifiers().contains(Modifier.ABSTRACT)
                && type.file().getFileName().toString().equals(type.simpleName() + ".java")
                && !type.packageName().isEmpty()
                // What is to go anyway is no place that anybody would tidy.
                && type.references().stream()
                        .noneMatch(reference -> reference.target().equals("java.lang.Deprecated"));
    }

    /** Where the body of a top-level class ends: at the last brace of the file, where the class is the last in it. */
    static Optional<Integer> endOf(String text, TypeFacts type) {
        int brace = text.lastIndexOf('}');
        return brace < 0 ? Optional.empty() : Optional.of(brace);
    }

    /** A text with the imports of another, where they are missing. */
    static String withImports(String text, String other) {
        Set<String> wanted = new LinkedHashSet<>();
        Matcher there = IMPORT.matcher(other);
        while (there.find()) {
            wanted.add(there.group());
        }
        Matcher here = IMPORT.matcher(text);
        Set<String> simple = new LinkedHashSet<>();
        while (here.find()) {
            wanted.remove(here.group());
            simple.add(last(here.group()));
        }
        wanted.removeIf(one -> !one.endsWith("*;") && simple.contains(last(one)));
        Matcher place = Pattern.compile("(?m)^package [^;]+;").matcher(text);
        return !place.find() || wanted.isEmpty()
                ? text
                : text.substring(0, place.end()) + "\n" + String.join("\n", wanted) + text.substring(place.end());
    }

    private static String last(String line) {
        return line.substring(Math.max(line.lastIndexOf('.'), line.lastIndexOf(' ')) + 1);
    }
}
