package paredown.code;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import javax.tools.FileObject;
import javax.tools.ForwardingJavaFileManager;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.StandardLocation;

/** Lets the compiler find the project's own types in memory. */
final class ProjectFiles extends ForwardingJavaFileManager<StandardJavaFileManager> {
    private final SourcePath sources;

    ProjectFiles(StandardJavaFileManager standard, SourcePath sources) {
        super(standard);
        this.sources = sources;
    }

    @Override
    public boolean hasLocation(Location location) {
        return location == StandardLocation.SOURCE_PATH || super.hasLocation(location);
    }

    @Override
    public Iterable<JavaFileObject> list(
            Location location, String packageName, Set<JavaFileObject.Kind> kinds, boolean recurse) throws IOException {
        if (location == StandardLocation.SOURCE_PATH) {
            List<JavaFileObject> found = new ArrayList<>();
            if (kinds.contains(JavaFileObject.Kind.SOURCE)) {
                found.addAll(sources.in(packageName));
            }
            return found;
        }
        return super.list(location, packageName, kinds, recurse);
    }

    @Override
    public String inferBinaryName(Location location, JavaFileObject file) {
        return file instanceof SourceFile source ? source.binaryName() : super.inferBinaryName(location, file);
    }

    @Override
    public boolean isSameFile(FileObject a, FileObject b) {
        if (a instanceof SourceFile first) {
            return b instanceof SourceFile second && first.path().equals(second.path());
        }
        return !(b instanceof SourceFile) && super.isSameFile(a, b);
    }

    @Override
    public boolean contains(Location location, FileObject file) throws IOException {
        return file instanceof SourceFile ? location == StandardLocation.SOURCE_PATH : super.contains(location, file);
    }
}
