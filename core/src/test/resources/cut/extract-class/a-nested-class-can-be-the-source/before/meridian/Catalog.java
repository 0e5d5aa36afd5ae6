package meridian;

class Catalog {
    private static final double LIMIT = 6;

    static class Entry {
        private double magnitude;
        String name;

        /**
         * Bright
         * enough.
         */
        boolean isBright() {
            return magnitude < LIMIT
                    && !name().isEmpty();
        }

        String name() {
            return name;
        }
    }

    boolean shows(Entry entry) {
        return entry.isBright() || entry.magnitude > 20;
    }
}
