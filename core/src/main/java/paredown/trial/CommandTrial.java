package paredown.trial;

import java.io.File;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import paredown.project.Project;

/** Runs the tests by the command that the configuration names. */
final class CommandTrial implements Trial {
    private final Project project;
    private final String command;

    CommandTrial(Project project, String command) {
        this.project = project;
        this.command = command;
    }

    @Override
    public TestReport run() {
        boolean windows = File.separatorChar == '\\';
        long started = System.nanoTime();
        FileTime since = FileTime.fromMillis(System.currentTimeMillis() - 1000);
        TestProcess process =
                TestProcess.run(windows ? List.of("cmd", "/c", command) : List.of("sh", "-c", command), project.root());
        JUnitReports reports = new JUnitReports(project::holds);
        for (String folder : project.configuration().test().reports()) {
            reports.read(project.root().resolve(Path.of(folder)), since);
        }
        boolean built = process.exit() == 0 || !reports.failures().isEmpty();
        double seconds = (System.nanoTime() - started) / 1e9;
        return new TestReport(built, reports.ran(), reports.failures(), seconds, process.output());
    }
}
