package paredown.trial;

import paredown.project.Configuration;
import paredown.project.ProjectException;

/** The command by which a project would have its tests run has not been allowed by the user. */
public final class NotAllowedException extends ProjectException {
    private static final long serialVersionUID = 1L;

    private final String command;

    NotAllowedException(String command) {
        super(
                Configuration.FILE + " names the command '" + command
                        + "' to run the tests; it is not run before you allow it: add --trust, once, or go on without tests: --tests none");
        this.command = command;
    }

    public String command() {
        return command;
    }
}
