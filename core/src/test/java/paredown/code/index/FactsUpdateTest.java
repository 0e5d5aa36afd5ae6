package paredown.code.index;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.project.Progress;
import paredown.project.Project;
import paredown.project.ProjectReader;
import paredown.source.SourceText;

/** Facts out of the index must be what reading everything anew would tell. The project read is this module's own sources. */
class FactsUpdateTest {
    /** A part of the sources that compiles by itself. */
    private static final List<String> PACKAGES = List.of(
            "paredown/source",
            "paredown/project",
            "paredown/code/text",
            "paredown/code/compile",
            "paredown/code/facts",
            "paredown/code/index",
            "paredown/verdict",
            "paredown/trial");

    /** The project as each test finds it, read once. */
    @TempDir
    private static Path template;

    @TempDir
    private Path folder;

    private Path root;

    @BeforeAll
    static void readOnce() throws IOException {
        Path root = template.toRealPath();
        Path sources = Path.of("src/main/java");
        try (Stream<Path> files = Files.walk(sources)) {
            for (Path file : files.filter(Files::isRegularFile)
                    .filter(path -> PACKAGES.contains(
                            sources.relativize(path).getParent().toString()))
                    .toList()) {
                Path there =
                        root.resolve("src").resolve(sources.relativize(file).toString());
                Files.createDirectories(there.getParent());
                Files.copy(file, there);
            }
        }
        String classPath = Arrays.stream(System.getProperty("java.class.path").split(File.pathSeparator))
                .filter(entry -> entry.endsWith(".jar"))
                .map(entry -> "    - '" + entry + "'\n")
                .collect(Collectors.joining());
        Files.writeString(
                root.resolve(".pare.yaml"), "layout:\n  sources: [src]\n  release: 17\n  classPath:\n" + classPath);
        read(root);
    }

