package paredown.project;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/** Known names that come near to a mistyped one. */
public final class NearNames {
    private NearNames() {}

    /** The known names nearest to one that is not known, at most five, nearest first. */
    public static List<String> of(String unknown, Stream<String> known) {
        String wanted = simple(unknown).toLowerCase(Locale.ROOT);
        record Near(String name, int distance) {}
        return known.distinct()
                .map(name -> new Near(name, distance(wanted, simple(name).toLowerCase(Locale.ROOT))))
                .filter(near -> near.distance() <= Math.max(2, wanted.length() / 3))
                .sorted(Comparator.comparingInt(Near::distance).thenComparing(Near::name))
                .limit(5)
                .map(Near::name)
                .toList();
    }

    private static String simple(String name) {
        String last = name.substring(Math.max(name.lastIndexOf('.'), name.lastIndexOf('#')) + 1);
        int paren = last.indexOf('(');
        return paren < 0 ? last : last.substring(0, paren);
    }

    /** Levenshtein 1966; a name that contains the other counts as near. */
    private static int distance(String a, String b) {
        if (a.length() >= 3 && (b.contains(a) || a.contains(b) && b.length() >= 3)) {
            return 1;
        }
        int[] row = new int[b.length() + 1];
        for (int j = 0; j <= b.length(); j++) {
            row[j] = j;
        }
        for (int i = 1; i <= a.length(); i++) {
            int diagonal = row[0];
            row[0] = i;
            for (int j = 1; j <= b.length(); j++) {
                int above = row[j];
                int change = diagonal + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
                row[j] = Math.min(change, Math.min(above, row[j - 1]) + 1);
                diagonal = above;
            }
        }
        return row[b.length()];
    }
}
