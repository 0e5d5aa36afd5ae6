package paredown.code.facts;

/**
 * A number or a text that stands in code as it is.
 *
 * @param place where it stands
 * @param text as written, with its quotes
 */
public record LiteralFacts(PlaceFacts place, String text) {
    public boolean isText() {
        return text.startsWith("\"");
    }
}
