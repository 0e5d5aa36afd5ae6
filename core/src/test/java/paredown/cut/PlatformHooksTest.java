package paredown.cut;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import java.io.ObjectStreamClass;
import java.io.ObjectStreamField;
import java.lang.reflect.Member;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.ServiceLoader;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.jar.Attributes;
import java.util.jar.Manifest;
import java.util.stream.Stream;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import paredown.SampleProject;
import paredown.check.Cuts;
import paredown.check.Planner;
import paredown.code.compile.PlatformHooks;
import paredown.journal.Journal;
import paredown.project.Progress;
import paredown.verdict.Plan;
import paredown.verdict.Refusal;
import paredown.verdict.Verdict;

/**
 * What the platform finds by name, under every kind of cut. {@code hooks/before} is the project; every line of {@code hooks/cuts.yaml} is a
 * cut and what comes of it. Where one is applied, the classes are compiled and the platform itself is asked: the serialised form, the hooks
 * that are declared, the providers of a service.
 */
class PlatformHooksTest {
    private static final Path FOLDER = Path.of("src/test/resources/hooks");
    private static final ObjectMapper YAML = new ObjectMapper(new YAMLFactory());

    private static final Set<String> HOLDERS = Set.of("Plate", "Frame", "Start", "Later", "Agent", "Beacon");

    @TempDir
    Path place;

    @TempDir
    Path compiled;

    @Test
    void noCutTakesAwayWhatThePlatformLooksFor() throws Exception {
        Map<String, byte[]> files = new TreeMap<>();
        SampleProject.filesIn(FOLDER.resolve("before"))
                .forEach((name, bytes) -> files.put(name.startsWith("resources/") ? "../" + name : name, bytes));
        SampleProject project = SampleProject.of(place, files);
        Files.writeString(project.root().resolve(".pare.yaml"), "publicApi: free\n");
        Map<String, String> before = known(project);
        Planner planner = new Planner(project.read(), Progress.SILENT);
        Map<String, String> found = new TreeMap<>();
        List<Map<String, Object>> cuts =
                YAML.readValue(Files.readString(FOLDER.resolve("cuts.yaml")), new TypeReference<>() {});
        for (Map<String, Object> asked : cuts) {
            Cut cut = Cuts.of((String) asked.get("cut"), asked).orElseThrow();
            Verdict verdict = planner.plan(cut);
            found.put(cut.commandLine(), outcome(verdict));
            if (verdict instanceof Plan plan) {
                assertThat(after(project, cut, plan)).as(cut.commandLine()).isEqualTo(before);
            }
        }
        Map<String, String> expected = new TreeMap<>();
        cuts.forEach(asked -> expected.put(
                Cuts.of((String) asked.get("cut"), asked).orElseThrow().commandLine(), (String) asked.get("is")));
        assertThat(found).isEqualTo(expected);
    }

    private static String outcome(Verdict verdict) {
        return verdict instanceof Refusal refusal ? refusal.rule().id() + ": " + refusal.reason() : "applied";
    }

    private Map<String, String> after(SampleProject project, Cut cut, Plan plan) throws Exception {
        try (Journal journal = Journal.open(project.root())) {
            journal.confirm(
                    journal.write(cut.kind(), plan.title(), cut.commandLine(), plan.changes(), Clock.systemUTC()));
            Map<String, String> known = known(project);
            journal.undo();
            return known;
        }
    }

    /** What serialisation, the launcher and the service loader find, by class. */
    private Map<String, String> known(SampleProject project) throws Exception {
        Path classes = Files.createTempDirectory(compiled, "classes");
        List<String> arguments = Stream.concat(
                        Stream.of("-d", classes.toString()),
                        project.files().keySet().stream()
                                .filter(name -> name.endsWith(".java"))
                                .map(name -> project.file(name).toString()))
                .toList();
        assertThat(ToolProvider.getSystemJavaCompiler().run(null, null, null, arguments.toArray(String[]::new)))
                .isZero();
        Path services = project.root().resolve("src/main/resources");
        URL[] places = {classes.toUri().toURL(), services.toUri().toURL()};
        Map<String, String> known = new TreeMap<>();
        try (URLClassLoader loader = new URLClassLoader(places, null);
                Stream<Path> files = Files.walk(classes)) {
            for (Path file :
                    files.filter(one -> one.toString().endsWith(".class")).toList()) {
                String name = classes.relativize(file).toString();
                Class<?> type = Class.forName(
                        name.substring(0, name.length() - ".class".length())
                                .replace(file.getFileSystem().getSeparator(), "."),
                        false,
                        loader);
                if (HOLDERS.contains(type.getSimpleName())) {
                    known.put(type.getSimpleName(), known(type));
                }
            }
            Attributes manifest = new Manifest(loader.getResourceAsStream("META-INF/MANIFEST.MF")).getMainAttributes();
            for (Object name : manifest.values()) {
                known.merge(
                        "manifest", Class.forName((String) name, false, loader).getSimpleName(), String::concat);
            }
            Class<?> service = Class.forName("meridian.Light", true, loader);
            known.put(
                    "providers",
                    ServiceLoader.load(service, loader).stream()
                            .map(one -> one.type().getSimpleName())
                            .toList()
                            .toString());
        }
        return known;
    }

    private static String known(Class<?> type) {
        TreeSet<String> found = new TreeSet<>();
        Stream.concat(Arrays.stream(type.getDeclaredMethods()), Arrays.stream(type.getDeclaredFields()))
                .filter(one -> PlatformHooks.isName(((Member) one).getName()))
                .forEach(one -> found.add(one.toString().replace(type.getName(), type.getSimpleName())));
        Optional.ofNullable(ObjectStreamClass.lookup(type)).ifPresent(form -> {
            found.add(form.getName());
            Stream.of(form.getFields()).map(ObjectStreamField::toString).forEach(found::add);
        });
        return found.toString();
    }
}
