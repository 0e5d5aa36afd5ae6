package paredown.code.index;

import static org.assertj.core.api.Assertions.assertThat;

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

/** Facts out of the index must be what reading everything anew would tell. The project read is the sample. */
class FactsUpdateTest {
    private static final Path SAMPLE = Path.of("../demo/src/main/resources/meridian/src/main/java");

    /** The project as each test finds it, read once. */
    @TempDir
    private static Path template;

    @TempDir
    private Path folder;

    private Path root;

    @BeforeAll
    static void readOnce() throws IOException {
        Path root = template.toRealPath();
        copy(SAMPLE, root.resolve("src"));
        Files.writeString(root.resolve(".pare.yaml"), "layout:\n  sources: [src]\n  release: 17\n");
        read(root);
    }

    private static void copy(Path from, Path to) throws IOException {
        try (Stream<Path> files = Files.walk(from)) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                Path there = to.resolve(from.relativize(file).toString());
                Files.createDirectories(there.getParent());
                Files.copy(file, there);
            }
        }
    }

    @BeforeEach
    void copy() throws IOException {
        root = folder.toRealPath();
        copy(template, root);
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
        Path path = root.resolve("src/meridian").resolve(file);
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
                "a body | plan/Block.java | return start + hours(); | return hours() + start;",
                "a result type | sky/Airmass.java | public static Airmass at( | public static Object at(",
                "a name | plan/Block.java | public double end() | public double stop()",
                "an overload | sky/Catalog.java | public List<Target> all() | void add(Object any) {} public List<Target> all()",
                "a supertype | sky/Airmass.java | implements Comparable<Airmass> | implements java.io.Serializable",
                "a constant | scope/Filter.java | U(365, 66, 0.25), | U(365, 66, 0.25), H(656, 5, 0.9),",
                "an abstract method | log/LogSink.java | void put(LogEntry entry); | void put(LogEntry entry); void close();",
                "a type parameter | plan/Ranking.java | public interface Ranking | public interface Ranking<T extends Comparable<T>>",
                "an annotation | sky/Site.java | public record | @Deprecated public record",
                "a hidden type | log/LogEntry.java | public enum Kind | class String {} public enum Kind",
                "visibility | sky/Airmass.java | public static Airmass at( | private static Airmass at(",
                "rubbish | sky/Site.java | public record Site( | public record Site((",
            })
    void oneEdit(String what, String file, String from, String to) throws IOException {
        read();
        edit(file, from, to);
        assertLikeNew(read());
    }

    @Test
    void filesComeAndGo() throws IOException {
        read();
        Path airmass = root.resolve("src/meridian/sky/Airmass.java");
        Files.delete(airmass);
        assertLikeNew(read());
        Files.writeString(
                airmass,
                "package meridian.sky; public record Airmass(double value) { public static Airmass at(double a) { return null; } }");
        assertLikeNew(read());
        Files.writeString(root.resolve("src/meridian/sky/List.java"), "package meridian.sky; class List<E> {}");
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
        edit("plan/Block.java", "public double hours()", "public Object hours()");
        Files.setLastModifiedTime(
                root.resolve("src/meridian/plan/Block.java"), java.nio.file.attribute.FileTime.fromMillis(0));
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
        List<SourceText> files = Stream.of("Airmass", "Site")
                .map(name -> root.resolve("src/meridian/sky/" + name + ".java"))
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
                        .map(unit -> attribution.elements().getTypeElement("meridian.plan.Night") == null
                                ? "nothing"
                                : attribution.source(unit).path().getFileName().toString())
                        .toList());

        assertThat(seen).containsExactly("Airmass.java", "Site.java");
    }
}
