package paredown.project;

/** The project cannot be read; the message says where and why. */
public final class ProjectException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public ProjectException(String message) {
        super(message);
    }
}
