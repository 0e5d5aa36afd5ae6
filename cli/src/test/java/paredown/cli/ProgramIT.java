package paredown.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import paredown.demo.Meridian;

/** The built program on files in a temporary folder. */
class ProgramIT {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final String[] EXTRACT = {
        "extract",
        "class",
        "TelescopeControl",
        "--members",
        "wheelSlot,wheelTurns,wheelNeedsService,currentFilter,wheelSlots,selectFilter,holdsFilter",
        "--name",
        "Wheel"
    };

    @TempDir
    private Path folder;

    private Path project;

    @BeforeEach
    void meridian() throws IOException {
        project = folder.toRealPath().resolve("meridian");
        Meridian.copyTo(project);
    }

    private Program.Result pare(String... arguments) throws IOException, InterruptedException {
        return new Program(project).run(arguments);
    }

    private Program.Result here(String... arguments) {
        return Program.here(project, arguments);
    }

    private static Program.Result look(String... arguments) throws IOException, InterruptedException {
        return Program.onTheSample().run(arguments);
    }

    private static String[] with(String[] command, String... more) {
        return Stream.concat(Stream.of(command), Stream.of(more)).toArray(String[]::new);
    }

    private Map<String, String> sources() throws IOException {
        Map<String, String> files = new TreeMap<>();
        try (Stream<Path> all = Files.walk(project)) {
            for (Path file : all.filter(Files::isRegularFile)
                    .filter(file -> !file.toString().contains("/.pare/")
                            && !file.toString().contains("/target/"))
                    .toList()) {
                files.put(project.relativize(file).toString(), Files.readString(file, StandardCharsets.ISO_8859_1));
            }
        }
        return files;
    }

    private Path java(String name) {
        return project.resolve("src/main/java/meridian/" + name);
    }

    @Test
    void carriesOutCutsByTheirArguments() throws Exception {
        Map<String, String> before = sources();
        String report = "src/main/java/meridian/plan/PlanReport.java";
        List<String[]> cuts = List.of(
                new String[] {"move", "method", "TimeLedger#remaining", "--to", "Proposal"},
                new String[] {"extract", "method", report + ":17-22", "--name", "appendBlocks"},
                new String[] {"inline", "class", "MoonGlare"});
        for (String[] cut : cuts) {
            Program.Result done = here(with(cut, "--yes", "--tests", "none", "--format", "json"));
            assertThat(done.exit()).as(done.out()).isZero();
            assertThat(JSON.readTree(done.out()).get("outcome").asText()).isEqualTo("applied");
        }
        assertThat(sources()).isNotEqualTo(before);
        assertThat(here("undo", "3").exit()).isZero();
        assertThat(sources()).isEqualTo(before);
        assertThat(here("move", "method", "TimeLedger#remaning", "--to", "Proposal"))
                .satisfies(wrong -> assertThat(wrong.exit()).isEqualTo(2))
                .satisfies(wrong -> assertThat(wrong.err()).contains("remaining"));
        assertThat(here("extract", "variable", "src/main/java/meridian/time/TimeLedger.java:1", "1e-6", "--name", "x"))
                .satisfies(wrong -> assertThat(wrong.exit()).isEqualTo(2))
                .satisfies(
                        wrong -> assertThat(wrong.err()).contains("begins in line 1", "TimeLedger.java:24:43-24:46"));
    }

