package paredown.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.eclipse.jgit.api.Git;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A project that is broken, or made to do harm, and a user who edits at the wrong moment. The long form is the drill's. */
class HostileIT {
    private static final String SHUTTER = """
            package dome;

            public class Shutter {
                int motor;
                private int openings;

                void spin() {
                    motor++;
                }

                void open() {
                    openings++;
                    spin();
                }
            }
            """;

    private static final String[] CUT = {
        "extract", "class", "dome.Shutter", "--members", "motor,spin", "--name", "Drive", "--tests", "none"
    };

    @TempDir
    private Path folder;

    private Path root;
    private Path outside;

    @BeforeEach
    void project() throws IOException {
        root = Files.createDirectory(folder.toRealPath().resolve("project"));
        outside = Files.createDirectory(folder.toRealPath().resolve("outside"));
        file("src/dome/Shutter.java", SHUTTER);
    }

    private Path file(String path, String text) throws IOException {
        Path file = root.resolve(path);
        Files.createDirectories(file.getParent());
        return Files.writeString(file, text);
    }

    private Program.Result run(String... arguments) throws Exception {
        return Program.here(root, arguments);
    }

    @Test
    void aNameOfSeventyThousandLettersEnds() throws Exception {
        file("src/dome/Odd.java", "package dome; class Odd { int " + "n".repeat(70_000) + "; }");
        assertTimeoutPreemptively(
                Duration.ofSeconds(60), () -> assertThat(run("find").exit()).isZero());
    }

    private static String[] with(String... more) {
        return java.util.stream.Stream.concat(java.util.Arrays.stream(CUT), java.util.Arrays.stream(more))
                .toArray(String[]::new);
    }

    @Test
    void aJournalThatCameWithACloneIsNamedAndNotBelieved() throws Exception {
        Path victim = Files.writeString(outside.resolve("diary.txt"), "mine");
        file(".pare/journal/0001/before-0", "harm");
        file(".pare/journal/0001/step.json", """
                {"number": 1, "kind": "extract-class", "title": "t", "command": "c", "time": "2026-03-14T21:00Z", "state": "WRITING",
                 "folders": [], "supersedes": [], "seal": "00",
                 "files": [{"path": "%s", "before": "00", "after": null, "temporary": null}]}
                """.formatted(victim));
        for (String looking : List.of("find", "journal")) {
            Program.Result result = run(looking);
            assertThat(result.exit()).as(result.all()).isZero();
            assertThat(result.err()).contains(".pare/journal/0001 was not written here");
        }
        assertThat(run(with("--yes")).exit()).isZero();
        assertThat(victim).hasContent("mine");
        assertThat(root.resolve(".pare/set-aside/0001/before-0")).hasContent("harm");
        assertThat(run("undo").out()).contains("undone  step 1, extract class Drive");
    }

    /** The way to find Git's settings for the whole system is to run it; a filter is a command that the repository names. */
    @Test
    void aRepositoryStartsNothing() throws Exception {
        Path canary = outside.resolve("canary");
        Path git = Files.createDirectory(outside.resolve("bin")).resolve("git");
        Files.writeString(git, "#!/bin/sh\necho ran >> " + canary + "\n");
        Files.setPosixFilePermissions(git, PosixFilePermissions.fromString("rwxr-xr-x"));
        file(".gitattributes", "*.java filter=act\n");
        try (Git made = Git.init().setDirectory(root.toFile()).call()) {
            made.add().addFilepattern(".").call();
            made.commit()
                    .setSign(false)
                    .setMessage("one")
                    .setAuthor("Ines", "ines@meridian")
                    .setCommitter("Ines", "ines@meridian")
                    .call();
            made.getRepository().getConfig().setString("filter", "act", "clean", git.toString());
            made.getRepository().getConfig().save();
        }
        file("src/dome/Shutter.java", SHUTTER + "// edited\n");
        Files.deleteIfExists(canary);
        Program program = new Program(root, Map.of("PATH", git.getParent() + ":" + System.getenv("PATH")));
        assertThat(program.run("find").exit()).isZero();
        Program.Result since = program.run("find", "--since", "HEAD");
        assertThat(since.exit()).as(since.all()).isZero();
        assertThat(canary).doesNotExist();
    }

