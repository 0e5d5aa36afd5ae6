package paredown.project;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;

class ProjectReaderTest {
    @TempDir
    private Path folder;

    private Path root;

    @BeforeEach
    void real() throws IOException {
        root = folder.toRealPath();
    }

    private void pom(String module, String body) throws IOException {
        Path pom = root.resolve(module).resolve("pom.xml");
        Files.createDirectories(pom.getParent());
        String name = module.isEmpty() ? "whole" : module;
        String parent = module.isEmpty()
                ? ""
                : "<parent><groupId>meridian</groupId><artifactId>whole</artifactId><version>1</version></parent>";
        String own = module.isEmpty() ? "<groupId>meridian</groupId><version>1</version>" : "";
        Files.writeString(
                pom,
                "<project><modelVersion>4.0.0</modelVersion>" + parent + own + "<artifactId>" + name + "</artifactId>"
                        + body + "</project>");
    }

    private void java(String path, String text) throws IOException {
        Path file = root.resolve(path);
        Files.createDirectories(file.getParent());
        Files.writeString(file, text);
    }

    /** Its parent lies nowhere, and it says nothing of its build: what is known without both still counts. */
    @Test
    void aBuildFileWithoutItsParentReadsAsFarAsItGoes() throws IOException {
        Files.writeString(
                root.resolve("pom.xml"),
                "<project><modelVersion>4.0.0</modelVersion><parent><groupId>meridian</groupId><artifactId>nowhere</artifactId>"
                        + "<version>1</version></parent><artifactId>sky</artifactId></project>");
        java("src/main/java/sky/Target.java", "package sky; class Target {}");
        Project project = ProjectReader.at(root);
        assertThat(project.problems()).anyMatch(problem -> problem.contains("pom.xml does not read completely"));
        assertThat(project.modules().get(0).mainRoots()).containsExactly(root.resolve("src/main/java"));
    }

    @Test
    void modulesSeeEachOther() throws IOException {
        pom(
                "",
                "<packaging>pom</packaging><modules><module>sky</module><module>plan</module></modules><properties><maven.compiler.release>11</maven.compiler.release><project.build.sourceEncoding>ISO-8859-1</project.build.sourceEncoding></properties>");
        pom(
                "sky",
                "<properties><maven.compiler.source>1.8</maven.compiler.source><maven.compiler.release>8</maven.compiler.release></properties>");
        pom(
                "plan",
                "<dependencies><dependency><groupId>meridian</groupId><artifactId>sky</artifactId><version>1</version></dependency></dependencies>");
        java(
                "sky/src/main/java/sky/Target.java",
                "package sky; public class Target { public int rank() { return 1; } }");
        java(
                "plan/src/main/java/plan/Planner.java",
                "package plan; class Planner { int best(sky.Target one) { return one.rank(); } }");
        java(
                "plan/src/test/java/plan/PlannerTest.java",
                "package plan; class PlannerTest { int best = new Planner().best(new sky.Target()); }");
        Project project = ProjectReader.nearest(root.resolve("plan/src/main/java"));
        assertThat(project.root()).isEqualTo(root);
        assertThat(project.problems()).isEmpty();
        assertThat(project.modules()).extracting(Module::name).containsExactly("whole", "sky", "plan");
        assertThat(project.module("sky").orElseThrow().release()).hasValue(8);
        assertThat(project.module("plan").orElseThrow().release()).hasValue(11);
        assertThat(project.module("plan").orElseThrow().uses()).containsExactly("sky");
        assertThat(project.module("plan").orElseThrow().encoding()).isEqualTo(StandardCharsets.ISO_8859_1);
        CodeBase code = CodeBase.read(Sources.read(project, Progress.SILENT), true, Progress.SILENT);
        assertThat(code.problems()).isEmpty();
        assertThat(code.uses("sky.Target#rank()"))
                .singleElement()
                .satisfies(use -> assertThat(use.type().name()).isEqualTo("plan.Planner"));
        assertThat(code.uses("plan.Planner#best(sky.Target)")).hasSize(1);
    }

