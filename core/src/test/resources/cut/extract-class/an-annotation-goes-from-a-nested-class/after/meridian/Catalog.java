package meridian;

class Catalog {
    static class Entry implements Comparable<String> {
        private final Label label = new Label();

        @Override
        public String toString() {
            return label.toString();
        }

        /** By name. */
        @Override
        public int compareTo(String other) {
            return label.compareTo(other);
        }
    }
}
