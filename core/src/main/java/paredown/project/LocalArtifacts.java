package paredown.project;

import java.io.File;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.maven.model.Dependency;
import org.apache.maven.model.Model;
import org.apache.maven.model.Parent;
import org.apache.maven.model.Repository;
import org.apache.maven.model.building.FileModelSource;
import org.apache.maven.model.building.ModelSource;
import org.apache.maven.model.resolution.ModelResolver;
import org.apache.maven.model.resolution.UnresolvableModelException;
import org.apache.maven.repository.internal.MavenRepositorySystemUtils;
import org.apache.maven.settings.building.DefaultSettingsBuilderFactory;
import org.apache.maven.settings.building.DefaultSettingsBuildingRequest;
import org.apache.maven.settings.building.SettingsBuildingException;
import org.eclipse.aether.DefaultRepositorySystemSession;
import org.eclipse.aether.RepositorySystem;
import org.eclipse.aether.artifact.Artifact;
import org.eclipse.aether.artifact.DefaultArtifact;
import org.eclipse.aether.collection.CollectRequest;
import org.eclipse.aether.graph.DependencyNode;
import org.eclipse.aether.graph.Exclusion;
import org.eclipse.aether.internal.impl.SimpleLocalRepositoryManagerFactory;
import org.eclipse.aether.repository.LocalRepository;
import org.eclipse.aether.repository.NoLocalRepositoryManagerException;
import org.eclipse.aether.repository.WorkspaceReader;
import org.eclipse.aether.repository.WorkspaceRepository;
import org.eclipse.aether.resolution.ArtifactResult;
import org.eclipse.aether.resolution.DependencyRequest;
import org.eclipse.aether.resolution.DependencyResolutionException;
import org.eclipse.aether.resolution.DependencyResult;
import org.eclipse.aether.supplier.RepositorySystemSupplier;
import org.eclipse.aether.util.artifact.JavaScopes;
import org.eclipse.aether.util.repository.SimpleArtifactDescriptorPolicy;

/** Dependencies out of the user's local Maven repository. Offline: what is not there is reported as missing, never fetched. */
final class LocalArtifacts {
    /**
     * The class path of a module.
     *
     * @param files jars outside the project
     * @param modules names of modules of the project that it depends on, transitively
     * @param testModules names of modules of the project whose test jars it depends on
     * @param missing coordinates that the local repository does not hold
     * @param unread what is wrong with descriptions of dependencies, a sentence each; what these depend on is not among the files
     */
    record Resolved(
            List<Path> files,
            List<String> modules,
            List<String> testModules,
            List<String> missing,
            List<String> unread) {
        static final Resolved NOTHING = new Resolved(List.of(), List.of(), List.of(), List.of(), List.of());
    }

    private final Map<String, Model> reactor = new LinkedHashMap<>();
    private final RepositorySystem system = new RepositorySystemSupplier().get();
    private final DefaultRepositorySystemSession session = MavenRepositorySystemUtils.newSession();
    private final Path repository = localRepository();

    LocalArtifacts() {
        try {
            // The simple manager does not ask from which remote a jar once came: what is there, counts.
            session.setLocalRepositoryManager(new SimpleLocalRepositoryManagerFactory()
                    .newInstance(session, new LocalRepository(repository.toFile())));
        } catch (NoLocalRepositoryManagerException e) {
            throw new ProjectException("the local Maven repository cannot be used: " + repository);
        }
        // Profiles of the dependencies ask for the JDK's version.
        session.setSystemProperties(System.getProperties());
        session.setOffline(true);
        // A description that does not read would silently cost all that it depends on.
        session.setArtifactDescriptorPolicy(new SimpleArtifactDescriptorPolicy(true, false));
        session.setWorkspaceReader(new Reactor());
    }

    /** Says which modules the project itself has, so that they are not looked for in the repository. */
    void within(Collection<Model> models) {
        models.forEach(model -> reactor.put(key(model.getGroupId(), model.getArtifactId()), model));
    }

    ModelResolver models() {
        return new LocalModels();
    }

    Resolved dependencies(Model model) {
        CollectRequest collect = new CollectRequest();
        collect.setRootArtifact(
                new DefaultArtifact(model.getGroupId(), model.getArtifactId(), "", "pom", model.getVersion()));
        model.getDependencies().forEach(dependency -> collect.addDependency(dependency(dependency)));
        if (model.getDependencyManagement() != null) {
            model.getDependencyManagement()
                    .getDependencies()
                    .forEach(dependency -> collect.addManagedDependency(dependency(dependency)));
        }
        DependencyResult result;
        try {
            result = system.resolveDependencies(session, new DependencyRequest(collect, null));
        } catch (DependencyResolutionException e) {
            result = e.getResult();
        }
        return resolved(result);
    }

    /** Whether the main code of a module sees an artifact that is not of the project. */
    boolean hasLibraries(Model model) {
        return model.getDependencies().stream()
                .anyMatch(one -> !"test".equals(one.getScope())
                        && !reactor.containsKey(key(one.getGroupId(), one.getArtifactId())));
    }