    @Test
    void findsAndShows() throws Exception {
        Program.Result text = look("find");
        assertThat(text.exit()).isZero();
        assertThat(text.out())
                .contains("13 findings", "NightPlanner", "extract Weather", "move to Exposure", "inline into Moon")
                .doesNotContain("\u001b[");
        assertThat(text.out().lines()).allMatch(line -> line.length() <= 100);
        assertThat(text.err()).isEmpty();

        JsonNode json = JSON.readTree(look("find", "--format", "json").out());
        assertThat(json.get("schema").asText()).isEqualTo("pare.find/1");
        List<Double> scores = new ArrayList<>();
        json.get("findings").forEach(one -> scores.add(one.get("score").asDouble()));
        assertThat(scores)
                .as("machine formats hold all, none of higher score behind another")
                .hasSize(json.get("total").asInt())
                .hasSizeGreaterThan(json.get("tried").asInt())
                .isSortedAccordingTo(Comparator.reverseOrder());
        JsonNode first = json.get("findings").get(0);
        assertThat(first.fieldNames())
                .toIterable()
                .containsExactly(
                        "id", "smell", "target", "file", "line", "score", "summary", "evidence", "places", "cuts");
        assertThat(first.get("file").asText()).isEqualTo("src/main/java/meridian/plan/NightPlanner.java");
        assertThat(first.get("cuts").get(0).get("feasible").asBoolean()).isTrue();

        Program.Result shown = look("show", first.get("id").asText());
        assertThat(shown.out())
                .contains(
                        "WMC",
                        "passes in memory",
                        "isWeatherSafe()",
                        "pare fix " + first.get("id").asText() + " --preview");
        assertThat(look("show", "TelescopeControl").out())
                .contains("used by", "Observatory", "focusOffsets, constructor, setFocusOffset")
                .doesNotContain("<init>")
                .containsPattern("Members by group\\n  \\w.* +\\d+ lines  =+ ")
                .containsPattern("Seams .*\\n.* Wheel +Focus .*\\n  \\w.* +\\d+ +- ");
        assertThat(look("show", "TimeLedger#remaining(Proposal)").out())
                .contains("TimeLedger#book (2)", "Proposal#getHoursGranted (3)", "(feature-envy)");
        assertThat(look("show", "Night#date").out())
                .as("a component that only its accessor reads")
                .contains("PlanReport#text");
        assertThat(look("show", "Night#sunset").exit()).isEqualTo(2);
    }

    @ParameterizedTest
    @CsvSource({
        "meridian.scope, TelescopeControl",
        "src/main/java/meridian/exposure, FrameArchive",
        "NightPlanner, NightPlanner",
        "meridian.sky, ''"
    })
    void looksOnlyWhereItIsTold(String scope, String expected) throws Exception {
        JsonNode json = JSON.readTree(Program.lookHere("find", scope, "--smell", "god-class", "--format", "json")
                .out());
        List<String> targets = json.get("findings").findValuesAsText("target");
        assertThat(targets.stream()
                        .map(name -> name.substring(name.lastIndexOf('.') + 1))
                        .toList())
                .isEqualTo(expected.isEmpty() ? List.of() : List.of(expected));
    }

    @Test
    void previewsWithoutWriting() throws Exception {
        Map<String, String> before = sources();
        Program.Result preview = here(EXTRACT);
        assertThat(preview.exit()).isZero();
        assertThat(preview.out())
                .contains(
                        "+++ b/src/main/java/meridian/scope/Wheel.java",
                        "extract class Wheel from TelescopeControl",
                        "Nothing was written: without a terminal to ask on, a step is carried out with --yes.");
        assertThat(sources()).isEqualTo(before);
        JsonNode json = JSON.readTree(
                here(with(EXTRACT, "--preview", "--format", "json")).out());
        assertThat(json.get("outcome").asText()).isEqualTo("previewed");
        assertThat(json.get("files"))
                .extracting(file -> file.get("change").asText())
                .contains("added", "edited");
        assertThat(json.get("diff").asText()).startsWith("--- a/");
    }

