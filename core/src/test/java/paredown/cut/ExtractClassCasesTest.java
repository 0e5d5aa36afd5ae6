package paredown.cut;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;
import paredown.SampleProject;
import paredown.check.Planner;
import paredown.code.index.CodeBase;
import paredown.cut.extract.ExtractClass;
import paredown.journal.Journal;
import paredown.project.Progress;
import paredown.verdict.Place;
import paredown.verdict.Plan;
import paredown.verdict.Refusal;
import paredown.verdict.Verdict;

/**
 * Every folder is a case: sources before, the cut, sources after or the refusal. With {@code -Dcases.write=true} what comes out is
 * written into folders that have no expectation yet, to be read by a person.
 */
class ExtractClassCasesTest {
    private static final ObjectMapper YAML = new ObjectMapper(new YAMLFactory());
    private static final Path CASES = Path.of("src/test/resources/cut/extract-class");

    /** What a case asks for. */
    record Request(
            String why,
            String type,
            List<String> members,
            String name,
            String callers,
            String config,
            List<String> warnings) {}

    /** What a refusal must say. */
    record Expected(String rule, String at, String reason) {}

    @TempDir
    Path places;

    @TestFactory
    Stream<DynamicTest> cases() throws IOException {
        try (Stream<Path> folders = Files.list(CASES)) {
            List<Path> sorted = folders.filter(Files::isDirectory).sorted().toList();
            assertThat(sorted).hasSizeGreaterThan(30);
            return sorted.stream()
                    .map(folder -> DynamicTest.dynamicTest(folder.getFileName().toString(), () -> run(folder)));
        }
    }

    private void run(Path folder) throws IOException {
        Request request = YAML.readValue(folder.resolve("case.yaml").toFile(), Request.class);
        Path place = Files.createTempDirectory(places, "case");
        SampleProject project = SampleProject.of(place, SampleProject.filesIn(folder.resolve("before")));
        if (request.config() != null) {
            Files.writeString(project.root().resolve(".pare.yaml"), request.config());
        }
        assertThat(CodeBase.read(project.read(), false, Progress.SILENT).problems())
                .as("before compiles")
                .isEmpty();
        ExtractClass cut = new ExtractClass(
                request.type(),
                request.members(),
                request.name(),
                CallerMode.of(request.callers() == null ? "" : request.callers()));
        Verdict verdict = new Planner(project.read(), Progress.SILENT).plan(cut);
        if (Files.exists(folder.resolve("refused.yaml"))) {
            refused(verdict, YAML.readValue(folder.resolve("refused.yaml").toFile(), Expected.class));
        } else {
            assertThat(verdict).as(String.valueOf(verdict)).isInstanceOf(Plan.class);
            applied(folder, project, cut, (Plan) verdict, request);
        }
    }

    private static void refused(Verdict verdict, Expected expected) {
        assertThat(verdict).isInstanceOf(Refusal.class);
        Refusal refusal = (Refusal) verdict;
        assertThat(refusal.rule().id()).as(refusal.reason()).isEqualTo(expected.rule());
        assertThat(refusal.reason()).contains(expected.reason());
        Place place = refusal.place().orElseThrow();
        assertThat(place.file().getFileName() + ":" + place.line()).isEqualTo(expected.at());
    }

    private static void applied(Path folder, SampleProject project, ExtractClass cut, Plan plan, Request request)
            throws IOException {
        Map<String, byte[]> before = project.files();
        try (Journal journal = Journal.open(project.root())) {
            journal.confirm(
                    journal.write(cut.kind(), plan.title(), cut.commandLine(), plan.changes(), Clock.systemUTC()));
            if (Boolean.getBoolean("cases.write") && !Files.exists(folder.resolve("after"))) {
                for (Map.Entry<String, byte[]> file : project.files().entrySet()) {
                    Path path = folder.resolve("after").resolve(file.getKey());
                    Files.createDirectories(path.getParent());
                    Files.write(path, file.getValue());
                }
            }
            assertThat(text(project.files())).isEqualTo(text(SampleProject.filesIn(folder.resolve("after"))));
            if (request.config() != null) {
                Files.writeString(project.root().resolve(".pare.yaml"), request.config());
            }
            assertThat(CodeBase.read(project.read(), false, Progress.SILENT).problems())
                    .as("after compiles")
                    .isEmpty();
            journal.undo();
            assertThat(text(project.files())).as("undo gives before").isEqualTo(text(before));
        }
        List<String> warnings = request.warnings() == null ? List.of() : request.warnings();
        warnings.forEach(warning -> assertThat(plan.effects().warnings()).anyMatch(one -> one.contains(warning)));
    }

    /** One character a byte, so that a difference in bytes is one in text and shows its place. */
    private static Map<String, String> text(Map<String, byte[]> files) {
        Map<String, String> text = new LinkedHashMap<>();
        new TreeMap<>(files).forEach((name, bytes) -> text.put(name, new String(bytes, StandardCharsets.ISO_8859_1)));
        return text;
    }
}
