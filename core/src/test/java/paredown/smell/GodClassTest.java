package paredown.smell;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import paredown.SampleProject;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.history.ChangeHistory;
import paredown.project.Progress;

/** On the sample project: what is planted is found with its groups, what only looks like it is not. */
class GodClassTest {
    private static final Path MERIDIAN = Path.of("../demo/src/main/resources/meridian/src/main/java");

    @TempDir
    private static Path folder;

    private static Sources sources;
    private static List<Finding> findings;

    @BeforeAll
    static void look() throws IOException {
        assertThat(MERIDIAN).isDirectory();
        Map<String, byte[]> files = new TreeMap<>(SampleProject.filesIn(MERIDIAN));
        sources = SampleProject.of(folder, files).read();
        findings = Smells.ranked(
                CodeBase.read(sources, false, Progress.SILENT), ChangeHistory.NONE, List.of(new GodClass()));
    }

    private static List<CutOffer> cuts(String type) {
        return findings.stream()
                .filter(one -> one.target().endsWith("." + type))
                .findFirst()
                .orElseThrow()
                .cuts();
    }
}