    @Test
    void carriesOutAndTakesBack() throws Exception {
        Map<String, String> before = sources();
        Program.Result done = pare(with(EXTRACT, "--yes", "--tests", "none"));
        assertThat(done.exit()).as(done.all()).isZero();
        assertThat(done.out()).contains("step 1");
        assertThat(java("scope/Wheel.java")).exists();
        assertThat(pare("journal").out()).contains("applied", "extract class Wheel from TelescopeControl");
        assertThat(pare("undo").exit()).isZero();
        assertThat(sources()).isEqualTo(before);
        assertThat(pare("undo").exit()).isEqualTo(3);
        assertThat(pare("redo").exit()).isZero();
        assertThat(java("scope/Wheel.java")).exists();
        Files.writeString(java("scope/Wheel.java"), "// mine\n");
        Program.Result edited = pare("undo");
        assertThat(edited.exit()).isEqualTo(3);
        assertThat(edited.err()).contains("Wheel.java was edited since");
    }

    @Test
    void redTestsTakeTheStepBack() throws Exception {
        Path test = project.resolve("src/test/java/meridian/scope/LayoutTest.java");
        Files.writeString(test, """
                package meridian.scope;

                class LayoutTest {
                    @org.junit.jupiter.api.Test
                    void theWheelIsPartOfTheControl() throws Exception {
                        for (String field : new String[] {"wheelSlot"}) {
                            TelescopeControl.class.getDeclaredField(field);
                        }
                    }
                }
                """);
        Map<String, String> before = sources();
        Program.Result red = pare(with(EXTRACT, "--yes", "--format", "json"));
        assertThat(red.exit()).as(red.all()).isEqualTo(5);
        JsonNode json = JSON.readTree(red.out());
        assertThat(json.get("outcome").asText()).isEqualTo("reverted");
        assertThat(json.get("tests").get("failed").asInt()).isEqualTo(1);
        assertThat(json.get("reason").asText()).contains("LayoutTest.theWheelIsPartOfTheControl");
        assertThat(json.get("warnings").toString()).contains("wheelSlot");
        assertThat(sources()).isEqualTo(before);
    }

    @Test
    void asksOnATerminalAndWritesOnlyWhatWasShown() throws Exception {
        Program program = new Program(project).atATerminal();
        Process no = program.start(with(EXTRACT, "--tests", "none", "--quiet"));
        Program.answer(no, "[y/N]", () -> {}, "n");
        assertThat(program.finish(no).out()).contains("Nothing was written");
        Map<String, String> before = sources();
        Process changed = program.start(with(EXTRACT, "--tests", "none", "--quiet"));
        Program.answer(
                changed, "[y/N]", () -> append(java("scope/TelescopeControl.java"), "// edited meanwhile\n"), "y");
        // What is shown differs by the new line: it is asked again.
        Program.answer(changed, "[y/N]", () -> {}, "y");
        Program.Result anew = program.finish(changed);
        assertThat(anew.exit()).as(anew.all()).isZero();
        assertThat(anew.err())
                .contains("TelescopeControl.java has changed since it was read: the cut is worked out anew");
        assertThat(Files.readString(java("scope/TelescopeControl.java"))).endsWith("// edited meanwhile\n");
        assertThat(pare("undo").exit()).isZero();
        before.computeIfPresent(
                "src/main/java/meridian/scope/TelescopeControl.java", (path, text) -> text + "// edited meanwhile\n");
        assertThat(sources()).isEqualTo(before);
        Process yes = program.start(with(EXTRACT, "--tests", "none", "--quiet"));
        Program.answer(yes, "[y/N]", () -> {}, "y");
        assertThat(program.finish(yes).exit()).isZero();
        assertThat(java("scope/Wheel.java")).exists();
    }

