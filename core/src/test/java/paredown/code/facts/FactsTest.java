package paredown.code.facts;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import paredown.SampleProject;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.measure.ClassMeasures;
import paredown.project.Progress;
import paredown.project.ProjectReader;

/** The facts of a source rich in kinds of declaration, against a list made by hand. */
class FactsTest {
    @TempDir
    private Path folder;

    private CodeBase code;

    @BeforeEach
    void read() throws IOException {
        SampleProject project = SampleProject.of(folder, SampleProject.filesIn(Path.of("src/test/resources/facts")));
        code = CodeBase.read(project.read(), false, Progress.SILENT);
        assertThat(code.problems()).isEmpty();
    }

    @Test
    void everyTypeOnce() {
        assertThat(code.types().map(type -> type.kind() + " " + type.name()))
                .containsExactly(
                        "CLASS meridian.Rich",
                        "ENUM meridian.Rich.Phase",
                        "RECORD meridian.Rich.Pair",
                        "ANNOTATION meridian.Rich.Marked",
                        "INTERFACE meridian.Ranked",
                        "CLASS meridian.Base");
        assertThat(type("Rich").superclass()).contains("meridian.Base");
        assertThat(type("Rich").interfaces()).containsExactly("meridian.Ranked");
    }

    /** A jar of the class path is somebody else's code: it must not run because sources are looked at. */
    @Test
    void aCompilerPlugInOnTheClassPathDoesNotStart(@TempDir Path place) throws IOException {
        Path source = Files.writeString(place.resolve("Guest.java"), """
                import com.sun.source.util.JavacTask;
                import com.sun.source.util.Plugin;

                public class Guest implements Plugin {
                    public String getName() { return "guest"; }
                    public boolean autoStart() { return true; }
                    public void init(JavacTask task, String... arguments) { System.setProperty("guest.ran", "yes"); }
                }
                """);
        Path classes = Files.createDirectories(place.resolve("project/lib/classes/META-INF/services"));
        Files.writeString(classes.resolve("com.sun.source.util.Plugin"), "Guest");
        Path out = place.resolve("project/lib/classes");
        assertThat(ToolProvider.getSystemJavaCompiler().run(null, null, null, "-d", out.toString(), source.toString()))
                .isZero();
        Path root = place.resolve("project").toRealPath();
        Files.createDirectories(root.resolve("src"));
        Files.writeString(root.resolve("src/module-info.java"), "module night {}");
        Files.writeString(root.resolve("src/Night.java"), "class Night {}");
        Files.writeString(root.resolve(".pare.yaml"), "layout: {sources: [src], classPath: [lib/classes]}\n");
        CodeBase.read(Sources.read(ProjectReader.at(root), Progress.SILENT), false, Progress.SILENT)
                .modules();
        assertThat(System.getProperty("guest.ran")).isNull();
    }

    /** It does not give its file the name. */
    @Test
    void aTypeBehindAnotherOnesNameIsOfTheProject() {
        assertThat(code.uses("meridian.Base#<init>(int)")).isNotEmpty();
    }

    @Test
    void everyDirectiveOnce() {
        assertThat(code.modules()).singleElement().satisfies(module -> {
            assertThat(module.name()).isEqualTo("meridian.sky");
            assertThat(module.directives().stream()
                            .map(one -> one.line() + " " + one.kind() + " " + one.subject() + " " + one.targets()))
                    .containsExactly(
                            "3 REQUIRES java.logging []",
                            "4 EXPORTS meridian []",
                            "5 OPENS meridian [java.base, java.logging]",
                            "6 USES meridian.Ranked []",
                            "7 PROVIDES meridian.Ranked [meridian.Rich]");
        });
        assertThat(code.isApi(type("Rich"))).isTrue();
        assertThat(code.isApi(type("Base"))).isFalse();
    }

