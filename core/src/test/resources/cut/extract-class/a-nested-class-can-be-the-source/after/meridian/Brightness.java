package meridian;

class Brightness {
    double magnitude;

    /**
     * Bright
     * enough.
     */
    boolean isBright(Catalog.Entry entry) {
        return magnitude < Catalog.LIMIT
                && !entry.name().isEmpty();
    }
}
