package paredown.project;

import java.io.File;
import java.io.IOException;
import java.io.Reader;
import java.lang.module.ModuleFinder;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Properties;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.apache.maven.model.Build;
import org.apache.maven.model.Model;
import org.apache.maven.model.Plugin;
import org.apache.maven.model.PluginExecution;
import org.apache.maven.model.building.DefaultModelBuilderFactory;
import org.apache.maven.model.building.DefaultModelBuildingRequest;
import org.apache.maven.model.building.ModelBuildingException;
import org.apache.maven.model.building.ModelBuildingRequest;
import org.apache.maven.model.building.ModelBuildingResult;
import org.apache.maven.model.building.ModelProblem;
import org.apache.maven.model.io.xpp3.MavenXpp3Reader;
import org.codehaus.plexus.util.xml.Xpp3Dom;
import org.codehaus.plexus.util.xml.pull.XmlPullParserException;

/** Reads a Maven project, single or of several modules, without running Maven and without the network. */
final class MavenReader {
    private static final Pattern EXPORT =
            Pattern.compile("--add-exports=([\\w.]+)/([\\w.]+)=[\\w.]+(?:-UNNAMED)?(?:,[\\w.]+)*");

    /** Plugins that sign an artifact, send it off, or add the sources and the documentation that others want beside it. */
    private static final Set<String> PUBLISHING = Set.of(
            "maven-gpg-plugin",
            "maven-javadoc-plugin",
            "maven-source-plugin",
            "central-publishing-maven-plugin",
            "nexus-staging-maven-plugin");

    private final Path root;
    private final LocalArtifacts artifacts;
    private final List<String> problems = new ArrayList<>();
    private final Set<Path> buildFiles = new LinkedHashSet<>();

    MavenReader(Path root) {
        this.root = root;
        this.artifacts = new LocalArtifacts();
    }

    /** Whether the build file in one folder lists another folder, or one between them, as a module. */
    static boolean lists(Path parent, Path module) {
        try (Reader reader = Files.newBufferedReader(parent.resolve("pom.xml"))) {
            Model model = new MavenXpp3Reader().read(reader, false);
            return model.getModules().stream()
                    .map(name -> parent.resolve(name).normalize())
                    .anyMatch(module::equals);
        } catch (IOException | XmlPullParserException e) {
            return false;
        }
    }

    Project read() {
        Map<Path, Model> models = new LinkedHashMap<>();
        collect(root, models);
        if (!models.containsKey(root)) {
            throw new ProjectException("the build file does not read: " + String.join("; ", problems));
        }
        artifacts.within(models.values());
        List<Module> modules = new ArrayList<>();
        models.forEach((folder, model) -> modules.add(module(folder, model)));
        return new Project(root, modules, problems);
    }

    /** The files that the project was read from, parents outside of it among them. */
    Set<Path> buildFiles() {
        return buildFiles;
    }

    private void collect(Path folder, Map<Path, Model> models) {
        Path pom = Files.isDirectory(folder) ? folder.resolve("pom.xml") : folder;
        if (models.containsKey(pom.getParent())) {
            return;
        }
        Optional<Model> model = effective(pom);
        if (model.isEmpty()) {
            return;
        }
        models.put(pom.getParent(), model.get());
        for (String name : model.get().getModules()) {
            Path next = pom.getParent().resolve(name).normalize();
            if (Files.exists(next)) {
                collect(next, models);
            } else {
                problems.add("the module '" + name + "' that " + relative(pom) + " lists is not there");
            }
        }
    }

