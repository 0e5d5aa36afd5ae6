package paredown.code;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.List;
import paredown.project.Project;

/** The Java files below a folder. Links are not followed: they may lead out of the project or in circles. */
final class JavaFiles extends SimpleFileVisitor<Path> {
    private final Project project;
    private final List<String> problems;
    private final List<Path> found = new ArrayList<>();

    private JavaFiles(Project project, List<String> problems) {
        this.project = project;
        this.problems = problems;
    }

    static List<Path> under(Path root, Project project, List<String> problems) {
        JavaFiles files = new JavaFiles(project, problems);
        try {
            Files.walkFileTree(root, files);
        } catch (IOException e) {
            problems.add(project.relative(root) + " cannot be listed: " + e.getMessage());
        }
        files.found.sort(null);
        return files.found;
    }

    @Override
    public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
        String name = file.getFileName().toString();
        if (attributes.isRegularFile() && name.endsWith(".java") && !name.equals("module-info.java")) {
            found.add(file);
        }
        return FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult visitFileFailed(Path file, IOException e) {
        problems.add(project.relative(file) + " cannot be read: " + e.getClass().getSimpleName());
        return FileVisitResult.CONTINUE;
    }
}
