package paredown.smell;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import paredown.SampleProject;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.history.Change;
import paredown.history.ChangeHistory;
import paredown.project.Progress;

/** What the finders find in Meridian, and in small sources: each smell, and what only looks like it. */
class SmellsTest {
    private static final Path MERIDIAN = Path.of("../demo/src/main/resources/meridian/src/main/java");

    @TempDir
    private static Path meridian;

    private static List<Finding> findings;

    @TempDir
    private Path folder;

    @BeforeAll
    static void look() throws IOException {
        Sources sources = SampleProject.of(meridian, new TreeMap<>(SampleProject.filesIn(MERIDIAN)))
                .read();
        findings = Smells.ranked(CodeBase.read(sources, false, Progress.SILENT), ChangeHistory.NONE, Smells.all());
    }

    @ParameterizedTest
    @CsvSource({
        "feature-envy, plan.PlanReport#exposureLine(meridian.exposure.Exposure), to, meridian.exposure.Exposure",
        "feature-envy, log.NightSummary#progress(meridian.time.Proposal), to, meridian.time.Proposal",
        "feature-envy, time.TimeLedger#remaining(meridian.time.Proposal), to, meridian.time.Proposal",
        "lazy-class, plan.PlanService, into, meridian.plan.NightPlanner",
        "lazy-class, sky.MoonGlare, into, meridian.sky.Moon",
        "lazy-class, scope.FilterName, type, meridian.scope.FilterName",
        "lazy-class, log.LogSink, into, meridian.log.MemorySink"
    })
    void whatWasPlantedIsFound(String smell, String target, String argument, String value) {
        assertThat(findings)
                .filteredOn(one -> one.smell().equals(smell) && one.target().equals("meridian." + target))
                .singleElement()
                .satisfies(one -> assertThat(one.cuts().get(0).arguments()).containsEntry(argument, value));
    }

    @ParameterizedTest
    @CsvSource({
        "'ra, dec, epoch', name, , 5",
        "'temperature, humidity, wind', name, , 3",
        "'maxHumidity, maxWind', name, ForecastLimits, 3"
    })
    void clumpsAreFoundWithAllTheirPlaces(String values, String argument, String name, int places) {
        assertThat(findings)
                .filteredOn(
                        one -> one.smell().equals("data-clump") && one.summary().startsWith("(" + values + ")"))
                .singleElement()
                .satisfies(one -> {
                    assertThat(one.cuts().get(0).arguments()).containsEntry(argument, name);
                    assertThat(one.evidence().get(0).value()).isEqualTo(places);
                });
    }

    @Test
    void nothingElseIsFound() {
        assertThat(findings)
                .filteredOn(one -> !one.smell().equals("god-class"))
                .hasSize(10)
                .noneMatch(one -> Set.of(
                                "LogFormatter", "BrightestFirst", "HighestFirst", "Airmass", "Observatory", "Proposal")
                        .contains(one.type().replaceAll(".*\\.", "")));
    }

    private List<Finding> found(Smell smell, ChangeHistory history, String source) throws IOException {
        Map<String, byte[]> files = new TreeMap<>();
        for (String file : source.split("(?m)^---\\R")) {
            String name = file.replaceAll("(?s).*?(?:class|interface) (\\w+).*", "$1");
            boolean named = file.startsWith("package ");
            String folder = named ? file.substring("package ".length(), file.indexOf(';')) : "m";
            String whole = named || file.startsWith("/*") ? file : "package m;\n" + file;
            files.put(folder + "/" + name + ".java", whole.getBytes(StandardCharsets.UTF_8));
        }
        CodeBase code = CodeBase.read(SampleProject.of(folder, files).read(), false, Progress.SILENT);
        assertThat(code.problems()).isEmpty();
        return smell.findings(code, history).toList();
    }

    /** Sources under a heading: the smell, then what is found, one a line; nothing for what only looks like it. They lie in package m or their own. */
    static Stream<String> cases() throws IOException {
        return Stream.of(Files.readString(Path.of("src/test/resources/smells/cases.txt"))
                        .split("(?m)^=== "))
                .filter(text -> !text.isBlank());
    }

    @ParameterizedTest
    @MethodSource("cases")
    void smallSources(String text) throws IOException {
        String[] heading = text.lines().findFirst().orElseThrow().split(": *", 2);
        Smell smell = Smells.all().stream()
                .filter(one -> one.name().equals(heading[0]))
                .findFirst()
                .orElseThrow();
        List<String> expected = heading.length < 2 || heading[1].isBlank() ? List.of() : List.of(heading[1].split(" "));
        assertThat(found(smell, ChangeHistory.NONE, text.substring(text.indexOf('\n') + 1)))
                .extracting(one -> one.target().replaceAll("\\bm\\.", ""))
                .containsExactlyInAnyOrderElementsOf(expected);
    }

    private static final String DOME = """
            class Dome {
                private double slit;
                private double rail;
                private int lamp;
                private int bulb;
                void open() { slit += 1; slide(); }
                void slide() { rail += slit; }
                void light() { lamp++; bulb = lamp; }
                void dim() { lamp--; bulb = 0; }
            }
            """;

    /** Commits as the members that they change. */
    private static ChangeHistory history(String... commits) {
        return ChangeHistory.of(IntStream.range(0, commits.length)
                .mapToObj(i -> new Change(
                        "c" + i,
                        "2026-01-0" + (i + 1),
                        "Mira",
                        "Commit " + i,
                        Map.of(
                                "src/main/java/m/Dome.java",
                                Set.of(Stream.of(commits[i].split(" "))
                                        .map(member -> "Dome#" + member)
                                        .toArray(String[]::new)))))
                .toList());
    }

    @Test
    void reasonsToChangeComeFromHistory() throws IOException {
        assertThat(found(
                        new DivergentChange(),
                        history(
                                "open slit",
                                "light lamp",
                                "slide rail slit",
                                "dim lamp bulb",
                                "open slide",
                                "light bulb",
                                "open",
                                "dim"),
                        DOME))
                .singleElement()
                .satisfies(one -> {
                    assertThat(one.target()).isEqualTo("m.Dome");
                    assertThat(one.evidence())
                            .anySatisfy(evidence -> assertThat(evidence.text())
                                    .contains("Commit ")
                                    .contains("2026-01-0"));
                });
    }

    @Test
    void whatChangesTogetherIsOneReason() throws IOException {
        assertThat(found(
                        new DivergentChange(),
                        history("open light", "slide lamp", "rail bulb", "dim slit", "open dim", "light slide"),
                        DOME))
                .isEmpty();
        assertThat(found(new DivergentChange(), history("open", "light", "open"), DOME))
                .as("too few commits")
                .isEmpty();
    }
}