    private Optional<Model> effective(Path pom) {
        DefaultModelBuildingRequest request = new DefaultModelBuildingRequest();
        request.setPomFile(pom.toFile());
        request.setModelResolver(artifacts.models());
        request.setSystemProperties(System.getProperties());
        request.setProcessPlugins(false);
        request.setValidationLevel(ModelBuildingRequest.VALIDATION_LEVEL_MINIMAL);
        request.setTwoPhaseBuilding(false);
        request.setUserProperties(withoutExplosions(pom));
        buildFiles.add(pom.toAbsolutePath().normalize());
        try {
            ModelBuildingResult result =
                    new DefaultModelBuilderFactory().newInstance().build(request);
            for (String id : result.getModelIds()) {
                File file = id.isEmpty() ? null : result.getRawModel(id).getPomFile();
                if (file != null) {
                    buildFiles.add(file.toPath().toAbsolutePath().normalize());
                }
            }
            return Optional.of(result.getEffectiveModel());
        } catch (ModelBuildingException e) {
            String why = e.getProblems().stream()
                    .map(ModelProblem::getMessage)
                    .findFirst()
                    .orElse(e.getMessage());
            problems.add(relative(pom) + " does not read completely: " + why);
            Optional<Model> partly = Optional.ofNullable(e.getModel());
            partly.filter(model -> model.getBuild() == null).ifPresent(model -> model.setBuild(new Build()));
            return partly;
        }
    }

    /** What a user says goes before what the build file says: empty, in the place of what would grow without end. */
    private Properties withoutExplosions(Path pom) {
        Properties instead = new Properties();
        Set<String> names = PropertyExpansion.tooLong(pom);
        names.forEach(name -> instead.setProperty(name, ""));
        if (!names.isEmpty()) {
            problems.add("properties of " + relative(pom) + " become too long and are read as empty: "
                    + String.join(", ", names));
        }
        return instead;
    }

    private Module module(Path folder, Model model) {
        List<Path> generated = generatedRoots(folder);
        List<Path> main = roots(folder, model.getBuild().getSourceDirectory(), "src/main/java");
        List<Path> tests = roots(folder, model.getBuild().getTestSourceDirectory(), "src/test/java");
        addedRoots(folder, model, "add-source").forEach(path -> addNew(path, main));
        addedRoots(folder, model, "add-test-source").forEach(path -> addNew(path, tests));
        generated.removeIf(path -> main.contains(path) || tests.contains(path));
        generated.forEach(path -> (path.toString().contains("test") ? tests : main).add(path));
        main.stream()
                .filter(path -> path.startsWith(folder.resolve("target")) && !generated.contains(path))
                .forEach(generated::add);
        LocalArtifacts.Resolved resolved = model.getPackaging().equals("pom") && main.isEmpty()
                ? LocalArtifacts.Resolved.NOTHING
                : artifacts.dependencies(model);
        resolved.missing()
                .forEach(name -> problems.add(
                        model.getArtifactId() + " needs " + name + ", which is not in the local repository"));
        resolved.unread().forEach(problem -> problems.add(model.getArtifactId() + ": " + problem));
        return new Module(
                model.getArtifactId() == null ? folder.getFileName().toString() : model.getArtifactId(),
                folder,
                main,
                tests,
                generated,
                resolved.files(),
                resolved.modules(),
                resolved.testModules(),
                release(model),
                encoding(model),
                options(model),
                new Module.Surroundings(isPublished(model), artifacts.hasLibraries(model)));
    }

    /** Whether a build file, by itself or by a parent, says where the artifact goes, under which licence, or makes what goes with it. */
    private static boolean isPublished(Model model) {
        return model.getDistributionManagement() != null
                || !model.getLicenses().isEmpty() && model.getScm() != null
                || model.getBuild().getPlugins().stream()
                        .map(Plugin::getArtifactId)
                        .anyMatch(PUBLISHING::contains);
    }

    private static void addNew(Path path, List<Path> roots) {
        if (!roots.contains(path)) {
            roots.add(path);
        }
    }

    /** Source roots that the build adds by the goals of the plugin that is made for it. */
    private static List<Path> addedRoots(Path folder, Model model, String goal) {
        List<Path> found = new ArrayList<>();
        Plugin plugin = model.getBuild().getPluginsAsMap().get("org.codehaus.mojo:build-helper-maven-plugin");
        if (plugin == null) {
            return found;
        }
        for (PluginExecution execution : plugin.getExecutions()) {
            Xpp3Dom sources = execution.getGoals().contains(goal) && execution.getConfiguration() instanceof Xpp3Dom dom
                    ? dom.getChild("sources")
                    : null;
            for (Xpp3Dom source : sources == null ? new Xpp3Dom[0] : sources.getChildren()) {
                if (source.getValue() != null) {
                    ProjectReader.folder(folder.resolve(source.getValue().strip()))
                            .ifPresent(found::add);
                }
            }
        }
        return found;
    }