    @BeforeEach
    void copy() throws IOException {
        root = folder.toRealPath();
        try (Stream<Path> files = Files.walk(template)) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                Path there = root.resolve(template.relativize(file).toString());
                Files.createDirectories(there.getParent());
                Files.copy(file, there);
            }
        }
    }

    private CodeBase read() {
        return read(root);
    }

    private static CodeBase read(Path root) {
        Project project = ProjectReader.at(root);
        return CodeBase.read(Sources.read(project, Progress.SILENT), false, Progress.SILENT);
    }

    private Map<String, TypeFacts> facts(CodeBase code) {
        Map<String, TypeFacts> facts = new LinkedHashMap<>();
        code.types().forEach(type -> facts.put(type.name(), type));
        return facts;
    }

    private void forget() throws IOException {
        Files.deleteIfExists(root.resolve(".pare/index/facts"));
    }

    private void assertLikeNew(CodeBase updated) throws IOException {
        forget();
        CodeBase anew = read();
        assertThat(facts(updated)).isEqualTo(facts(anew));
        assertThat(updated.problems()).containsExactlyInAnyOrderElementsOf(anew.problems());
    }

    private void edit(String file, String from, String to) throws IOException {
        Path path = root.resolve("src/paredown").resolve(file);
        String text = Files.readString(path);
        assertThat(text).contains(from);
        Files.writeString(path, text.replace(from, to));
    }

    /** What one edit can do to the meaning of other files. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "a body | source/Region.java | return end - start; | return (end - start);",
                "a result type | source/Region.java | public int length() | public long length()",
                "a name | source/SourceText.java | public int lines() | public int allLines()",
                "an overload | verdict/Place.java | public record Place( | interface Far {} public record Place(",
                "a supertype | project/ProjectException.java | extends RuntimeException | extends IllegalStateException",
                "a constant | source/Token.java | WORD, | WORD, DIGRAPH,",
                "an abstract method | trial/Trial.java | TestReport run(); | TestReport run(); int more();",
                "a type parameter | code/index/KeptFile.java | interface Reads<T> | interface Reads<T extends Comparable<T>>",
                "an annotation | verdict/Refusal.java | public record | @Deprecated public record",
                "a hidden type | code/compile/Problem.java | public record Problem | class Beside {} public record Problem",
                "visibility | source/Edit.java | public static Edit insert | private static Edit insert",
                "rubbish | verdict/Refusal.java | public record Refusal( | public record Refusal((",
            })
    void oneEdit(String what, String file, String from, String to) throws IOException {
        read();
        edit(file, from, to);
        assertLikeNew(read());
    }

    @Test
    void filesComeAndGo() throws IOException {
        read();
        Files.delete(root.resolve("src/paredown/source/Region.java"));
        assertLikeNew(read());
        Files.writeString(
                root.resolve("src/paredown/source/Region.java"),
                "package paredown.source; public record Region(int start, int end) { public int length() { return 0; } }");
        assertLikeNew(read());
        Files.writeString(
                root.resolve("src/paredown/code/facts/List.java"), "package paredown.code.facts; class List<E> {}");
        assertLikeNew(read());
    }

    /** A file attributed against the declarations of all others tells what it tells among them. */
    @Test
    void everyFileAlone() throws IOException {
        Map<String, TypeFacts> whole = facts(read());
        List<Path> files;
        try (Stream<Path> all = Files.walk(root.resolve("src"))) {
            files = all.filter(Files::isRegularFile).sorted().toList();
        }
        Random random = new Random(4);
        for (int round = 0; round < 3; round++) {
            for (Path file : files) {
                if (random.nextInt(3) == 0) {
                    Files.writeString(file, Files.readString(file) + "// again\n");
                }
            }
            CodeBase code = read();
            assertThat(code.problems()).isEmpty();
            assertThat(facts(code)).isEqualTo(whole);
        }
    }

    @Test
    void anIndexThatIsNotWholeCountsAsNone() throws IOException {
        Map<String, TypeFacts> whole = facts(read());
        Path index = root.resolve(".pare/index/facts");
        byte[] kept = Files.readAllBytes(index);
        for (byte[] damaged : List.of(
                Arrays.copyOf(kept, kept.length / 2),
                new byte[0],
                "no index".getBytes(StandardCharsets.UTF_8),
                flipped(kept))) {
            Files.write(index, damaged);
            assertThat(facts(read())).isEqualTo(whole);
        }
        assertThat(Files.readAllBytes(index)).as("written anew").isEqualTo(kept);
        edit("source/Region.java", "public int length()", "public long length()");
        Files.setLastModifiedTime(
                root.resolve("src/paredown/source/Region.java"), java.nio.file.attribute.FileTime.fromMillis(0));
        assertThat(facts(read())).as("content counts, not dates").isNotEqualTo(whole);
    }

    /** Looks that leave tests out, between looks that do not, lose nothing that the tests depend on. */
    @Test
    void testsAreReadNowAndThen() throws IOException {
        Path own = Files.createDirectory(root.resolve("apart"));
        Files.createDirectories(own.resolve("src"));
        Files.createDirectories(own.resolve("test"));
        Files.writeString(own.resolve(".pare.yaml"), "layout:\n  sources: [src]\n  tests: [test]\n");
        Files.writeString(own.resolve("src/Star.java"), "class Star { int rank() { return 1; } }");
        Files.writeString(own.resolve("test/Made.java"), "class Made { Kind kind() { return new Kind(); } }");
        Files.writeString(own.resolve("test/Kind.java"), "class Kind { int n() { return new Star().rank(); } }");
        Files.writeString(
                own.resolve("test/Taker.java"),
                "class Taker { static void take(int n) {} static void take(long n) {} }");
        Files.writeString(
                own.resolve("test/User.java"), "class User { void use() { Taker.take(new Made().kind().n()); } }");
        for (int i = 0; i < 8; i++) {
            Files.writeString(own.resolve("test/More" + i + ".java"), "class More" + i + " {}");
        }
        assertThat(taken(own, true)).contains("Taker#take(int)");
        Files.writeString(own.resolve("test/Kind.java"), "class Kind { long n() { return new Star().rank(); } }");
        taken(own, false);
        assertThat(taken(own, true)).contains("Taker#take(long)");
        Files.writeString(
                own.resolve("src/Star.java"), "class Star { int rank() { return 2; } int size() { return 1; } }");
        taken(own, false);
        Files.writeString(own.resolve("test/Kind.java"), "class Kind { int n() { return new Star().size(); } }");
        taken(own, false);
        assertThat(taken(own, true)).contains("Taker#take(int)");
    }

    private List<String> taken(Path project, boolean tests) {
        CodeBase code = CodeBase.read(Sources.read(ProjectReader.at(project), Progress.SILENT), tests, Progress.SILENT);
        assertThat(code.problems()).isEmpty();
        return code.type("User").stream()
                .flatMap(TypeFacts::allReferences)
                .map(Reference::target)
                .toList();
    }

    private static byte[] flipped(byte[] bytes) {
        byte[] damaged = bytes.clone();
        damaged[bytes.length / 3] ^= 1;
        return damaged;
    }

    @Test
    void theCompilerMayReadMoreWhileItIsAsked() {
        Sources sources = Sources.read(ProjectReader.at(root), Progress.SILENT);
        List<SourceText> files = Stream.of("Edit", "Region")
                .map(name -> root.resolve("src/paredown/source/" + name + ".java"))
                .map(path -> sources.file(path).orElseThrow())
                .toList();

        List<String> seen = sources.attribute(
                sources.project().modules().get(0),
                false,
                files,
                List.of(),
                files.stream().map(SourceText::path).collect(Collectors.toSet()),
                Map.of(),
                Sources.Purpose.READING,
                attribution -> attribution.units().stream()
                        .map(unit -> attribution.elements().getTypeElement("paredown.trial.TestReport") == null
                                ? "nothing"
                                : attribution.source(unit).path().getFileName().toString())
                        .toList());

        assertThat(seen).containsExactly("Edit.java", "Region.java");
    }
}
