package meridian;

class Catalog {
    static final double LIMIT = 6;

    static class Entry {
        private final Brightness brightness = new Brightness();
        String name;

        /**
         * Bright
         * enough.
         */
        boolean isBright() {
            return brightness.isBright(this);
        }

        String name() {
            return name;
        }
    }

    boolean shows(Entry entry) {
        return entry.isBright() || entry.brightness.magnitude > 20;
    }
}
