package meridian;

class Report {
    static class Page {
        private String title = "night";

        String head() {
            return """
                <h1>
                  %s
                </h1>
                """.formatted(title);
        }

        String foot() {
            return """
  left
      right
            """;
        }

        String all() {
            return head() + foot();
        }
    }
}
