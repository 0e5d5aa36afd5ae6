package paredown.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import paredown.demo.Meridian;

/** Living with findings: a baseline, and findings that are accepted with a reason. */
class GateIT {
    @TempDir
    private Path folder;

    private Path project;

    @BeforeEach
    void meridian() throws IOException {
        project = folder.toRealPath().resolve("meridian");
        Meridian.copyTo(project);
    }

    private Program.Result pare(String... arguments) {
        return Program.here(project, arguments);
    }

    private Path java(String name) {
        return project.resolve("src/main/java/meridian/" + name);
    }

    private void edit(String name, String was, String now) throws IOException {
        String text = Files.readString(java(name));
        assertThat(text).contains(was);
        Files.writeString(java(name), text.replace(was, now));
    }

    @Test
    void newFindingsShutTheGate() throws Exception {
        Program.Result none = pare("gate");
        assertThat(none.exit()).isEqualTo(2);
        assertThat(none.err()).contains("pare gate --update");
        assertThat(pare("gate", "--update").exit()).isZero();
        edit("plan/PlanReport.java", "import java.util.Locale;", "\n\n\nimport java.util.Locale;");
        Program.Result moved = pare("gate");
        assertThat(moved.exit())
                .as("lines that moved are nothing new: " + moved.all())
                .isZero();
        assertThat(moved.out()).contains("nothing new");
        Files.writeString(java("plan/Front.java"), """
                package meridian.plan;

                public class Front {
                    private final Schedule schedule;

                    public Front(Schedule schedule) {
                        this.schedule = schedule;
                    }

                    public double efficiency() {
                        return schedule.efficiency();
                    }
                }
                """);
        Program.Result shut = pare("gate", "--format", "json");
        assertThat(shut.exit()).isEqualTo(1);
        assertThat(new ObjectMapper().readTree(shut.out()).path("findings"))
                .singleElement()
                .satisfies(one -> assertThat(one.path("target").asText()).isEqualTo("meridian.plan.Front"));
        assertThat(pare("gate").out()).contains("1 new");
    }

    @Test
    void aBaselineKnowsWhatHasAnotherNameNow() throws Exception {
        assertThat(pare("gate", "--update").exit()).isZero();
        edit("plan/PlanReport.java", "exposureLine(", "lineOf(");
        Program.Result renamed = pare("gate");
        assertThat(renamed.exit()).as(renamed.all()).isZero();
        assertThat(renamed.out()).contains("nothing new", "0 gone");
        Path baseline = project.resolve(".pare-baseline.json");
        Files.writeString(
                baseline,
                Files.readString(baseline)
                        .replaceAll("\\s*\"shape\" : \"\\w*\"", "")
                        .replaceAll(",(\\s*})", "$1")
                        .replace("\"CL-", "\"DC-")
                        .replace("\"LZ-", "\"LC-"));
        edit("plan/PlanReport.java", "lineOf(", "exposureLine(");
        assertThat(pare("gate").out()).as("written by an earlier version").contains("nothing new", "0 gone");
        edit("sky/MoonGlare.java", "final class", "// pare: accept lazy-class\nfinal class");
        Files.writeString(
                project.resolve(".pare.yaml"), "accept:\n  - {smell: lazy-class, where: '*.Nowhere', because: b}\n");
        assertThat(pare("gate").err()).contains("without a reason", "in *.Nowhere, where there is none");
    }

    @Test
    void whatDiffersFromACommit() throws Exception {
        Program.Result outside = pare("find", "--since", "HEAD");
        assertThat(outside.exit()).isEqualTo(2);
        assertThat(outside.err()).contains("no Git repository");
        for (String[] command : new String[][] {
            {"init", "-q"}, {"add", "."}, {"-c", "user.name=a", "-c", "user.email=a@b", "commit", "-qm", "All"}
        }) {
            List<String> line = new ArrayList<>(List.of("git"));
            line.addAll(List.of(command));
            assertThat(new ProcessBuilder(line)
                            .directory(project.toFile())
                            .start()
                            .waitFor())
                    .isZero();
        }
        assertThat(pare("find", "--since", "HEAD").out()).contains("nothing found");
        edit("plan/PlanReport.java", "import java.util.Locale;", "\n\nimport java.util.Locale;");
        Program.Result found = pare("find", "--since", "HEAD");
        assertThat(found.out()).contains("PlanReport#exposureLine", "1 finding").doesNotContain("NightPlanner");
        assertThat(pare("find", "--since", "nowhere").exit()).isEqualTo(2);
    }

    @Test
    void acceptedFindingsAreCountedNotShown() throws Exception {
        edit(
                "plan/PlanService.java",
                "/** Plans for",
                "// pare: accept lazy-class: the web page must not know the planner\n/** Not {@code // pare: accept god-class: a}. Plans for");
        edit("sky/MoonGlare.java", "final class", "// pare: accept lazy-class\nfinal class");
        Files.writeString(
                project.resolve(".pare.yaml"),
                "accept:\n  - {smell: lazy-class, where: '*.LogSink', because: others write to files}\n");
        Program.Result found = pare("find", "--smell", "lazy-class");
        assertThat(found.exit()).as(found.all()).isZero();
        assertThat(found.out()).contains("2 accepted", "MoonGlare").doesNotContain("PlanService", "LogSink");
        assertThat(found.err()).contains("MoonGlare.java", "without a reason").doesNotContain("PlanService");
        assertThat(pare("find").err()).as("only spoken of").doesNotContain("god-class");
        Files.writeString(project.resolve(".pare.yaml"), "accept:\n  - {smell: lazi-class, where: A, because: b}\n");
        assertThat(pare("find").exit()).isEqualTo(2);
    }
}
