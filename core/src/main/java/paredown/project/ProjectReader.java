package paredown.project;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Finds the project that a folder belongs to and reads it. */
public final class ProjectReader {
    private ProjectReader() {}

    /**
     * Reads the project that the nearest build file or configuration at or above a folder describes; where that file is a module of one
     * further up, the whole. Without any, the folder itself is the project, if it holds Java.
     *
     * @throws ProjectException when there is none or it cannot be read at all
     * @throws ConfigurationException when its configuration is wrong
     */
    public static Project nearest(Path folder) {
        return nearest(folder, false);
    }

    /**
     * The same.
     *
     * @param trusting whether the commands that the configuration names may run, from now on
     */
    public static Project nearest(Path folder, boolean trusting) {
        Path start = existing(folder);
        for (Path at = start; at != null; at = at.getParent()) {
            if (Files.isRegularFile(at.resolve("pom.xml"))) {
                Path top = topmost(at);
                return read(Files.isRegularFile(at.resolve(Configuration.FILE)) ? at : top, trusting);
            }
            if (Files.isRegularFile(at.resolve(Configuration.FILE))) {
                return read(at, trusting);
            }
        }
        if (PlainReader.fits(start)) {
            return read(start, trusting);
        }
        throw new ProjectException("no project here: neither " + start + " nor a folder above it holds a pom.xml, a "
                + Configuration.FILE + " or Java sources");
    }

    /** Reads the project in exactly this folder. */
    public static Project at(Path folder) {
        return at(folder, false);
    }

    /**
     * The same.
     *
     * @param trusting whether the commands that the configuration names may run, from now on
     */
    public static Project at(Path folder, boolean trusting) {
        return read(existing(folder), trusting);
    }

    private static Project read(Path root, boolean trusting) {
        Configuration configuration = ConfigurationReader.in(root);
        if (trusting) {
            configuration.commands().forEach(command -> Allowed.add(root, command));
        }
        boolean listed = !configuration.layout().sources().isEmpty();
        boolean maven = Files.isRegularFile(root.resolve("pom.xml")) && !listed;
        if (!maven && !listed && !PlainReader.fits(root)) {
            throw new ProjectException("no project here: " + root + " holds no pom.xml, no " + Configuration.FILE
                    + " and no Java sources");
        }
        boolean foreign = OwnFolder.isForeign(root);
        Project project = KnownProject.in(root)
                .orElseGet(() -> maven ? maven(root) : plain(root, configuration))
                .withoutUnreadableJars()
                .with(configuration);
        List<String> problems = new ArrayList<>();
        if (foreign) {
            problems.add("'.pare' was not written here by this program: everything in it is ignored");
        }
        project.modules().forEach(module -> Levels.said(module).ifPresent(problems::add));
        return problems.isEmpty() ? project : project.withProblems(problems);
    }

    private static Project maven(Path root) {
        MavenReader reader = new MavenReader(root);
        Project project = reader.read();
        KnownProject.keep(project, reader.buildFiles());
        return project;
    }

    private static Project plain(Path root, Configuration configuration) {
        Project project = new PlainReader(root, configuration.layout()).read();
        // Looking into folders is quick; only a command is worth not to be repeated.
        if (configuration.layout().classPathCommand().isPresent()) {
            KnownProject.keep(project, Set.of(root.resolve(Configuration.FILE)));
        }
        return project;
    }

    private static Path existing(Path folder) {
        try {
            Path real = folder.toRealPath();
            if (!Files.isDirectory(real)) {
                throw new ProjectException("not a folder: " + folder);
            }
            return real;
        } catch (IOException e) {
            throw new ProjectException("no such folder: " + folder);
        }
    }

    private static Path topmost(Path module) {
        Path top = module;
        for (Path above = module.getParent(); above != null; above = above.getParent()) {
            if (Files.isRegularFile(above.resolve("pom.xml")) && MavenReader.lists(above, top)) {
                top = above;
            }
        }
        return top;
    }

    static Optional<Path> folder(Path path) {
        return Files.isDirectory(path) ? Optional.of(path.toAbsolutePath().normalize()) : Optional.empty();
    }
}
