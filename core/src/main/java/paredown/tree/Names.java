package paredown.tree;

import java.util.Locale;
import java.util.Set;
import javax.lang.model.SourceVersion;

/** Names in Java's manner: new ones that clash with nothing. */
public final class Names {
    private Names() {}

    /** {@code WeatherLog} as {@code weatherLog}, {@code CSVReader} as {@code csvReader}. */
    public static String variable(String type) {
        int upper = 0;
        while (upper < type.length() && Character.isUpperCase(type.charAt(upper))) {
            upper++;
        }
        int lower = upper <= 1 || upper == type.length() ? upper : upper - 1;
        String name = type.substring(0, lower).toLowerCase(Locale.ROOT) + type.substring(lower);
        return SourceVersion.isKeyword(name) ? name + "Part" : name;
    }

    /** The first of some names that is not taken, or the first with a number behind it. */
    public static String fresh(Set<String> taken, String... wanted) {
        for (String name : wanted) {
            if (!taken.contains(name) && !SourceVersion.isKeyword(name)) {
                return name;
            }
        }
        int number = 2;
        while (taken.contains(wanted[0] + number)) {
            number++;
        }
        return wanted[0] + number;
    }
}
