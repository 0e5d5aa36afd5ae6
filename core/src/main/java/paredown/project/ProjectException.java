package paredown.project;

/** The project cannot be read; the message says where and why. */
public class ProjectException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public ProjectException(String message) {
        super(message);
    }
}
