package paredown.history;

import java.util.Map;
import java.util.Set;

/**
 * One commit, as far as it changed members of the project's files.
 *
 * @param commit its first eight digits
 * @param day of its author, ISO
 * @param author name
 * @param subject first line of its message
 * @param members what changed, by the file's path today relative to the project's root: {@code Night#plan}, {@code Night.Hour#start}, overloads
 *     of a name alike
 */
public record Change(String commit, String day, String author, String subject, Map<String, Set<String>> members) {
    /** The members of a file that it changed. */
    public Set<String> in(String file) {
        return members.getOrDefault(file, Set.of());
    }
}
