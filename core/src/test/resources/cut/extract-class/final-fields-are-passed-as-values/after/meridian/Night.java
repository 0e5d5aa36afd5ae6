package meridian;

/** A night. */
public class Night {
    private final double dusk;
    private final double dawn;

    private final Budget budget = new Budget();

    public Night(double dusk, double dawn) {
        this.dusk = dusk;
        this.dawn = dawn;
    }

    boolean add(double seconds) {
        if (!budget.fits(seconds, dawn, dusk) || budget.longest(dusk, dawn, 1, 2) < 1) {
            return false;
        }
        budget.exposures.add(seconds);
        return true;
    }
}
