package meridian;

class Lines {
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
}
