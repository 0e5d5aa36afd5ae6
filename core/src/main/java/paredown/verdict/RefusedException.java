package paredown.verdict;

/** Carries a refusal out of the depths of planning to the one place that turns it into a verdict. */
public final class RefusedException extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final transient Refusal refusal;

    public RefusedException(Refusal refusal) {
        super(refusal.reason(), null, false, false);
        this.refusal = refusal;
    }

    public Refusal refusal() {
        return refusal;
    }
}
