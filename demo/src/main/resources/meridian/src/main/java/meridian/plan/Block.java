package meridian.plan;

import meridian.exposure.Sequence;
import meridian.sky.Target;

/** A stretch of the night given to one target. */
public class Block {
    private final Target target;
    private final Sequence sequence;
    private final String proposalCode;
    private double start;

    public Block(Target target, Sequence sequence, String proposalCode) {
        this.target = target;
        this.sequence = sequence;
        this.proposalCode = proposalCode;
    }

    public Target getTarget() {
        return target;
    }

    public Sequence getSequence() {
        return sequence;
    }

    public String getProposalCode() {
        return proposalCode;
    }

    /** Hours from midnight. */
    public double getStart() {
        return start;
    }

    public void setStart(double start) {
        this.start = start;
    }

    public double hours() {
        return sequence.totalSeconds() / 3600;
    }

    public double end() {
        return start + hours();
    }
}