    @Test
    void everyMemberOnce() {
        assertThat(members("Rich"))
                .containsExactly(
                        "FIELD LIMIT 0",
                        "FIELD count 0",
                        "FIELD total 0",
                        "FIELD items 0",
                        "INITIALIZER <static>:13 1",
                        "INITIALIZER <instance>:17 1",
                        "CONSTRUCTOR <init>(java.util.List) 1",
                        "METHOD hashCode() 2",
                        "METHOD both(int,int) 6");
        assertThat(members("Rich.Phase")).containsExactly("FIELD DUSK 0", "FIELD DAWN 0", "METHOD hour() 1");
        assertThat(members("Rich.Pair"))
                .contains("METHOD hours() 1")
                .anyMatch(member -> member.startsWith("CONSTRUCTOR <init>(meridian.Rich.Phase,meridian.Rich.Phase)"));
        assertThat(members("Ranked")).containsExactly("METHOD helper() 1");
        assertThat(members("Rich.Marked")).containsExactly("METHOD value() 1");
    }

    @Test
    void everyReferenceWithItsKind() {
        assertThat(references("hashCode()"))
                .containsExactly(
                        "STAND_IN java.util.function.IntSupplier",
                        "CALL max(int,int)",
                        "WRITE count",
                        "READ total",
                        "READ items",
                        "CALL getAsInt()",
                        "CALL size()",
                        "READ items");
        assertThat(references("<instance>:17")).containsExactly("WRITE count");
        assertThat(references("<init>(java.util.List)")).contains("CREATE <init>(int)", "READ LIMIT", "WRITE items");
        assertThat(references("both(int,int)")).contains("WRITE total", "CALL both(int,int)", "CALL same()");
        assertThat(code.uses("meridian.Rich#LIMIT"))
                .extracting(use -> use.member().name())
                .contains("total", "<init>", "helper", "value");
        assertThat(type("Rich").member("meridian.Rich#hashCode()").orElseThrow().overrides())
                .isTrue();
        assertThat(type("Rich").member("meridian.Rich#both(int,int)").orElseThrow().locals().stream()
                        .map(LocalFacts::name))
                .containsExactly("a", "b", "i");
    }

    @Test
    void whatStandsInFrontOfTheBody() {
        assertThat(type("Rich").references())
                .extracting(one -> one.kind() + " " + one.target())
                .containsExactly("TYPE java.lang.Comparable", "TYPE meridian.Base", "TYPE meridian.Ranked");
    }

    /** The language of the running JDK, as far as there is a source for it. */
    @ParameterizedTest
    @MethodSource("newerLevels")
    void newerLanguage(int level) throws IOException {
        Path other = Files.createDirectory(folder.resolve("newer"));
        for (var file : SampleProject.filesIn(Path.of("src/test/resources/facts" + (level == 17 ? "" : "-" + level)))
                .entrySet()) {
            Path there = other.resolve("src").resolve(file.getKey());
            Files.createDirectories(there.getParent());
            Files.write(there, file.getValue());
        }
        Files.writeString(other.resolve(".pare.yaml"), "layout:\n  sources: [src]\n  release: " + level + "\n");
        code = CodeBase.read(Sources.read(ProjectReader.at(other), Progress.SILENT), false, Progress.SILENT);
        assertThat(code.problems()).isEmpty();
        if (level < 25) {
            assertThat(code.types()).isNotEmpty();
            return;
        }
        assertThat(members("Newer"))
                .containsExactly(
                        "FIELD limit 0",
                        "CONSTRUCTOR <init>(int) 1",
                        "METHOD rank(meridian.Newer.Sky) 4",
                        "METHOD text(java.lang.Object) 4");
        assertThat(references("Newer", "rank(meridian.Newer.Sky)")).containsExactly("READ limit");
        assertThat(references("Newer", "<init>(int)"))
                .containsExactly("CALL abs(int)", "CREATE <init>(int)", "WRITE limit");
        assertThat(type("Newer").member("meridian.Newer#rank(meridian.Newer.Sky)").orElseThrow().locals().stream()
                        .map(LocalFacts::name))
                .contains("sky", "seeing");
        assertThat(code.types().map(TypeFacts::name))
                .containsExactly(
                        "meridian.Newer",
                        "meridian.Newer.Sky",
                        "meridian.Newer.Clear",
                        "meridian.Newer.Cloudy",
                        "meridian.Older");
    }

