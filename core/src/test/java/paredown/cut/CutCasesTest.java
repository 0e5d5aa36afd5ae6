package paredown.cut;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.core.type.TypeReference;
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
import paredown.check.Cuts;
import paredown.check.Planner;
import paredown.code.CodeBase;
import paredown.journal.Journal;
import paredown.project.Progress;

/**
 * Every kind of cut has a folder, every file in it is a case: what is asked, sources before, and sources after or the refusal, each under a
 * heading of its own. In the sources before, {@code «} and {@code »} stand around what the case names as {@code HERE}. With
 * {@code -Dcases.write=true} what comes out is added to files that expect nothing yet, to be read by a person.
 */
class CutCasesTest {
    private static final ObjectMapper YAML = new ObjectMapper(new YAMLFactory());
    private static final Path CASES = Path.of("src/test/resources/cut");

    @TempDir
    Path places;

    @TestFactory
    Stream<DynamicTest> cases() throws IOException {
        try (Stream<Path> files = Files.walk(CASES)) {
            List<Path> sorted = files.filter(file -> file.toString().endsWith(".txt"))
                    .sorted()
                    .toList();
            assertThat(sorted).hasSizeGreaterThan(30);
            return sorted.stream()
                    .map(file -> DynamicTest.dynamicTest(CASES.relativize(file).toString(), () -> run(file)));
        }
    }

    private void run(Path file) throws IOException {
        Map<String, String> parts = new LinkedHashMap<>();
        for (String part : Files.readString(file).split("(?m)^=== ")) {
            if (!part.isBlank()) {
                int line = part.indexOf('\n');
                parts.put(part.substring(0, line).strip(), part.substring(line + 1));
            }
        }
        Map<String, Object> asked = YAML.readValue(parts.get("case"), new TypeReference<>() {});
        String here = "";
        Map<String, byte[]> before = new TreeMap<>();
        for (Map.Entry<String, String> part : parts.entrySet()) {
            if (part.getKey().startsWith("before ")) {
                String name = part.getKey().substring("before ".length());
                String text = part.getValue();
                if (text.contains("«")) {
                    here = "src/main/java/" + name + ":" + place(text, text.indexOf('«')) + "-"
                            + place(text.replace("«", ""), text.replace("«", "").indexOf('»') - 1);
                    text = text.replace("«", "").replace("»", "");
                }
                // Line ends cannot be seen in a case: it names the files that have others.
                boolean windows = name.equals(asked.get("crlf"));
                before.put(name, (windows ? text.replace("\n", "\r\n") : text).getBytes(StandardCharsets.UTF_8));
            }
        }
        Path place = Files.createTempDirectory(places, "case");
        SampleProject project = SampleProject.of(place, before);
        assertThat(CodeBase.read(project.read(), false, Progress.SILENT).problems())
                .as("before compiles")
                .isEmpty();
        String region = here;
        asked.replaceAll((name, value) -> "HERE".equals(value) ? region : value);
        Cut plain = Cuts.of(file.getParent().getFileName().toString(), asked).orElseThrow();
        Cut cut = Boolean.TRUE.equals(asked.get("keepVisibility")) ? new KeepingVisibility(plain) : plain;
        Verdict verdict = new Planner(project.read(), Progress.SILENT).plan(cut);
        boolean expects =
                parts.containsKey("refused") || parts.keySet().stream().anyMatch(key -> key.startsWith("after "));
        if (expects) {
            assertThat(parts.containsKey("refused"))
                    .as("what the name of the case says")
                    .isEqualTo(file.getFileName().toString().startsWith("refused-"));
        }
        if (!expects && Boolean.getBoolean("cases.write")) {
            write(file, project, cut, verdict, asked);
        } else if (parts.containsKey("refused")) {
            assertThat(refusal(verdict)).isEqualTo(parts.get("refused").strip());
        } else {
            assertThat(verdict).as(String.valueOf(verdict)).isInstanceOf(Plan.class);
            applied(parts, project, cut, (Plan) verdict, asked);
        }
    }

    private static String place(String text, int offset) {
        String above = text.substring(0, offset);
        long line = above.chars().filter(c -> c == '\n').count() + 1;
        return line + ":" + (offset - above.lastIndexOf('\n'));
    }

    private static String refusal(Verdict verdict) {
        if (!(verdict instanceof Refusal refusal)) {
            return "not refused: " + verdict;
        }
        Place place = refusal.place().orElseThrow();
        return place.file().getFileName() + ":" + place.line() + " "
                + refusal.rule().id() + ": " + refusal.reason();
    }

    private static void applied(
            Map<String, String> parts, SampleProject project, Cut cut, Plan plan, Map<String, Object> asked)
            throws IOException {
        Map<String, byte[]> before = project.files();
        Map<String, String> expected = text(before);
        parts.forEach((name, text) -> {
            if (name.startsWith("after ")) {
                String after = name.substring("after ".length());
                expected.put(after, after.equals(asked.get("crlf")) ? text.replace("\n", "\r\n") : text);
            } else if (name.startsWith("gone ")) {
                expected.remove(name.substring("gone ".length()));
            }
        });
        try (Journal journal = Journal.open(project.root())) {
            journal.confirm(
                    journal.write(cut.kind(), plan.title(), cut.commandLine(), plan.changes(), Clock.systemUTC()));
            assertThat(text(project.files())).isEqualTo(expected);
            assertThat(CodeBase.read(project.read(), false, Progress.SILENT).problems())
                    .as("after compiles")
                    .isEmpty();
            journal.undo();
            assertThat(text(project.files())).as("undo gives before").isEqualTo(text(before));
        }
        if (asked.containsKey("warning")) {
            assertThat(plan.effects().warnings()).anyMatch(one -> one.contains((String) asked.get("warning")));
        }
    }

    private static void write(Path file, SampleProject project, Cut cut, Verdict verdict, Map<String, Object> asked)
            throws IOException {
        StringBuilder text = new StringBuilder(Files.readString(file));
        if (verdict instanceof Plan plan) {
            Map<String, String> before = text(project.files());
            try (Journal journal = Journal.open(project.root())) {
                journal.confirm(
                        journal.write(cut.kind(), plan.title(), cut.commandLine(), plan.changes(), Clock.systemUTC()));
            }
            Map<String, String> after = text(project.files());
            after.forEach((name, now) -> {
                if (!now.equals(before.get(name))) {
                    String shown = name.equals(asked.get("crlf")) ? now.replace("\r\n", "\n") : now;
                    text.append("=== after ").append(name).append('\n').append(shown);
                }
            });
            before.keySet().stream()
                    .filter(name -> !after.containsKey(name))
                    .forEach(name -> text.append("=== gone ").append(name).append('\n'));
        } else {
            text.append("=== refused\n").append(refusal(verdict)).append('\n');
        }
        Files.writeString(file, text);
    }

    private static Map<String, String> text(Map<String, byte[]> files) {
        Map<String, String> text = new TreeMap<>();
        files.forEach((name, bytes) -> text.put(name, new String(bytes, StandardCharsets.UTF_8)));
        return text;
    }
}
