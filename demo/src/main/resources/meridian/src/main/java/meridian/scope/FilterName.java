package meridian.scope;

/** The name of a filter as observers write it. */
public class FilterName {
    private final String text;

    public FilterName(String text) {
        this.text = text;
    }

    public String getText() {
        return text;
    }
}
