package meridian;

class Report {
    static class Page {
        private final Lines lines = new Lines();

        String all() {
            return lines.head() + lines.foot();
        }
    }
}
