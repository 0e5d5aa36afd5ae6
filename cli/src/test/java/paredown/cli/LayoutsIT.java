package paredown.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.jar.JarEntry;
import java.util.jar.JarOutputStream;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The built program on projects of every layout, small and real, and on files that nobody should have written. */
class LayoutsIT {
    private static final String SHUTTER = """
            package dome;

            public class Shutter {
                private int openings;
                private int motor;

                int open() {
                    openings++;
                    return openings;
                }

                int spin(int turns) {
                    motor += turns;
                    return motor;
                }
            }
            """;

    @TempDir
    private Path folder;

    private Path root;

    @BeforeEach
    void real() throws IOException {
        root = Files.createDirectory(folder.resolve("dome")).toRealPath();
    }

    private void file(String path, String text) throws IOException {
        file(path, text, StandardCharsets.UTF_8);
    }

    private void file(String path, String text, Charset charset) throws IOException {
        Path file = root.resolve(path);
        Files.createDirectories(file.getParent());
        Files.write(file, text.getBytes(charset));
    }

    private JsonNode json(String... arguments) throws IOException, InterruptedException {
        Program.Result result = Program.here(root, arguments);
        assertThat(result.err()).as(result.all()).doesNotContain("fault");
        return new ObjectMapper().readTree(result.out());
    }

    private void pom(String module, String body) throws IOException {
        String parent = module.isEmpty()
                ? "<groupId>meridian</groupId><version>1</version>"
                : "<parent><groupId>meridian</groupId><artifactId>whole</artifactId><version>1</version></parent>";
        file(
                (module.isEmpty() ? "" : module + "/") + "pom.xml",
                "<project><modelVersion>4.0.0</modelVersion>" + parent + "<artifactId>"
                        + (module.isEmpty() ? "whole" : module) + "</artifactId>" + body + "</project>");
    }

    private static String needs(String artifact, String more) {
        return "<dependency><groupId>meridian</groupId><artifactId>" + artifact + "</artifactId><version>1</version>"
                + more + "</dependency>";
    }

    /** Levels, encodings, added and generated roots, and test jars between modules: all names resolve. */
    @Test
    void mavenModules() throws Exception {
        pom(
                "",
                "<packaging>pom</packaging><modules><module>sky</module><module>plan</module></modules>"
                        + "<profiles><profile><id>usual</id><activation><activeByDefault>true</activeByDefault></activation>"
                        + "<properties><maven.compiler.release>11</maven.compiler.release></properties></profile></profiles>");
        pom(
                "sky",
                "<properties><maven.compiler.release>8</maven.compiler.release>"
                        + "<project.build.sourceEncoding>ISO-8859-1</project.build.sourceEncoding></properties>"
                        + "<build><plugins><plugin><groupId>org.codehaus.mojo</groupId><artifactId>build-helper-maven-plugin</artifactId>"
                        + "<version>3.6.0</version><executions><execution><id>more</id><goals><goal>add-source</goal></goals>"
                        + "<configuration><sources><source>src/more</source></sources></configuration></execution></executions>"
                        + "</plugin></plugins></build>");
        pom(
                "plan",
                "<dependencies>" + needs("sky", "") + needs("sky", "<type>test-jar</type><scope>test</scope>")
                        + "</dependencies>");
        file(
                "sky/src/main/java/sky/Target.java",
                "package sky; public class Target { public static final char \u00e4 = '\u00e4'; public int rank() { return new More().rank() + new Made().rank(); } }",
                StandardCharsets.ISO_8859_1);
        file("sky/src/more/sky/More.java", "package sky; class More { int rank() { return 1; } }");
        file(
                "sky/target/generated-sources/stars/sky/Made.java",
                "package sky; class Made { int rank() { return 1; } }");
        file(
                "sky/src/test/java/sky/Sample.java",
                "package sky; public class Sample { public static Target one() { return new Target(); } }");
        file(
                "plan/src/main/java/plan/Plan.java",
                "package plan; class Plan { int best(sky.Target one) { var rank = one.rank(); return rank + sky.Target.\u00e4; } }");
        file(
                "plan/src/test/java/plan/PlanTest.java",
                "package plan; class PlanTest { int best = new Plan().best(sky.Sample.one()); }");
        JsonNode shown = json("show", "--format", "json");
        assertThat(shown.path("problems")).isEmpty();
        assertThat(shown.path("modules"))
                .extracting(node -> node.path("name").asText() + " " + node.path("roots") + " " + node.path("files")
                        + " " + node.path("testFiles") + " " + node.path("level") + " "
                        + node.path("encoding").asText())
                .containsExactly("whole 0 0 0 11 UTF-8", "sky 4 3 1 8 ISO-8859-1", "plan 2 1 1 11 UTF-8");
        assertThat(Program.here(root, "show").out())
                .startsWith("dome: 3 modules, 6 source roots, 6 files (2 of tests), 6 lines, Java 8 and 11, ")
                .contains(" on the class path, nothing missing\n");
        JsonNode found = json("find", "--tests", "--format", "json");
        assertThat(found.path("problems")).isEmpty();
        assertThat(root.resolve(".pare/index/facts")).isRegularFile();
        pom("plan", "");
        assertThat(json("find", "--format", "json").path("problems").toString())
                .as("the class path is read again when a build file changes")
                .contains("package sky does not exist");
    }

