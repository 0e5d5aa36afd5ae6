package paredown.smell;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import paredown.SampleProject;
import paredown.check.Tryout;
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

    @ParameterizedTest
    @CsvSource({
        "NightPlanner, windLimit weatherReadings addWeatherReading isWeatherSafe weatherProblem safeWeatherHours",
        "NightPlanner, budgetHours plannedHours grantBudget fitsBudget spendBudget budgetLeft",
        "NightPlanner, priorityWeight moonWeight score urgencyScore",
        "TelescopeControl, focusPosition focusTemperature focusFor calibrateFocus clampFocus",
        "TelescopeControl, wheelSlots wheelSlot selectFilter currentFilter",
        "FrameArchive, storedBytes storageUsed store freeStorage"
    })
    void eachJobIsAGroup(String type, String members) {
        assertThat(cuts(type))
                .anySatisfy(cut -> assertThat(cut.members().stream().map(symbol -> symbol.replaceAll(".*#|\\(.*", "")))
                        .contains(members.split(" ")));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Proposal",
                "Observatory",
                "ExposureCalculator",
                "LogFormatter",
                "Exposure",
                "Filter",
                "PlanReport"
            })
    void whatIsNoGodClassIsLeftAlone(String type) {
        assertThat(findings).noneMatch(finding -> finding.target().endsWith("." + type));
    }

    /** Four jobs with six methods each, all of which give the object back. */
    private static String fourJobs(String name, String result) {
        String methods = Stream.of("ra", "flux", "gain", "wind")
                .map(field -> "private int " + field + ";\n"
                        + IntStream.range(0, 6)
                                .mapToObj(i ->
                                        ("public R FI(int by) {\nif (by > I) {\nF += by;\n} else if (by < -I) {\nF -= by;\n}\n"
                                                        + "return this;\n}\n")
                                                .replace("I", String.valueOf(i))
                                                .replace("F", field)
                                                .replace("R", result))
                                .collect(Collectors.joining()))
                .collect(Collectors.joining());
        return "public class " + name + " {\n" + methods + "}\n";
    }

    @Test
    void whoMostlyGivesItselfBackIsABuilderByThatAndByName(@TempDir Path place) throws IOException {
        Map<String, byte[]> files = new TreeMap<>();
        for (String name : List.of("Sky", "SkyBuilder", "HalfBuilder")) {
            String text = fourJobs(name, name.startsWith("Half") ? "Object" : name);
            files.put(name + ".java", text.getBytes(StandardCharsets.UTF_8));
        }
        CodeBase code = CodeBase.read(SampleProject.of(place, files).read(), false, Progress.SILENT);
        assertThat(new GodClass().findings(code))
                .extracting(Finding::target)
                .containsExactlyInAnyOrder("Sky", "HalfBuilder");
    }

    @Test
    void findingsAreRankedNamedAndStable() {
        assertThat(findings).extracting(Finding::score).isSortedAccordingTo((a, b) -> Double.compare(b, a));
        assertThat(findings.get(0).target()).isEqualTo("meridian.plan.NightPlanner");
        assertThat(findings.get(0).id())
                .isEqualTo(Finding.id(new GodClass().traits(), "meridian.plan.NightPlanner"))
                .matches("GC-[0-9a-f]{6}");
        assertThat(cuts("NightPlanner"))
                .extracting(cut -> cut.arguments().get("name"))
                .contains("Weather", "Budget");
        assertThat(findings)
                .allSatisfy(finding -> assertThat(finding.evidence())
                        .extracting(Evidence::measure)
                        .contains("WMC", "TCC", "ATFD"));
    }

    @Test
    void offersAreTriedInMemory() {
        List<Finding> tried = new Tryout(sources, Progress.SILENT).tried(findings);
        assertThat(tried)
                .flatExtracting(Finding::cuts)
                .extracting(CutOffer::feasible)
                .allMatch(feasible -> feasible.isPresent());
        assertThat(tried)
                .allSatisfy(finding -> assertThat(finding.cuts())
                        .anyMatch(cut -> cut.feasible().orElse(false)));
        assertThat(Files.exists(folder.resolve("src/main/java/meridian/plan/Weather.java")))
                .as("nothing is written")
                .isFalse();
    }
}
