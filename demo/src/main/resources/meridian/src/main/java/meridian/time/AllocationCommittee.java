package meridian.time;

import java.util.Comparator;
import java.util.List;

/** Hands out a term's hours by grade. */
public class AllocationCommittee {
    private final double hoursOfTerm;

    public AllocationCommittee(double hoursOfTerm) {
        this.hoursOfTerm = hoursOfTerm;
    }

    /** Grants the best grades first, until the hours are gone. Grade 1 is best; 0 is ungraded and gets nothing. */
    public double allocate(List<Proposal> proposals) {
        double left = hoursOfTerm;
        List<Proposal> graded =
                proposals.stream()
                        .filter(proposal -> proposal.getGrade() > 0)
                        .sorted(Comparator.comparingInt(Proposal::getGrade))
                        .toList();
        for (Proposal proposal : graded) {
            double share = proposal.getGrade() == 1 ? 1 : proposal.getGrade() == 2 ? 0.8 : 0.5;
            double granted = Math.min(left, proposal.getHoursAsked() * share);
            proposal.setHoursGranted(granted);
            left -= granted;
        }
        return left;
    }
}
