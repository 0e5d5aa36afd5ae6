package paredown.project;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/** Finds the project that a folder belongs to and reads it. */
public final class ProjectReader {
    private ProjectReader() {}

    /**
     * Reads the project that the nearest build file at or above a folder describes; where that file is a module of one further up,
     * the whole.
     *
     * @throws ProjectException when there is none or it cannot be read at all
     */
    public static Project nearest(Path folder) {
        Path start = existing(folder);
        for (Path at = start; at != null; at = at.getParent()) {
            if (Files.isRegularFile(at.resolve("pom.xml"))) {
                return new MavenReader(topmost(at)).read();
            }
        }
        throw new ProjectException("no project here: neither " + start + " nor a folder above it holds a pom.xml");
    }

    /** Reads the project in exactly this folder. */
    public static Project at(Path folder) {
        Path root = existing(folder);
        if (!Files.isRegularFile(root.resolve("pom.xml"))) {
            throw new ProjectException("no project here: " + root + " holds no pom.xml");
        }
        return new MavenReader(root).read();
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