    private Resolved resolved(DependencyResult result) {
        List<Path> files = new ArrayList<>();
        Set<String> modules = new LinkedHashSet<>();
        Set<String> testModules = new LinkedHashSet<>();
        Set<String> missing = new LinkedHashSet<>();
        List<String> unread = new ArrayList<>();
        for (ArtifactResult one : result.getArtifactResults()) {
            Artifact artifact = one.getRequest().getArtifact();
            if (reactor.containsKey(key(artifact.getGroupId(), artifact.getArtifactId()))) {
                ("tests".equals(artifact.getClassifier()) ? testModules : modules).add(artifact.getArtifactId());
            } else if (one.isResolved()) {
                files.add(one.getArtifact().getFile().toPath().toAbsolutePath());
            } else {
                missing.add(artifact.toString());
            }
        }
        if (result.getArtifactResults().isEmpty()) {
            unreached(result.getRoot(), missing);
        }
        result.getCollectExceptions().forEach(e -> unread.add(e.getMessage()));
        return new Resolved(files, List.copyOf(modules), List.copyOf(testModules), List.copyOf(missing), unread);
    }

    private static void unreached(DependencyNode node, Set<String> missing) {
        if (node != null) {
            for (DependencyNode child : node.getChildren()) {
                missing.add(child.getArtifact().toString());
                unreached(child, missing);
            }
        }
    }

    private static org.eclipse.aether.graph.Dependency dependency(Dependency from) {
        String extension =
                from.getType() == null || from.getType().matches("jar|test-jar|ejb|bundle") ? "jar" : from.getType();
        String classifier =
                from.getClassifier() == null && "test-jar".equals(from.getType()) ? "tests" : from.getClassifier();
        Artifact artifact =
                new DefaultArtifact(from.getGroupId(), from.getArtifactId(), classifier, extension, from.getVersion());
        if (from.getSystemPath() != null) {
            artifact = artifact.setFile(new File(from.getSystemPath()));
        }
        String scope = from.getScope() == null ? JavaScopes.COMPILE : from.getScope();
        List<Exclusion> exclusions = from.getExclusions().stream()
                .map(one -> new Exclusion(one.getGroupId(), one.getArtifactId(), "*", "*"))
                .toList();
        return new org.eclipse.aether.graph.Dependency(artifact, scope, from.isOptional(), exclusions);
    }

    private static String key(String group, String artifact) {
        return group + ":" + artifact;
    }

    private static Path localRepository() {
        String given = System.getProperty("maven.repo.local");
        if (given != null) {
            return Path.of(given);
        }
        Path home = Path.of(System.getProperty("user.home"), ".m2");
        DefaultSettingsBuildingRequest request = new DefaultSettingsBuildingRequest();
        request.setUserSettingsFile(home.resolve("settings.xml").toFile());
        request.setSystemProperties(System.getProperties());
        try {
            return Optional.ofNullable(new DefaultSettingsBuilderFactory()
                            .newInstance()
                            .build(request)
                            .getEffectiveSettings()
                            .getLocalRepository())
                    .map(Path::of)
                    .orElse(home.resolve("repository"));
        } catch (SettingsBuildingException e) {
            return home.resolve("repository");
        }
    }

    /** Answers for the modules of the project: their classes are read from their sources, so any path will do. */
    private final class Reactor implements WorkspaceReader {
        private final WorkspaceRepository repository = new WorkspaceRepository("reactor");

        @Override
        public WorkspaceRepository getRepository() {
            return repository;
        }

        @Override
        public File findArtifact(Artifact artifact) {
            Model model = reactor.get(key(artifact.getGroupId(), artifact.getArtifactId()));
            if (model == null || model.getPomFile() == null) {
                return null;
            }
            return model.getPomFile();
        }

        @Override
        public List<String> findVersions(Artifact artifact) {
            Model model = reactor.get(key(artifact.getGroupId(), artifact.getArtifactId()));
            return model == null ? List.of() : List.of(model.getVersion());
        }
    }

    /** Parents and bills of materials from the local repository. */
    private final class LocalModels implements ModelResolver {
        @Override
        public ModelSource resolveModel(String group, String artifact, String version)
                throws UnresolvableModelException {
            Path pom = repository
                    .resolve(group.replace('.', File.separatorChar))
                    .resolve(artifact)
                    .resolve(version)
                    .resolve(artifact + "-" + version + ".pom");
            if (!pom.toFile().isFile()) {
                throw new UnresolvableModelException(
                        group + ":" + artifact + ":" + version + " is not in the local repository",
                        group,
                        artifact,
                        version);
            }
            return new FileModelSource(pom.toFile());
        }

        @Override
        public ModelSource resolveModel(Parent parent) throws UnresolvableModelException {
            return resolveModel(parent.getGroupId(), parent.getArtifactId(), parent.getVersion());
        }

        @Override
        public ModelSource resolveModel(Dependency dependency) throws UnresolvableModelException {
            return resolveModel(dependency.getGroupId(), dependency.getArtifactId(), dependency.getVersion());
        }

        @Override
        public void addRepository(Repository added) {
            // Offline: further repositories have nothing to add.
        }

        @Override
        public void addRepository(Repository added, boolean replace) {
            // Offline: further repositories have nothing to add.
        }

        @Override
        public ModelResolver newCopy() {
            return this;
        }
    }
}
