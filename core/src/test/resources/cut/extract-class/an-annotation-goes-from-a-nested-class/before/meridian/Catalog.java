package meridian;

class Catalog {
    static class Entry implements Comparable<String> {
        private String name;

        @Override
        public String toString() {
            return name;
        }

        /** By name. */
        @Override
        public int compareTo(String other) {
            return name.compareTo(other);
        }
    }
}
