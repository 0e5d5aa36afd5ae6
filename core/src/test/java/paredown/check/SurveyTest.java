package paredown.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import paredown.SampleProject;
import paredown.project.Progress;
import paredown.smell.CutOffer;
import paredown.smell.DeadCode;
import paredown.smell.Finding;
import paredown.smell.GodClass;

/** What is shown of the sample project, when something stands against every cut of what would come first. */
class SurveyTest {
    private static final Path MERIDIAN = Path.of("../demo/src/main/resources/meridian/src/main/java");
    private static final String PLANNER = "meridian/plan/NightPlanner.java";

    /**
     * @param parent what the best finding's class comes to extend or implement
     * @param first the finding shown where one is asked for
     * @param feasible what is known of its cuts, + passes, - refused, ? not tried
     */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            ''                                                             | NightPlanner     | +
            implements Cloneable                                           | FrameArchive     | +
            implements java.io.Serializable                                | NightPlanner     | +
            implements java.io.Serializable /* serialVersionUID */         | FrameArchive     | +
            """)
    void whatGetsStuckWaits(String parent, String first, String feasible, @TempDir Path folder) throws IOException {
        Map<String, byte[]> files = new TreeMap<>(SampleProject.filesIn(MERIDIAN));
        String promise =
                parent.contains("serialVersionUID") ? "\n    private static final long serialVersionUID = 1L;" : "";
        files.computeIfPresent(
                PLANNER,
                (name, bytes) -> new String(bytes, StandardCharsets.UTF_8)
                        .replace("class NightPlanner {", "class NightPlanner " + parent + " {" + promise)
                        .getBytes(StandardCharsets.UTF_8));
        SampleProject project = SampleProject.of(folder, files);
        Survey.Question question =
                new Survey.Question(List.of(new GodClass()), List.of(), 1, false, false, Optional.empty());

        Survey.Answer answer = Survey.of(project.read(), question, Progress.SILENT);

        assertThat(answer.findings())
                .extracting(Finding::target)
                .singleElement()
                .asString()
                .endsWith("." + first);
        assertThat(mark(answer.findings().get(0).cuts().get(0))).isEqualTo(feasible);
        assertThat(Survey.of(project.read(), question, Progress.SILENT)).isEqualTo(answer);
    }

    /** A class can have thousands of the same finding, every cut of which is refused: trying all would not end. */
    @Test
    void triesAreCounted(@TempDir Path folder) throws IOException {
        String fields = IntStream.range(0, 80)
                .mapToObj(i -> "    private static final String LOG" + i + " = \"log\" + System.out.append(\"\");\n")
                .collect(Collectors.joining());
        SampleProject project = SampleProject.of(
                folder,
                Map.of(
                        "meridian/Log.java",
                        ("package meridian;\nclass Log {\n" + fields + "}\n").getBytes(StandardCharsets.UTF_8)));
        Survey.Question question =
                new Survey.Question(List.of(new DeadCode()), List.of(), 2, true, false, Optional.empty());

        Survey.Answer answer = Survey.of(project.read(), question, Progress.SILENT);

        assertThat(answer.total()).isEqualTo(80);
        assertThat(answer.tried()).as("at the head").isZero();
        assertThat(answer.findings().stream()
                        .filter(finding -> mark(finding.cuts().get(0)).equals("-")))
                .as("tried and refused")
                .hasSize(20);
    }

    private static String mark(CutOffer offer) {
        return offer.feasible().map(passes -> passes ? "+" : "-").orElse("?");
    }
}
