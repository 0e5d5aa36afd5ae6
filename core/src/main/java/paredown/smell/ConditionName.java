package paredown.smell;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import paredown.code.facts.ConditionFacts;
import paredown.measure.IdentifierWords;

/** A name for a method that answers a condition about one thing, where the form of the condition says what is asked. */
final class ConditionName {
    private static final String BOUND = "-?[\\w.]+(?:\\(\\))?";
    private static final Pattern OUT_OF_RANGE =
            Pattern.compile("\\$<=?" + BOUND + "\\|\\|\\$>=?" + BOUND + "|\\$>=?" + BOUND + "\\|\\|\\$<=?" + BOUND);
    private static final Pattern IN_RANGE =
            Pattern.compile("\\$>=?" + BOUND + "&&\\$<=?" + BOUND + "|\\$<=?" + BOUND + "&&\\$>=?" + BOUND);
    private static final Pattern ASKS = Pattern.compile("(!?)\\$\\.is(\\w+)(?:\\(\\))?");
    private static final Pattern HAS = Pattern.compile("\\$\\.get(\\w+)\\(\\)!=null");
    private static final int LONGEST = 34;

    private ConditionName() {}

    static Optional<String> of(ConditionFacts condition) {
        String subject = IdentifierWords.capitalized(condition.subject().replaceAll("\\W", ""));
        String text = condition.text();
        Optional<String> name = Optional.empty();
        if (subject.length() > 2 && OUT_OF_RANGE.matcher(text).matches()) {
            name = Optional.of("is" + subject + "OutOfRange");
        } else if (subject.length() > 2 && IN_RANGE.matcher(text).matches()) {
            name = Optional.of("is" + subject + "InRange");
        } else if (!text.contains("||")) {
            List<String> terms = List.of(text.split("&&"));
            name = asked(terms).or(() -> had(terms));
        }
        return name.filter(one -> one.length() <= LONGEST);
    }

    /** {@code isField() && !isStatic()} is asked by {@code isNonStaticField}. */
    private static Optional<String> asked(List<String> terms) {
        List<String> yes = new ArrayList<>();
        List<String> no = new ArrayList<>();
        for (String term : terms) {
            Matcher matcher = ASKS.matcher(term);
            if (!matcher.matches()) {
                return Optional.empty();
            }
            (matcher.group(1).isEmpty() ? yes : no).add(matcher.group(2));
        }
        if (yes.isEmpty() || no.size() > 1 || terms.size() > 2) {
            return Optional.empty();
        }
        return Optional.of("is" + (no.isEmpty() ? "" : "Non" + no.get(0)) + String.join("And", yes));
    }

    private static Optional<String> had(List<String> terms) {
        List<String> parts = new ArrayList<>();
        for (String term : terms) {
            Matcher matcher = HAS.matcher(term);
            if (!matcher.matches()) {
                return Optional.empty();
            }
            parts.add(matcher.group(1));
        }
        return parts.size() > 2 ? Optional.empty() : Optional.of("has" + String.join("And", parts));
    }
}
