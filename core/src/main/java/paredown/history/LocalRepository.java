package paredown.history;

import java.io.IOException;
import java.util.Optional;
import org.eclipse.jgit.lib.Config;
import org.eclipse.jgit.lib.Repository;
import org.eclipse.jgit.storage.file.FileBasedConfig;
import org.eclipse.jgit.storage.file.FileRepositoryBuilder;
import org.eclipse.jgit.util.FS;
import org.eclipse.jgit.util.SystemReader;
import paredown.project.Project;

/** The Git repository of a project, opened in a way that starts no process. */
final class LocalRepository {
    static {
        SystemReader.setInstance(new WithoutSystemConfig(SystemReader.getInstance()));
    }

    private LocalRepository() {}

    /** The repository in which a project lies; empty where it lies in none. */
    static Optional<Repository> of(Project project) throws IOException {
        FileRepositoryBuilder builder =
                new FileRepositoryBuilder().findGitDir(project.root().toFile());
        if (builder.getGitDir() == null) {
            return Optional.empty();
        }
        return Optional.of(builder.setMustExist(true).build());
    }

    /** To find the configuration of the whole system, the library would run Git; nothing that is read here hangs on it. */
    private static final class WithoutSystemConfig extends SystemReader.Delegate {
        WithoutSystemConfig(SystemReader system) {
            super(system);
        }

        @Override
        public FileBasedConfig openSystemConfig(Config parent, FS system) {
            return new FileBasedConfig(parent, null, system) {
                @Override
                public void load() {
                    // Empty.
                }

                @Override
                public boolean isOutdated() {
                    return false;
                }
            };
        }
    }
}
