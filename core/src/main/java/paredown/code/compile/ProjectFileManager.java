package paredown.code.compile;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import javax.tools.FileObject;
import javax.tools.ForwardingJavaFileManager;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.StandardLocation;
import paredown.code.text.SourceFile;

/** Lets the compiler find the project's own types in memory. */
final class ProjectFileManager extends ForwardingJavaFileManager<StandardJavaFileManager> {
    private final ProjectTypes project;

    ProjectFileManager(StandardJavaFileManager standard, ProjectTypes project) {
        super(standard);
        this.project = project;
    }

    @Override
    public boolean hasLocation(Location location) {
        return location == StandardLocation.SOURCE_PATH || super.hasLocation(location);
    }

    @Override
    public Iterable<JavaFileObject> list(
            Location location, String packageName, Set<JavaFileObject.Kind> kinds, boolean recurse) throws IOException {
        if (location == StandardLocation.SOURCE_PATH) {
            return kinds.contains(JavaFileObject.Kind.SOURCE) ? project.sources(packageName) : List.of();
        }
        Iterable<JavaFileObject> outside = super.list(location, packageName, kinds, recurse);
        if (location != StandardLocation.CLASS_PATH || !kinds.contains(JavaFileObject.Kind.CLASS)) {
            return outside;
        }
        List<JavaFileObject> found = new ArrayList<>(project.classes(packageName));
        outside.forEach(found::add);
        return found;
    }

    @Override
    public String inferBinaryName(Location location, JavaFileObject file) {
        if (file instanceof HeaderFile header) {
            return header.binaryName();
        }
        return file instanceof SourceFile source ? source.binaryName() : super.inferBinaryName(location, file);
    }

    @Override
    public boolean isSameFile(FileObject a, FileObject b) {
        if (a instanceof SourceFile first) {
            return b instanceof SourceFile second && first.path().equals(second.path());
        }
        if (a instanceof HeaderFile || b instanceof HeaderFile) {
            return a == b;
        }
        return !(b instanceof SourceFile) && super.isSameFile(a, b);
    }

    @Override
    public boolean contains(Location location, FileObject file) throws IOException {
        if (file instanceof HeaderFile) {
            return location == StandardLocation.CLASS_PATH;
        }
        return file instanceof SourceFile ? location == StandardLocation.SOURCE_PATH : super.contains(location, file);
    }
}
