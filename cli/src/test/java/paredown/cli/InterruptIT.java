package paredown.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Ctrl-C, at the worst moments. */
class InterruptIT {
    private static final String SHUTTER = """
            package dome;

            public class Shutter {
                private int motor;
                private int openings;

                void spin() {
                    motor++;
                }

                void open() {
                    openings++;
                }
            }
            """;

    @TempDir
    private Path folder;

    private Path root;
    private Path shutter;

    @BeforeEach
    void project() throws IOException {
        root = folder.toRealPath();
        shutter = root.resolve("src/dome/Shutter.java");
        Files.createDirectories(shutter.getParent());
        Files.writeString(shutter, SHUTTER);
        Files.writeString(root.resolve(".pare.yaml"), "layout:\n  sources: [src]\ntest:\n  command: sh tests.sh\n");
        Files.writeString(
                root.resolve("tests.sh"), "if [ -f src/dome/Drive.java ]; then touch waiting; exec sleep 100; fi\n");
    }

    /** A shell that starts something in the background makes it deaf to Ctrl-C. */
    private Program program() {
        return new Program(root).through(Program.jar(), "env", "--default-signal=INT");
    }

    private static void interrupt(Process process) throws IOException, InterruptedException {
        new ProcessBuilder("kill", "-INT", Long.toString(process.pid())).start().waitFor();
    }

    @Test
    void takesBackTheStepWhoseTestsStillRun() throws Exception {
        Program program = program();
        Process process = program.start(
                "extract",
                "class",
                "Shutter",
                "--members",
                "motor,spin",
                "--name",
                "Drive",
                "--yes",
                "--trust",
                "--tests",
                "all");
        for (int i = 0; i < 600 && process.isAlive() && !Files.exists(root.resolve("waiting")); i++) {
            Thread.sleep(100);
        }
        assertThat(root.resolve("waiting")).exists();
        assertThat(shutter).content().isNotEqualTo(SHUTTER);
        interrupt(process);
        Program.Result result = program.finish(process);
        assertThat(result.exit()).as(result.all()).isEqualTo(130);
        assertThat(result.err())
                .isEqualTo("pare: step 1 (extract class Drive from Shutter) had been interrupted; it was taken back\n");
        assertThat(shutter).hasContent(SHUTTER);
        assertThat(shutter.resolveSibling("Drive.java")).doesNotExist();
        assertThat(new Program(root).run("journal").out()).contains("taken back");
    }

    @Test
    void leavesTheIndexWholeWheneverItComes() throws Exception {
        Program.Result undisturbed = new Program(root).run("show", "Shutter");
        for (Duration after :
                Stream.of(150, 400, 700, 1000).map(Duration::ofMillis).toList()) {
            Files.writeString(shutter, SHUTTER + "// " + after + "\n");
            Program program = program();
            Process process = program.start("find");
            Thread.sleep(after.toMillis());
            interrupt(process);
            assertThat(program.finish(process).exit()).isIn(0, 130);
            Files.writeString(shutter, SHUTTER);
            assertThat(new Program(root).run("show", "Shutter")).isEqualTo(undisturbed);
        }
    }
}
