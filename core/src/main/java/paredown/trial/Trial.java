package paredown.trial;

import paredown.project.ProjectException;

/** Something that can run a project's tests. */
@FunctionalInterface
public interface Trial {
    /**
     * Runs the tests as the project is on disk.
     *
     * @throws ProjectException when they cannot be started
     */
    TestReport run();
}
