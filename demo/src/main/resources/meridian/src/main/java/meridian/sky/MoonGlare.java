package meridian.sky;

/** Glare arithmetic. */
final class MoonGlare {
    private MoonGlare() {}

    static double magnitudes(double illumination, double distance) {
        return 2.5 * illumination * Math.exp(-distance / 45);
    }
}
