package paredown.trial;

import java.nio.file.Files;
import paredown.project.Allowed;
import paredown.project.Configuration;
import paredown.project.Project;
import paredown.project.ProjectException;

/** Something that can run a project's tests. */
@FunctionalInterface
public interface Trial {
    /** No tests. */
    Trial NONE = () -> {
        throw new IllegalStateException("no tests were asked for");
    };

    /**
     * Runs the tests as the project is on disk.
     *
     * @throws ProjectException when they cannot be started
     */
    TestReport run();

    /**
     * The way in which a project runs its tests: by the command that its configuration names, else by its build.
     *
     * @throws NotAllowedException when the user has not allowed the command
     */
    static Trial of(Project project) {
        return project.configuration()
                .test()
                .command()
                .<Trial>map(command -> {
                    if (!Allowed.has(project.root(), command)) {
                        throw new NotAllowedException(command);
                    }
                    return new CommandTrial(project, command);
                })
                .orElseGet(() -> Files.isRegularFile(project.root().resolve("pom.xml"))
                        ? new MavenTrial(project)
                        : () -> {
                            throw new ProjectException(
                                    "it is not known how this project runs its tests: name a command in "
                                            + Configuration.FILE + " under 'test: command:', or pass --tests none");
                        });
    }
}
