package paredown.project;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.zip.CRC32C;

/**
 * A project as it was last read, kept under {@code .pare/index} while its build files stay the same: resolving a class path takes longer
 * than anything else that is done before looking. Folders are looked for anew every time, and jars must still be there.
 */
final class KnownProject {
    private static final String NAME = "project";
    private static final int FORMAT = 5;
    private static final ObjectMapper JSON = new ObjectMapper();

    private final Path root;

    private KnownProject(Path root) {
        this.root = root;
    }

    static Optional<Project> in(Path root) {
        try {
            Optional<byte[]> bytes = OwnFolder.kept(root, NAME, 1);
            if (bytes.isEmpty()) {
                return Optional.empty();
            }
            JsonNode kept = JSON.readTree(bytes.get());
            KnownProject known = new KnownProject(root);
            return known.stands(kept) ? Optional.of(known.project(kept)) : Optional.empty();
        } catch (IOException | RuntimeException e) {
            return Optional.empty();
        }
    }

    /** Keeps a project that was read completely; one with gaps is read again, because somebody may be filling them. */
    static void keep(Project project, Collection<Path> buildFiles) {
        if (!project.problems().isEmpty()) {
            return;
        }
        ObjectNode kept = JSON.createObjectNode().put("format", FORMAT).put("setting", setting(project.root()));
        ObjectNode files = kept.putObject("files");
        buildFiles.forEach(path -> files.put(path.toString(), hash(path)));
        ObjectNode folders = kept.putObject("folders");
        ArrayNode modules = kept.putArray("modules");
        for (Module module : project.modules()) {
            modules.add(node(module));
            for (String name : List.of(
                    "src/main/java", "src/test/java", "target/generated-sources", "target/generated-test-sources")) {
                Path folder = module.folder().resolve(name);
                folders.put(folder.toString(), listing(folder));
            }
        }
        OwnFolder.keep(project.root(), NAME, kept.toString().getBytes(StandardCharsets.UTF_8));
    }

    private boolean stands(JsonNode kept) {
        if (kept.path("format").asInt() != FORMAT
                || !kept.path("setting").asText().equals(setting(root))) {
            return false;
        }
        for (var file : kept.path("files").properties()) {
            if (!hash(Path.of(file.getKey())).equals(file.getValue().asText())) {
                return false;
            }
        }
        for (var folder : kept.path("folders").properties()) {
            if (!listing(Path.of(folder.getKey())).equals(folder.getValue().asText())) {
                return false;
            }
        }
        for (JsonNode module : kept.path("modules")) {
            for (JsonNode entry : module.path("classPath")) {
                if (!Files.exists(Path.of(entry.asText()))) {
                    return false;
                }
            }
        }
        return true;
    }

    /** What else decides how a project is read; where it lies too, because a copied folder brings along what was kept of the original. */
    private static String setting(Path root) {
        Path settings = Path.of(System.getProperty("user.home"), ".m2", "settings.xml");
        return root + " " + Runtime.version() + " " + System.getProperty("maven.repo.local", "") + " " + hash(settings)
                + " " + System.getenv().getOrDefault("MAVEN_OPTS", "");
    }

    private static String hash(Path file) {
        try {
            byte[] content = Files.readAllBytes(file);
            CRC32C checksum = new CRC32C();
            checksum.update(content);
            return Long.toHexString(checksum.getValue()) + "-" + content.length;
        } catch (IOException e) {
            return "none";
        }
    }

    /** The names of the folders in a folder: a build may have made some since. */
    private static String listing(Path folder) {
        if (!Files.isDirectory(folder)) {
            return "none";
        }
        try (var children = Files.list(folder)) {
            return folder.endsWith("java")
                    ? "there"
                    : children.filter(Files::isDirectory)
                            .map(Path::getFileName)
                            .sorted()
                            .toList()
                            .toString();
        } catch (IOException e) {
            return "unreadable";
        }
    }

    // pare: accept feature-envy: how a module is kept is known here alone
    private static ObjectNode node(Module module) {
        ObjectNode node = JSON.createObjectNode()
                .put("name", module.name())
                .put("folder", module.folder().toString());
        paths(node.putArray("mainRoots"), module.mainRoots());
        paths(node.putArray("testRoots"), module.testRoots());
        paths(node.putArray("generatedRoots"), module.generatedRoots());
        paths(node.putArray("classPath"), module.classPath());
        module.uses().forEach(node.putArray("uses")::add);
        module.usesTests().forEach(node.putArray("usesTests")::add);
        module.release().ifPresent(release -> node.put("release", release));
        node.put("encoding", module.encoding().name());
        module.options().forEach(node.putArray("options")::add);
        return node.put("published", module.surroundings().published())
                .put("libraries", module.surroundings().libraries());
    }

    private static void paths(ArrayNode array, List<Path> paths) {
        paths.forEach(path -> array.add(path.toString()));
    }

    private Project project(JsonNode kept) {
        List<Module> modules = new ArrayList<>();
        for (JsonNode node : kept.path("modules")) {
            modules.add(new Module(
                    node.path("name").asText(),
                    Path.of(node.path("folder").asText()),
                    paths(node.path("mainRoots")),
                    paths(node.path("testRoots")),
                    paths(node.path("generatedRoots")),
                    paths(node.path("classPath")),
                    texts(node.path("uses")),
                    texts(node.path("usesTests")),
                    node.has("release") ? OptionalInt.of(node.path("release").asInt()) : OptionalInt.empty(),
                    Charset.forName(node.path("encoding").asText()),
                    texts(node.path("options")),
                    new Module.Surroundings(
                            node.path("published").asBoolean(),
                            node.path("libraries").asBoolean())));
        }
        return new Project(root, modules, List.of());
    }

    private static List<String> texts(JsonNode array) {
        List<String> texts = new ArrayList<>();
        array.forEach(one -> texts.add(one.asText()));
        return texts;
    }

    private static List<Path> paths(JsonNode array) {
        return texts(array).stream().map(Path::of).toList();
    }
}