    @Test
    void nothingIsWrittenThroughALink() throws Exception {
        Files.createSymbolicLink(root.resolve(".pare"), outside);
        assertThat(run("find").exit()).isZero();
        Program.Result result = run(with("--yes"));
        assertThat(result.exit()).isEqualTo(3);
        assertThat(result.err()).contains("is no folder but a file or a link");
        assertThat(outside).isEmptyDirectory();
        assertThat(root.resolve("src/dome/Shutter.java")).hasContent(SHUTTER);
    }

    @Test
    void whatCannotBeReadMayUseWhatMoves() throws Exception {
        Path roof = Files.writeString(
                outside.resolve("Roof.java"), "package dome; class Roof { int n = new Shutter().motor; }");
        Files.createSymbolicLink(root.resolve("src/dome/Roof.java"), roof);
        Program.Result result = run(with("--yes"));
        assertThat(result.exit()).isEqualTo(3);
        assertThat(result.out())
                .contains("src/dome/Roof.java is a link", "sees-users", "take it out of the source folder");
        assertThat(run("find").err()).contains("src/dome/Roof.java is a link, which is not followed");
    }

    @Test
    void controlCharactersDoNotReachTheTerminal() throws Exception {
        file("src/dome/\u001b[2J.java", "package dome; class Roof { int go( }");
        file("src/dome/Shutter.java", SHUTTER.replace("motor++;", "motor++; // \u001b[8m \u202e } \u009b2J"));
        for (String all : List.of(
                run("find").all(), run(with("--preview", "--color", "always")).all())) {
            assertThat(all.replaceAll("\u001b\\[\\d+m", ""))
                    .doesNotContainPattern("[\\x00-\\x08\\x0b-\\x1f\\x7f-\\x9f\u202e]");
            assertThat(all).contains("\\u001b[");
        }
        assertThat(run(with("--preview", "--color", "always")).out()).contains("\u001b[1m", "\u001b[0m");
        assertThat(run(with("--preview")).out()).contains("\\u001b[8m \\u202e } \\u009b2J");
    }

    /** The index, the verdicts: one bit, and they are made anew. */
    @Test
    void aLostBitChangesNoFinding() throws Exception {
        String found = run("find").out();
        try (var kept = Files.list(root.resolve(".pare/index"))) {
            for (Path one : kept.toList()) {
                byte[] content = Files.readAllBytes(one);
                content[content.length / 2] ^= 1;
                Files.write(one, content);
            }
        }
        assertThat(run("find").out()).isEqualTo(found);
    }

    @Test
    void outputOverwritesNothingOfTheUsers() throws Exception {
        Program.Result refused = run("find", "--out", "src/dome/Shutter.java");
        assertThat(refused.exit()).isEqualTo(2);
        assertThat(refused.err()).contains("was not written by pare", "--force");
        assertThat(root.resolve("src/dome/Shutter.java")).hasContent(SHUTTER);
        String out = outside.resolve("found").toString();
        for (String format : List.of("text", "text", "json", "json", "sarif", "sarif")) {
            assertThat(run("find", "--format", format, "--out", out).exit())
                    .as(format)
                    .isZero();
        }
        String known = file("known.json", "{\"mine\": true}").toString();
        assertThat(run("gate", "--update", "--baseline", known).exit()).isEqualTo(2);
        assertThat(run("gate", "--update", "--baseline", known, "--force").exit())
                .isZero();
        assertThat(run("gate", "--update", "--baseline", known).exit()).isZero();
    }

    @ParameterizedTest
    @CsvSource({"drive, which is the same file where case does not count", "Aux, Windows cannot have a file"})
    void aNewFileMustBePossibleEverywhere(String name, String told) throws Exception {
        file("src/dome/drive.java", "package dome; class drive {}");
        String[] cut = with("--yes");
        cut[6] = name.equals("drive") ? "Drive" : name;
        Program.Result result = run(cut);
        assertThat(result.exit()).isEqualTo(3);
        assertThat(result.out()).contains("name-is-free", told);
    }

