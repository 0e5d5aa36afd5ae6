package paredown.verdict;

import java.util.Optional;
import paredown.code.compile.Symbol;

/**
 * Why a cut is not done.
 *
 * @param rule what it would break
 * @param place where
 * @param reason what was found there, quoted
 * @param wayOut what would work instead, as a sentence or a command line
 */
public record Refusal(Rule rule, Optional<Place> place, String reason, Optional<String> wayOut) implements Verdict {
    public Refusal {
        reason = Symbol.shown(reason);
    }

    public static Refusal at(Place place, Rule rule, String reason) {
        return new Refusal(rule, Optional.of(place), reason, Optional.empty());
    }

    public Refusal withWayOut(String instead) {
        return new Refusal(rule, place, reason, Optional.of(instead));
    }
}