    @Test
    void plainFoldersWithJars() throws Exception {
        jar(
                "lib/optics.jar",
                Map.of("optics/Lens", "package optics; public class Lens { public int size() { return 1; } }"));
        file("src/dome/Roof.java", "package dome; class Roof { int size(optics.Lens one) { return one.size(); } }");
        file(
                "test/dome/RoofTest.java",
                "package dome; class RoofTest { int size = new Roof().size(new optics.Lens()); }");
        JsonNode shown = json("show", "--format", "json");
        assertThat(shown.path("modules").path(0).path("classPath").asInt()).isEqualTo(1);
        assertThat(shown.path("modules").path(0).path("testFiles").asInt()).isEqualTo(1);
        assertThat(json("find", "--tests", "--format", "json").path("problems")).isEmpty();
        file("lib/torn.jar", "no jar at all");
        assertThat(Program.here(root, "find").err())
                .containsOnlyOnce("lib/torn.jar")
                .contains("no jar");
    }

    /** Another build tool: roots, a command for the class path, and one for the tests. */
    @Test
    void anotherBuild() throws Exception {
        jar("made/optics.jar", Map.of("optics/Lens", "package optics; public class Lens {}"));
        file("code/dome/Shutter.java", SHUTTER);
        file(
                "code/dome/Roof.java",
                "package dome; class Roof { optics.Lens lens; int go(Shutter s) { return s.spin(2); } }");
        file(
                ".pare.yaml",
                "layout:\n  sources: [code]\n  release: 17\n  classPathCommand: echo asked >> asked; echo made/optics.jar\n"
                        + "test:\n  command: \"! grep -q motor code/dome/Shutter.java || test ! -e code/dome/Drive.java\"\n");
        assertThat(Program.here(root, "find").err()).contains("echo asked", "not run before you allow it");
        assertThat(root.resolve("asked")).as("a clone is not trusted").doesNotExist();
        assertThat(json("find", "--trust", "--format", "json").path("problems")).isEmpty();
        String[] cut = {"extract", "class", "Shutter", "--members", "motor,spin", "--name", "Drive", "--yes"};
        Program.Result applied = Program.here(root, cut);
        assertThat(applied.exit()).as(applied.all()).isZero();
        assertThat(root.resolve("code/dome/Drive.java")).isRegularFile();
        assertThat(Files.readString(root.resolve("asked"))).as("asked once").isEqualTo("asked\n");
        Program.here(root, "undo");
        file(
                ".pare.yaml",
                "layout:\n  sources: [code]\n  classPath: made/*.jar\ntest:\n  command: test ! -e code/dome/Drive.java\n");
        Program.Result changed = Program.here(root, cut);
        assertThat(changed.exit()).as("another text of the command").isEqualTo(3);
        assertThat(changed.err()).contains("test ! -e code/dome/Drive.java", "--trust", "--tests none");
        Program.here(root, "journal", "--trust");
        Program.Result reverted = Program.here(root, cut);
        assertThat(reverted.exit()).as(reverted.all()).isEqualTo(5);
        assertThat(root.resolve("code/dome/Drive.java")).doesNotExist();
        file(".pare.yaml", "layout:\n  sources: [code]\n  classPath: made/*.jar\ntest:\n  command: exit 1\n");
        Program.here(root, "journal", "--trust");
        Program.Result redBefore = Program.here(root, cut);
        assertThat(redBefore.exit()).isEqualTo(5);
        assertThat(redBefore.out()).contains("red before the step", "Nothing was written");
        List<String> untested = new ArrayList<>(List.of(cut));
        untested.addAll(List.of("--tests", "none"));
        assertThat(Program.here(root, untested.toArray(String[]::new)).exit()).isZero();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "layout:~  sorces: [src] | 2 | did you mean 'sources'",
                "layuot: 1 | 1 | did you mean 'layout'",
                "layout:~  release: six | 2 | a language level",
                "layout:~  encoding: utf-9 | 2 | no encoding 'utf-9'",
                "publicApi: maybe | 1 | keep, free or unknown",
                "smells:~  off: [god-clas] | 2 | did you mean 'god-class'",
                "smells:~  limits:~    god-class:~      line: 9 | 4 | atfd, lines, tcc, wmc",
                "smells:~  limits:~    god-class:~      lines: many | 4 | takes a number",
                "exclude: [a~ | 1 | no YAML: while parsing a flow sequence",
                "exclude: a~exclude: b | 2 | there twice",
            })
    void aWrongConfigurationIsNamedByLine(String yaml, int line, String told) throws Exception {
        file("src/dome/Shutter.java", SHUTTER);
        file(".pare.yaml", yaml.replace("~", "\n"));
        Program.Result result = Program.here(root, "find");
        assertThat(result.exit()).isEqualTo(2);
        assertThat(result.err()).contains(".pare.yaml:" + line + ": ").contains(told);
    }

    @Test
    void excludedFilesAreReadAndLeftAlone() throws Exception {
        file("src/dome/Shutter.java", SHUTTER);
        file("src/dome/Roof.java", "package dome; class Roof { int go(Shutter s) { return s.spin(2); } }");
        file(".pare.yaml", "exclude: [src/dome/Shutter.java]\n");
        assertThat(json("find", "--format", "json").path("problems")).isEmpty();
        Program.Result result = Program.here(
                root, "extract", "class", "Shutter", "--members", "motor,spin", "--name", "Drive", "--preview");
        assertThat(result.exit()).isEqualTo(3);
        assertThat(result.all()).contains("own-sources");
    }

    /** What a processor would generate is told as such, and a cut that needs it is refused by name. */
    @Test
    void membersThatAProcessorWouldGenerate() throws Exception {
        jar(
                "lib/made.jar",
                Map.of("made/Access", "package made; public @interface Access {}"),
                Map.of("META-INF/services/javax.annotation.processing.Processor", "made.AccessProcessor\n"));
        file("src/dome/Shutter.java", SHUTTER.replace("public class", "@made.Access\npublic class"));
        file(
                "src/dome/Roof.java",
                "package dome; class Roof { int go(Shutter s) { return s.getMotor() + s.spin(2); } }");
        file("src/dome/Sky.java", "package dome; class Sky { int go() { return nowhere(); } }");
        Program.Result found = Program.here(root, "find");
        assertThat(found.err())
                .contains("'getMotor' of dome.Shutter is unresolved, probably generated for @Access")
                .contains("cannot find symbol symbol:   method nowhere()");
        Program.Result refused = Program.here(
                root, "extract", "class", "Shutter", "--members", "motor,spin", "--name", "Drive", "--preview");
        assertThat(refused.exit()).as(refused.all()).isEqualTo(3);
        assertThat(refused.all()).contains("resolves", "'getMotor'");
        Program.Result passes = Program.here(
                root, "extract", "class", "Shutter", "--members", "openings,open", "--name", "Drive", "--preview");
        assertThat(passes.exit())
                .as("a cut of which that file knows nothing: " + passes.all())
                .isIn(0, 3);
    }

    @Test
    void filesThatNobodyShouldHaveWritten() throws Exception {
        file("src/dome/Shutter.java", SHUTTER);
        file("src/dome/Broken.java", "package dome; class Broken { int (");
        file(
                "src/dome/Deep.java",
                "package dome; class Deep { int a = " + "(1+".repeat(20_000) + "1" + ")".repeat(20_000) + "; int b = "
                        + "1+".repeat(20_000) + "1; }");
        file("src/dome/Large.java", "package dome; class Large { int a; /*" + "x".repeat(5_000_000) + "*/ }");
        file("src/dome/Twice.java", "package dome; class Twice { int one; }");
        file("src/other/Twice.java", "package dome; class Twice { int two; }");
        file("src/dome/Latin.java", "package dome; // d\u00fcnn\nclass Latin {}", StandardCharsets.ISO_8859_1);
        file("src/dome/Marked.java", "\ufeffpackage dome;\r\nclass Marked { int a; }\r\n");
        file("src/dome/Mixed.java", "package dome;\rclass Mixed {\r int a;\r\n int b;\n}\r");
        file("src/dome/Bytes.java", "\u0000\u0001\u0002\u0007");
        file("src/dome/Empty.java", "");
        Files.createDirectories(root.resolve("src/dome/Folder.java"));
        Files.createSymbolicLink(root.resolve("src/loop"), root.resolve("src"));
        Files.createSymbolicLink(root.resolve("src/dome/Gone.java"), root.resolve("nowhere"));
        Program.Result result = Program.here(root, "find", "--format", "json");
        assertThat(result.exit()).as(result.all()).isZero();
        JsonNode document = new ObjectMapper().readTree(result.out());
        for (String named : List.of("Broken.java", "Bytes.java", "Latin.java")) {
            assertThat(document.path("problems"))
                    .filteredOn(problem -> problem.asText().contains(named))
                    .as(named)
                    .hasSize(1);
        }
        for (String read : List.of("Shutter", "Marked", "Mixed", "Large", "Latin")) {
            Program.Result shown = Program.here(root, "show", "dome." + read);
            assertThat(shown.exit()).as(read + shown.all()).isZero();
            assertThat(shown.out()).contains("dome." + read);
        }
        Program.Result cut = Program.here(
                root, "extract", "class", "Shutter", "--members", "motor,spin", "--name", "Drive", "--preview");
        assertThat(cut.exit()).as(cut.all()).isZero();
    }

    @SafeVarargs
    private void jar(String path, Map<String, String> classes, Map<String, String>... more) throws IOException {
        Path classesFolder = Files.createTempDirectory(folder, "classes");
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (JarOutputStream jar = new JarOutputStream(bytes)) {
            for (Map.Entry<String, String> one : classes.entrySet()) {
                Path source = classesFolder.resolve(one.getKey().replaceAll(".*/", "") + ".java");
                Files.writeString(source, one.getValue());
                ToolProvider.getSystemJavaCompiler()
                        .run(null, null, null, "-d", classesFolder.toString(), source.toString());
                jar.putNextEntry(new JarEntry(one.getKey() + ".class"));
                jar.write(Files.readAllBytes(classesFolder.resolve(one.getKey() + ".class")));
            }
            for (Map<String, String> files : more) {
                for (Map.Entry<String, String> one : files.entrySet()) {
                    jar.putNextEntry(new JarEntry(one.getKey()));
                    jar.write(one.getValue().getBytes(StandardCharsets.UTF_8));
                }
            }
        }
        Path file = root.resolve(path);
        Files.createDirectories(file.getParent());
        Files.write(file, bytes.toByteArray());
    }
}
