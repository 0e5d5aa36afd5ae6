package paredown.code.text;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import paredown.project.Project;

/** The Java files below a folder. Links are not followed, but named: they may lead out of the project or in circles. */
public final class JavaFiles extends SimpleFileVisitor<Path> {
    private final Project project;
    private final Map<Path, Optional<byte[]>> instead;
    private final List<Path> found = new ArrayList<>();
    private final Map<Path, String> unseen = new TreeMap<>();

    private JavaFiles(Project project, Map<Path, Optional<byte[]>> instead) {
        this.project = project;
        this.instead = instead;
    }

    /**
     * Lists them.
     *
     * @param instead what to read in place of some files; empty for one that is to count as not there
     */
    public static JavaFiles under(Path root, Project project, Map<Path, Optional<byte[]>> instead) {
        JavaFiles files = new JavaFiles(project, instead);
        try {
            Files.walkFileTree(root, files);
        } catch (IOException e) {
            files.unseen.put(root, project.relative(root) + " cannot be listed: " + e.getMessage());
        }
        instead.forEach((file, content) -> {
            if (content.isPresent() && file.startsWith(root) && isSource(file) && !files.found.contains(file)) {
                files.found.add(file);
            }
        });
        files.found.sort(null);
        return files;
    }

    public List<Path> files() {
        return found;
    }

    /** What is there and is not read, and why. */
    public Map<Path, String> unseen() {
        return unseen;
    }

    private static boolean isSource(Path file) {
        String name = file.getFileName().toString();
        return name.endsWith(".java") && !name.equals("module-info.java");
    }

    /** Whether the JVM's encoding of file names cannot represent a name: everything else here finds files by their names. */
    private boolean isUnrepresentable(Path path) {
        try {
            Path.of(path.toString());
            return false;
        } catch (InvalidPathException e) {
            unseen.put(
                    path,
                    project.relative(path)
                            + " has a name that the encoding of file names cannot represent; set LC_ALL to C.UTF-8");
            return true;
        }
    }

    @Override
    public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes) {
        return isUnrepresentable(folder) ? FileVisitResult.SKIP_SUBTREE : FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
        if (isSource(file) && isUnrepresentable(file)) {
            return FileVisitResult.CONTINUE;
        }
        if (attributes.isRegularFile() && isSource(file) && !instead.containsKey(file)) {
            found.add(file);
        } else if (attributes.isSymbolicLink() && isHidden(file)) {
            unseen.put(file, project.relative(file) + " is a link, which is not followed");
        }
        return FileVisitResult.CONTINUE;
    }

    /** Whether a link hides sources that are not read at a place of their own. One that leads nowhere hides none. */
    private boolean isHidden(Path link) {
        try {
            Path real = link.toRealPath();
            return (Files.isDirectory(real) || isSource(link) && Files.isRegularFile(real))
                    && project.moduleOf(real).isEmpty();
        } catch (IOException e) {
            return Files.exists(link);
        }
    }

    @Override
    public FileVisitResult visitFileFailed(Path file, IOException e) {
        unseen.put(
                file,
                project.relative(file) + " cannot be read: " + e.getClass().getSimpleName());
        return FileVisitResult.CONTINUE;
    }
}