    private static IntStream newerLevels() {
        return IntStream.of(17, 25).filter(level -> level <= Runtime.version().feature());
    }

    private static final String DOME = """
            package meridian;

            class Dome {
                private static final double SLIT = 7.25;
                private double wind;

                int open(Reading now, String side, int turns) {
                    int left = turns;
                    for (int i = 0; i < 3; i++) {
                        if (now.gust() > 12.5 && !now.rain()) {
                            break;
                        }
                        left += i;
                    }
                    if (this.wind < 0 || wind > 88) {
                        return 0;
                    }
                    if (side.equals("east")) {
                        left--;
                    } else if (side.equals("west")) {
                        left++;
                    } else if ("north".equals(side)) {
                        left = turns;
                    }
                    // left = 3;
                    // if (left > 2) {
                    //     open(now, side, left);
                    // }
                    return left;
                }
            }

            interface Reading {
                double gust();

                boolean rain();
            }
            """;

    @Test
    void whatBodiesAreMadeOf(@TempDir Path other) throws IOException {
        CodeBase dome = CodeBase.read(
                SampleProject.of(other, "meridian/Dome.java", DOME).read(), false, Progress.SILENT);
        TypeFacts type = dome.type("meridian.Dome").orElseThrow();
        BodyFacts body = type.methods().findFirst().orElseThrow().body();
        assertThat(body.conditions())
                .extracting(one -> one.place() + " " + one.terms() + " " + one.negations() + " " + one.subject() + " "
                        + one.text())
                .containsExactly(
                        "9:25-9:29 1 0 i $<3",
                        "10:17-10:48 2 1 now $.gust()>12.5&&!$.rain()",
                        "15:13-15:38 2 0 wind $<0||$>88",
                        "18:13-18:31 1 0 side $.equals(\"east\")",
                        "20:20-20:38 1 0 side $.equals(\"west\")",
                        "22:20-22:39 1 0 side \"north\".equals($)");
        assertThat(body.selections())
                .containsExactly(new SelectionFacts(
                        18, "side", "java.lang.String", List.of("\"east\"", "\"west\"", "\"north\"")));
        assertThat(body.literals())
                .extracting(LiteralFacts::text)
                .containsExactly("3", "12.5", "88", "\"east\"", "\"west\"", "\"north\"");
        assertThat(body.locals())
                .contains(new LocalFacts("left", "int", 8, List.of(13, 19, 21, 29), List.of(13, 19, 21, 23)));
        assertThat(body.statements())
                .filteredOn(StatementFacts::leaves)
                .extracting(StatementFacts::line)
                .as("the loop itself is not left by its break")
                .containsExactly(10, 11, 15, 16, 29);
        assertThat(type.commentedOut()).extracting(PlaceFacts::toString).containsExactly("25:9-28:12");
    }

    @Test
    void measuresOfTheSameSource() {
        assertThat(ClassMeasures.wmc(type("Rich"))).isEqualTo(1 + 1 + 1 + 2 + 6);
        assertThat(ClassMeasures.tcc(type("Rich")))
                .as("one visible method makes no pair")
                .isEmpty();
        assertThat(ClassMeasures.atfd(type("Rich")))
                .as("its own nested types are not foreign")
                .isZero();
    }

    private TypeFacts type(String name) {
        return code.type("meridian." + name).orElseThrow();
    }

    private List<String> members(String type) {
        return type(type).members().stream()
                .map(member -> member.kind() + " "
                        + member.symbol().substring(member.symbol().indexOf('#') + 1) + " " + member.complexity())
                .collect(Collectors.toList());
    }

    private List<String> references(String member) {
        return references("Rich", member);
    }

    private List<String> references(String type, String member) {
        return type(type).member("meridian." + type + "#" + member).orElseThrow().references().stream()
                .filter(one -> one.kind() != Reference.Kind.TYPE)
                .map(one ->
                        one.kind() + " " + one.target().substring(one.target().indexOf('#') + 1))
                .toList();
    }
}
