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
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;
import paredown.SampleProject;
import paredown.check.Cuts;
import paredown.check.Planner;
import paredown.code.index.CodeBase;
import paredown.journal.Journal;
import paredown.project.Progress;
import paredown.verdict.Place;
import paredown.verdict.Plan;
import paredown.verdict.Refusal;
import paredown.verdict.Verdict;

/**
 * Every kind of cut has a folder, every file in it holds cases: what is asked, sources before, and sources after or the refusal, each under a
 * heading of its own. In the sources before, {@code «} and {@code »} stand around what the case names as {@code HERE}; {@code config} is the
 * project's configuration. With
 * {@code -Dcases.write=true} what comes out is added to files that expect nothing yet, to be read by a person; with
 * {@code -Dcases.only=...} only files are run that have this in their path.
 */
class CutCasesTest {
    private static final ObjectMapper YAML = new ObjectMapper(new YAMLFactory());
    private static final Path CASES = Path.of("src/test/resources/cut");

    @TempDir
    Path places;

    /**
     * One case.
     *
     * @param text from its heading to the next case
     */
    private record Case(Path file, String text, boolean alone) {
        String name() {
            String name = CASES.relativize(file).toString();
            return alone ? name : name + " " + text.lines().skip(1).findFirst().orElse("");
        }
    }

    @TestFactory
    Stream<DynamicTest> cases() throws IOException {
        List<Case> all = new ArrayList<>();
        try (Stream<Path> files = Files.walk(CASES)) {
            for (Path file : files.filter(one -> one.toString().endsWith(".txt")
                            && one.toString().contains(System.getProperty("cases.only", "")))
                    .sorted()
                    .toList()) {
                List<String> texts = List.of(Files.readString(file).split("(?m)^(?==== case$)"));
                texts.forEach(text -> all.add(new Case(file, text, texts.size() == 1)));
            }
        }
        assertThat(all).hasSizeGreaterThan(System.getProperty("cases.only") == null ? 300 : 0);
        return all.stream().map(one -> DynamicTest.dynamicTest(one.name(), () -> run(one)));
    }

    @Test
    void everyKindHasCasesAndAPage() throws IOException {
        String pages = Files.readString(Path.of("../docs/cuts.md"));
        for (CutKind kind : Cuts.all()) {
            assertThat(CASES.resolve(kind.name())).isDirectory();
            String title = kind.verb().substring(0, 1).toUpperCase(Locale.ROOT)
                    + kind.verb().substring(1);
            assertThat(pages).contains("## " + title + " " + kind.object() + "\n");
        }
    }

    private void run(Case one) throws IOException {
        Map<String, String> parts = new LinkedHashMap<>();
        for (String part : one.text().split("(?m)^=== ")) {
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
                before.put(name, bytes(name, text, asked));
            }
        }
        Path place = Files.createTempDirectory(places, "case");
        SampleProject project = SampleProject.of(place, before, (int) asked.getOrDefault("release", 17));
        if (asked.containsKey("config")) {
            Files.writeString(project.root().resolve(".pare.yaml"), (String) asked.get("config"));
        }
        assertThat(CodeBase.read(project.read(), false, Progress.SILENT).problems())
                .as("before compiles")
                .isEmpty();
        String region = here;
        asked.replaceAll((name, value) -> "HERE".equals(value) ? region : value);
        Cut plain =
                Cuts.of(one.file().getParent().getFileName().toString(), asked).orElseThrow();
        Cut cut = Boolean.TRUE.equals(asked.get("keepVisibility")) ? new VisibilityPreservingCut(plain) : plain;
        Verdict verdict = new Planner(project.read(), Progress.SILENT).plan(cut);
        boolean applies = parts.keySet().stream().anyMatch(key -> key.startsWith("after ") || key.startsWith("gone "));
        boolean expects = parts.containsKey("refused") || applies;
        if (expects && one.alone()) {
            assertThat(parts.containsKey("refused"))
                    .as("what the name of the case says")
                    .isEqualTo(one.file().getFileName().toString().startsWith("refused-"));
        }
        if (!expects && Boolean.getBoolean("cases.write")) {
            write(one, project, cut, verdict, asked);
        } else if (parts.containsKey("refused")) {
            assertThat(refusal(verdict)).isEqualTo(parts.get("refused").strip());
        } else {
            assertThat(verdict).as(String.valueOf(verdict)).isInstanceOf(Plan.class);
            applied(parts, project, cut, (Plan) verdict, asked);
        }
    }

    /** Line ends and encodings cannot be seen in a case: it names the file that has others. */
    private static byte[] bytes(String name, String text, Map<String, Object> asked) {
        String ended = name.equals(asked.get("crlf")) ? text.replace("\n", "\r\n") : text;
        return ended.getBytes(name.equals(asked.get("latin")) ? StandardCharsets.ISO_8859_1 : StandardCharsets.UTF_8);
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
            if (asked.containsKey("config")) {
                Files.writeString(project.root().resolve(".pare.yaml"), (String) asked.get("config"));
            }
            assertThat(CodeBase.read(project.read(), false, Progress.SILENT).problems())
                    .as("after compiles")
                    .isEmpty();
            journal.undo();
            assertThat(text(project.files())).as("undo gives before").isEqualTo(text(before));
        }
        if ("stay".equals(asked.get("comments"))) {
            assertThat(plan.effects().warnings()).noneMatch(one -> one.contains("comment"));
        }
        if (asked.containsKey("warning")) {
            assertThat(plan.effects().warnings()).anyMatch(one -> one.contains((String) asked.get("warning")));
        }
    }

    private static synchronized void write(
            Case one, SampleProject project, Cut cut, Verdict verdict, Map<String, Object> asked) throws IOException {
        StringBuilder text = new StringBuilder(one.text());
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
        Files.writeString(one.file(), Files.readString(one.file()).replace(one.text(), text));
    }

    private static Map<String, String> text(Map<String, byte[]> files) {
        Map<String, String> text = new TreeMap<>();
        files.forEach((name, bytes) -> text.put(name, new String(bytes, StandardCharsets.UTF_8)));
        return text;
    }
}