    /** While the question waits, somebody writes a file that uses what moves. */
    @Test
    void aUserThatAppearsBetweenPreviewAndYesIsSeen() throws Exception {
        Program program = new Program(root).atATerminal();
        Process process = program.start(CUT);
        Program.answer(
                process,
                "[y/N]",
                () -> {
                    try {
                        file(
                                "src/dome/Roof.java",
                                "package dome;\n\nclass Roof {\n    int n = new Shutter().motor;\n}\n");
                    } catch (IOException e) {
                        throw new java.io.UncheckedIOException(e);
                    }
                },
                "y");
        Program.answer(process, "[y/N]", () -> {}, "y");
        Program.Result result = program.finish(process);
        assertThat(result.exit()).as(result.all()).isZero();
        assertThat(result.err()).contains("src/dome/Roof.java has come into being", "worked out anew");
        assertThat(Files.readString(root.resolve("src/dome/Roof.java"))).contains("new Shutter().drive().motor");
    }

    @Test
    void lookingGoesOnWhileAnotherProcessTests() throws Exception {
        file(
                ".pare.yaml",
                "layout:\n  sources: [src]\ntest:\n  command: if [ -f src/dome/Drive.java ]; then touch waiting; exec sleep 60; fi\n");
        String found = run("find", "--trust").out();
        String[] cut = with("--yes");
        cut[8] = "all";
        Process process = new Program(root).start(cut);
        for (int i = 0; i < 600 && process.isAlive() && !Files.exists(root.resolve("waiting")); i++) {
            Thread.sleep(100);
        }
        assertThat(root.resolve("src/dome/Drive.java")).exists();
        Program.Result meanwhile = run("find");
        assertThat(meanwhile.err())
                .isEqualTo("pare: another pare is at work here; this is the state before its step\n");
        assertThat(meanwhile.out()).isEqualTo(found);
        process.descendants().forEach(ProcessHandle::destroy);
        process.destroyForcibly().waitFor();
        assertThat(run("find").err()).contains("had been interrupted; it was taken back");
        assertThat(root.resolve("src/dome/Drive.java")).doesNotExist();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "pom.xml | <project><modelVersion>4.0.0</modelVersion><groupId>dome</groupId><artifactId>dome</artifactId><version>1</version>"
                        + "<properties><maven.compiler.source>1.5</maven.compiler.source></properties></project> | 0 | written for Java 5, which this JDK does not know any more",
                "pom.xml | <project><modelVersion>4.0.0</modelVersion></project> | 0 | ''",
                "pom.xml | <html/> | 0 | ''",
                ".pare.yaml | exclude: ['['] | 2 | is no pattern",
                ".pare.yaml | layout: {sources: [\"s\\0c\"]} | 2 | NUL",
                "src/dome/Odd.java | class Odd { int LONG; } | 0 | ''",
            })
    void oddInputIsNamedAndTheRestIsRead(String path, String text, int exit, String told) throws Exception {
        file("src/main/java/dome/Shutter.java", SHUTTER);
        file(path, text.replace("LONG", "n".repeat(70_000)));
        Program.Result result = run("find");
        assertThat(result.exit()).as(result.all()).isEqualTo(exit);
        assertThat(result.err()).contains(told == null ? "" : told).doesNotContain("fault");
    }

    @Test
    void namesThatTheSystemCannotTellAreLeftOut() throws Exception {
        new ProcessBuilder("sh", "-c", "echo 'package dome; class A {}' > src/dome/$(printf 'M\\303\\266s').java")
                .directory(root.toFile())
                .start()
                .waitFor();
        Program.Result result = new Program(root, Map.of("LC_ALL", "C")).run("find");
        assertThat(result.exit()).as(result.all()).isZero();
        assertThat(result.err()).contains("set LC_ALL to C.UTF-8");
    }

    @Test
    void oddJarsAreNamedAndLeftOut() throws Exception {
        Files.createDirectories(root.resolve("lib"));
        try (OutputStream out = Files.newOutputStream(root.resolve("lib/up.jar"));
                ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.putNextEntry(new ZipEntry("../up.txt"));
        }
        new ProcessBuilder("mkfifo", root.resolve("lib/pipe.jar").toString())
                .start()
                .waitFor();
        Program.Result result = run("find");
        assertThat(result.exit()).as(result.all()).isZero();
        assertThat(result.err())
                .contains("lib/up.jar on the class path is no jar", "lib/pipe.jar on the class path is no jar");
        assertThat(root.resolve("../up.txt")).doesNotExist();
    }
}
