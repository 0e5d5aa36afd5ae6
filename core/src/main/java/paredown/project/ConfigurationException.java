package paredown.project;

/** The configuration is wrong; the message says in which file and line, and what would be right. */
public final class ConfigurationException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public ConfigurationException(String message) {
        super(message);
    }
}
