package paredown.smell;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A cut that a finding offers.
 *
 * @param kind such as {@code extract-class}
 * @param title what it would do, in a line
 * @param arguments complete arguments by name
 * @param members symbols of what would move
 * @param feasible whether it was tried in memory and passed; empty when it was not tried
 * @param refusal why it did not pass
 * @param effect what it would change, in figures
 */
public record CutOffer(
        String kind,
        String title,
        Map<String, Object> arguments,
        List<String> members,
        Optional<Boolean> feasible,
        Optional<String> refusal,
        List<Effect> effect) {

    /** A measure before and after a cut. */
    public record Effect(String measure, double before, double after) {}

    public CutOffer {
        members = List.copyOf(members);
        effect = List.copyOf(effect);
    }

    public CutOffer tried(Optional<String> refused) {
        return new CutOffer(kind, title, arguments, members, Optional.of(refused.isEmpty()), refused, effect);
    }
}
