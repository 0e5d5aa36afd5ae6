package paredown.trial;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import paredown.project.Module;
import paredown.project.Project;

/** Runs the tests of a Maven project by its own {@code test} phase and reads the reports that it leaves. */
public final class MavenTrial implements Trial {
    private final Project project;

    public MavenTrial(Project project) {
        this.project = project;
    }

    @Override
    public TestReport run() {
        TestReport offline = run(true);
        boolean misses = offline.output().stream().anyMatch(line -> line.contains("offline mode"));
        return !offline.isGreen() && misses ? run(false) : offline;
    }

    private TestReport run(boolean offline) {
        List<String> command = new ArrayList<>(List.of(launcher(), "-B", "-q"));
        if (offline) {
            command.add("-o");
        }
        command.add("test");
        long started = System.nanoTime();
        FileTime since = FileTime.fromMillis(System.currentTimeMillis() - 1000);
        TestProcess process = TestProcess.run(command, project.root());
        JUnitReports suite = new JUnitReports(project::holds);
        for (Module module : project.modules()) {
            suite.read(module.folder().resolve("target/surefire-reports"), since);
        }
        boolean built = process.exit() == 0 || !suite.failures().isEmpty();
        double seconds = (System.nanoTime() - started) / 1e9;
        return new TestReport(built, suite.ran(), suite.failures(), seconds, process.output());
    }

    private String launcher() {
        boolean windows = File.separatorChar == '\\';
        Path wrapper = project.root().resolve(windows ? "mvnw.cmd" : "mvnw");
        return Files.isExecutable(wrapper) ? wrapper.toString() : windows ? "mvn.cmd" : "mvn";
    }
}
