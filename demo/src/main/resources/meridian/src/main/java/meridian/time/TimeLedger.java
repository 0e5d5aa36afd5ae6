package meridian.time;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** Who has how much time left. */
public class TimeLedger {
    /** Lost hours are given back up to this share of what was granted. */
    private static final double COMPENSATED_SHARE = 0.25;

    private final Map<String, Proposal> proposals = new LinkedHashMap<>();

    public void open(Proposal proposal) {
        proposals.put(proposal.getCode(), proposal);
    }

    public Optional<Proposal> proposal(String code) {
        return Optional.ofNullable(proposals.get(code));
    }

    public void book(String code, double hours) {
        Proposal proposal = proposal(code).orElseThrow(() -> new IllegalArgumentException("no such proposal: " + code));
        if (hours > remaining(proposal) + 1e-6) {
            throw new IllegalStateException(code + " has only " + remaining(proposal) + " h left");
        }
        proposal.addHoursUsed(hours);
    }

    /** Hours that a proposal may still use, lost ones given back in part. */
    public double remaining(Proposal proposal) {
        double compensation = Math.min(proposal.getHoursLostToWeather(), proposal.getHoursGranted() * COMPENSATED_SHARE);
        double left = proposal.getHoursGranted() + compensation - proposal.getHoursUsed();
        if (proposal.getGrade() == 1 && proposal.getHoursUsed() < proposal.getHoursGranted()) {
            left = Math.max(left, 0.5);
        }
        return Math.max(0, left);
    }

    public double totalGranted() {
        return proposals.values().stream().mapToDouble(Proposal::getHoursGranted).sum();
    }
}
