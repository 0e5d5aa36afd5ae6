package paredown.cut;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The arguments of a cut by name, as findings offer them and the command line gives them: strings, lists of strings, flags. */
public record CutArguments(Map<String, Object> values) {
    public String text(String name) {
        return String.valueOf(values.get(name));
    }

    public Optional<String> optional(String name) {
        return Optional.ofNullable(values.get(name)).map(String::valueOf);
    }

    public boolean on(String name) {
        return Boolean.TRUE.equals(values.get(name));
    }

    public List<String> list(String name) {
        return values.get(name) instanceof List<?> list
                ? list.stream().map(String::valueOf).toList()
                : split(String.valueOf(values.get(name)));
    }

    /** {@code private} where nothing is said. */
    public String visibility() {
        return optional("visibility").orElse("private");
    }

    public CallerMode callers() {
        return CallerMode.of(optional("callers").orElse(""));
    }

    /** The members of a list as a person writes it: commas inside parentheses separate parameter types. */
    public static List<String> split(String list) {
        List<String> parts = new ArrayList<>();
        int depth = 0;
        StringBuilder part = new StringBuilder();
        for (char c : list.toCharArray()) {
            depth += c == '(' ? 1 : c == ')' ? -1 : 0;
            if (c == ',' && depth == 0) {
                parts.add(part.toString().strip());
                part.setLength(0);
            } else {
                part.append(c);
            }
        }
        parts.add(part.toString().strip());
        parts.removeIf(String::isEmpty);
        return parts;
    }
}