    private List<Path> roots(Path folder, String declared, String usual) {
        List<Path> found = new ArrayList<>();
        ProjectReader.folder(folder.resolve(declared == null ? usual : declared))
                .ifPresent(found::add);
        return found;
    }

    private List<Path> generatedRoots(Path folder) {
        List<Path> found = new ArrayList<>();
        for (String name : List.of("target/generated-sources", "target/generated-test-sources")) {
            Path parent = folder.resolve(name);
            if (!Files.isDirectory(parent)) {
                continue;
            }
            try (Stream<Path> children = Files.list(parent)) {
                children.sorted().forEach(child -> ProjectReader.folder(child).ifPresent(found::add));
            } catch (IOException e) {
                problems.add(relative(parent) + " cannot be listed");
            }
        }
        return found;
    }

    private static OptionalInt release(Model model) {
        for (String key : List.of("release", "source")) {
            Optional<String> value = compilerSetting(model, key).or(() -> property(model, "maven.compiler." + key));
            if (value.isPresent()) {
                return level(value.get());
            }
        }
        return OptionalInt.empty();
    }

    private static OptionalInt level(String text) {
        try {
            return OptionalInt.of(Integer.parseInt(text.startsWith("1.") ? text.substring(2) : text));
        } catch (NumberFormatException e) {
            return OptionalInt.empty();
        }
    }

    private Charset encoding(Model model) {
        Optional<String> name = compilerSetting(model, "encoding")
                .or(() -> property(model, "encoding"))
                .or(() -> property(model, "project.build.sourceEncoding"));
        try {
            return name.map(Charset::forName).orElse(StandardCharsets.UTF_8);
        } catch (IllegalArgumentException e) {
            problems.add(model.getArtifactId() + " declares an unknown encoding: " + name.orElse(""));
            return StandardCharsets.UTF_8;
        }
    }

    private List<String> options(Model model) {
        Set<String> options = new LinkedHashSet<>();
        compilerPlugin(model)
                .map(plugin -> (Xpp3Dom) plugin.getConfiguration())
                .map(configuration -> configuration.getChild("compilerArgs"))
                .ifPresent(arguments -> {
                    for (Xpp3Dom argument : arguments.getChildren()) {
                        String value = argument.getValue();
                        if (value != null && value.startsWith("--add-exports=")) {
                            if (isExport(value)) {
                                options.add(value);
                            } else {
                                problems.add(model.getArtifactId() + " gives the compiler '" + value
                                        + "', which exports no package of a module that is there; it is left out");
                            }
                        }
                    }
                });
        return List.copyOf(options);
    }

    private static boolean isExport(String argument) {
        Matcher export = EXPORT.matcher(argument);
        return export.matches()
                && ModuleFinder.ofSystem()
                        .find(export.group(1))
                        .map(module -> module.descriptor().packages().contains(export.group(2)))
                        .orElse(false);
    }

    private static Optional<String> compilerSetting(Model model, String key) {
        return compilerPlugin(model)
                .map(plugin -> (Xpp3Dom) plugin.getConfiguration())
                .map(configuration -> configuration.getChild(key))
                .map(Xpp3Dom::getValue);
    }

    private static Optional<Plugin> compilerPlugin(Model model) {
        return Optional.ofNullable(
                model.getBuild().getPluginsAsMap().get("org.apache.maven.plugins:maven-compiler-plugin"));
    }

    private static Optional<String> property(Model model, String name) {
        return Optional.ofNullable(model.getProperties().getProperty(name));
    }

    private String relative(Path path) {
        return (path.startsWith(root) ? root.relativize(path) : path).toString().replace(File.separatorChar, '/');
    }
}