    private static void append(Path file, String text) {
        try {
            Files.writeString(file, Files.readString(file) + text);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "2 | extract class TelescopControl --members park --name Parking | there is no type 'TelescopControl' | meridian.scope.TelescopeControl",
                "2 | extract class TelescopeControl --members parc --name Parking | has no member 'parc' | park",
                "2 | extract class LogFormatter --members format --name Lines | 'format' means several members | format(java.util.List)",
                "2 | extract class Target --members name | --name NAME or --into TYPE is missing | pare extract class --help",
                "2 | extract class Target --members name --name 2nd | '2nd' is no name | ",
                "2 | find nowhere | 'nowhere' is no folder, file, package or type | ",
                "2 | find --smell god-clas | there is no smell 'god-clas' | god-class",
                "2 | find --tob 3 | there is no option '--tob' here; did you mean '--top'? | pare find --help",
                "2 | find --top x | '--top' takes a number, not 'x' | ",
                "2 | move method PlanReport#clock --to Night --callers sent | '--callers' takes one of lead, delegate, not 'sent' | ",
                "2 | undo 1 2 | '2' is one argument too many | ",
                "2 | fnd | there is no command 'fnd' | 'find'",
                "2 | show GC-000000 | no finding 'GC-000000' now | ",
                "2 | show TimeLedger#remainin | has no member 'remainin' | remaining",
                "2 | inline method TimeLedger#remainin --preview | has no member 'remainin' | remaining",
                "2 | inline field DewPoint#C --preview | has no member 'C' | ",
                "3 | inline method NightPlanner#NightPlanner | is a constructor | name a method",
                "3 | move method PlanReport#clock --to Night --via x | is static | move method",
                "2 | extract class LogEntry --members Kind --name K | is a type inside LogEntry | --top-level",
                "2 | show TimeLedger# | names no member | Type#member",
                "2 | fix GC-7902f1 --cut 9 | offers cuts 1 to 6, not 9 | ",
                "3 | extract class Reading --members withHour --name Hours | is no class but a record | fits-the-kind",
                "3 | extract class Target --members getName,name,toString --name Airmass --preview | the name 'Airmass' is taken | name-is-free",
                "3 | extract class Night --members hours --name Hours | is no class but a record | instead",
                "3 | undo | no step to undo | ",
                "4 | find --project src | no project here | "
            })
    void wrongInputIsAnsweredClearly(int exit, String command, String said, String helps) throws Exception {
        Program.Result result = Program.lookHere(command.split(" "));
        assertThat(result.exit()).as(result.all()).isEqualTo(exit);
        assertThat(result.all())
                .contains(said)
                .contains(helps == null ? "" : helps)
                .doesNotContain("at paredown.");
    }

    @Test
    void outsideAnyProjectItSaysSo() throws Exception {
        Program.Result result = new Program(Files.createDirectory(folder.resolve("empty"))).run("find");
        assertThat(result.exit()).isEqualTo(4);
        assertThat(result.err()).contains("no project here", "pom.xml");
    }

    @Test
    void brokenFilesAndMissingJarsAreNamedAndTheRestIsRead() throws Exception {
        Files.writeString(java("sky/Broken.java"), "package meridian.sky;\nclass Broken { wheelSlot(\n");
        String pom = Files.readString(project.resolve("pom.xml"));
        Files.writeString(
                project.resolve("pom.xml"),
                pom.replace(
                        "<dependencies>",
                        "<dependencies><dependency><groupId>meridian</groupId><artifactId>optics</artifactId><version>7</version></dependency>"));
        Program.Result found = here("find");
        assertThat(found.exit()).isZero();
        assertThat(found.err())
                .contains(
                        "src/main/java/meridian/sky/Broken.java:2",
                        "meridian:optics:jar:7, which is not in the local repository");
        assertThat(found.out()).contains("NightPlanner");
        Program.Result cut = here(EXTRACT);
        assertThat(cut.exit()).isEqualTo(4);
        assertThat(cut.err()).contains("Broken.java:2 does not compile");
    }