    @Test
    void whatIsMissingIsNamedAndTheRestRead() throws IOException {
        pom(
                "",
                "<dependencies><dependency><groupId>nowhere</groupId><artifactId>to-be-found</artifactId><version>9.9</version></dependency></dependencies>");
        java(
                "src/main/java/sky/Target.java",
                "package sky; class Target { nowhere.Thing thing; int rank() { return 1; } }");
        java("src/main/java/sky/Broken.java", "package sky; class Broken { int (");
        Files.write(
                root.resolve("src/main/java/sky/Odd.java"),
                "package sky; // m\u00fcd\nclass Odd {}".getBytes(StandardCharsets.ISO_8859_1));
        Files.createSymbolicLink(root.resolve("src/main/java/loop"), root.resolve("src/main/java"));
        Project project = ProjectReader.at(root);
        assertThat(project.problems()).singleElement().asString().contains("nowhere:to-be-found:jar:9.9");
        Sources sources = Sources.read(project, Progress.SILENT);
        assertThat(sources.files()).hasSize(3);
        assertThat(sources.problems())
                .containsExactly("src/main/java/sky/Odd.java is not in UTF-8, the encoding that the project declares");
        CodeBase code = CodeBase.read(sources, false, Progress.SILENT);
        assertThat(code.type("sky.Target").orElseThrow().methods()).hasSize(1);
        assertThat(code.type("sky.Odd")).isPresent();
        assertThat(code.problems())
                .extracting(problem -> problem.file().getFileName().toString())
                .contains("Broken.java");
    }

    /** Ten of the one before in each of them, eleven times: no memory holds the last. One in a circle is for the reader to say. */
    @Test
    void propertiesThatGrowWithoutEndAreReadAsEmpty() throws IOException {
        StringBuilder properties = new StringBuilder("<w0>wwwwwwwwww</w0><turn>a${turn}</turn>");
        for (int i = 1; i <= 11; i++) {
            properties
                    .append("<w" + i + ">")
                    .append(("${w" + (i - 1) + "}").repeat(10))
                    .append("</w" + i + ">");
        }
        pom("", "<properties>" + properties + "</properties><name>${w11}</name>");
        java("src/main/java/sky/Target.java", "package sky; class Target {}");
        Project project = ProjectReader.at(root);
        assertThat(project.problems())
                .anyMatch(problem -> problem.equals("properties of pom.xml become too long and are read as empty:"
                        + " w10, w11, w5, w6, w7, w8, w9"));
        assertThat(project.modules().get(0).mainRoots()).containsExactly(root.resolve("src/main/java"));
    }

    @Test
    void dependenciesOfDependenciesAreOnTheClassPath() throws IOException {
        // The parent of this one's dependency has profiles for versions of the JDK.
        String here = System.getProperty("java.class.path").replaceAll("(?s).*assertj-core-([\\d.]+)\\.jar.*", "$1");
        pom(
                "",
                "<dependencies><dependency><groupId>org.assertj</groupId><artifactId>assertj-core</artifactId><version>"
                        + here
                        + "</version></dependency></dependencies>");
        Project project = ProjectReader.at(root);
        assertThat(project.problems()).isEmpty();
        assertThat(project.modules().get(0).classPath())
                .extracting(path -> path.getFileName().toString())
                .anyMatch(name -> name.startsWith("assertj-core"))
                .anyMatch(name -> name.startsWith("byte-buddy"));
    }

    @Test
    void aCopyIsItsOwnProjectWhateverWasKeptOfTheOriginal(@TempDir Path elsewhere) throws IOException {
        pom("", "");
        java("src/main/java/sky/Target.java", "package sky; class Target {}");
        ProjectReader.at(root);
        Path copy = elsewhere.toRealPath().resolve("copy");
        try (Stream<Path> all = Files.walk(root)) {
            for (Path path : all.toList()) {
                Files.copy(path, copy.resolve(root.relativize(path)));
            }
        }
        assertThat(copy.resolve(".pare/index/project")).exists();
        assertThat(ProjectReader.at(copy).modules().get(0).mainRoots())
                .isNotEmpty()
                .allMatch(path -> path.startsWith(copy));
    }

    @Test
    void noProjectIsSaidSo() {
        assertThatThrownBy(() -> ProjectReader.at(root))
                .isInstanceOf(ProjectException.class)
                .hasMessageContaining("no project here");
        assertThatThrownBy(() -> ProjectReader.nearest(root.resolve("gone"))).hasMessageContaining("no such folder");
        assertThatThrownBy(() -> {
                    Files.writeString(root.resolve("pom.xml"), "<project");
                    ProjectReader.at(root);
                })
                .hasMessageContaining("does not read");
    }
}