    @Test
    void aFolderThatCannotBeWrittenStopsTheStep() throws Exception {
        Path jar = folder.resolve("pare.jar");
        Files.copy(Program.jar(), jar);
        // Whoever tries may not see the local Maven repository: production code alone needs no jar.
        try (Stream<Path> tests = Files.walk(project.resolve("src/test"))) {
            tests.sorted(Comparator.reverseOrder())
                    .forEach(file -> file.toFile().delete());
        }
        boolean root = "root".equals(System.getProperty("user.name"));
        Path home = Files.createDirectory(folder.resolve("home"));
        Files.setPosixFilePermissions(home, PosixFilePermissions.fromString("rwxrwxrwx"));
        Program program = new Program(project, Map.of("PARE_HOME", home.toString()));
        if (root) {
            // The superuser may write anywhere, so somebody else has to try.
            assumeThat(Files.isExecutable(Path.of("/usr/bin/setpriv"))).isTrue();
            Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
            program.through(jar, "/usr/bin/setpriv", "--reuid=65534", "--regid=65534", "--clear-groups");
        }
        Map<String, String> before = sources();
        Path scope = java("scope");
        Files.createDirectories(project.resolve(".pare/journal"));
        for (Path open : List.of(project.resolve(".pare"), project.resolve(".pare/journal"))) {
            Files.setPosixFilePermissions(open, PosixFilePermissions.fromString("rwxrwxrwx"));
        }
        Files.setPosixFilePermissions(scope, PosixFilePermissions.fromString("r-xr-xr-x"));
        Program.Result result = program.run(with(EXTRACT, "--yes", "--tests", "none"));
        Files.setPosixFilePermissions(scope, PosixFilePermissions.fromString("rwxr-xr-x"));
        assertThat(result.exit()).as(result.all()).isEqualTo(3);
        assertThat(result.err()).contains("nothing was written: AccessDenied");
        assertThat(sources()).isEqualTo(before);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "find", "show", "fix", "extract", "extract class", "undo", "redo", "journal", "demo"})
    void everyCommandExplainsItself(String command) throws Exception {
        Program.Result help = Program.lookHere((command + " --help").strip().split(" "));
        assertThat(help.exit()).isZero();
        assertThat(help.out()).contains("Usage:", "Examples:", "--project", "--format");
        assertThat(help.out().lines()).allMatch(line -> line.length() <= 110);
    }

    @Test
    void coloursAreSwitchedOnAndOff() throws Exception {
        assertThat(look("find", "--color", "always").out()).contains("\u001b[");
        assertThat(Program.onTheSample().atATerminal().run("find", "--quiet").out())
                .contains("\u001b[");
        assertThat(Program.onTheSample(Map.of("NO_COLOR", "1"))
                        .atATerminal()
                        .run("find", "--quiet")
                        .out())
                .doesNotContain("\u001b[");
        assertThat(Program.onTheSample()
                        .atATerminal()
                        .run("find", "--quiet", "--color", "never")
                        .out())
                .doesNotContain("\u001b[");
    }

    @Test
    void theTourRunsThrough() throws Exception {
        Path place = folder.resolve("tour");
        Program.Result tour = pare("demo", "--dir", place.toString());
        assertThat(tour.exit()).as(tour.all()).isZero();
        assertThat(tour.out())
                .containsSubsequence(
                        "$ pare find",
                        "$ pare show",
                        "--preview",
                        "--yes",
                        "step 1, 70 tests green",
                        "$ pare journal",
                        "$ pare undo",
                        "undone");
        Process status = new ProcessBuilder("git", "status", "--short")
                .directory(place.toFile())
                .start();
        assertThat(new String(status.getInputStream().readAllBytes(), StandardCharsets.UTF_8))
                .isEmpty();
        Process log = new ProcessBuilder(
                        "git", "log", "--oneline", "--", "src/main/java/meridian/plan/NightPlanner.java")
                .directory(place.toFile())
                .start();
        assertThat(new String(log.getInputStream().readAllBytes(), StandardCharsets.UTF_8)
                        .lines()
                        .count())
                .isGreaterThan(15);
        assertThat(pare("demo", "--dir", place.toString()).exit()).isEqualTo(2);
    }
}
