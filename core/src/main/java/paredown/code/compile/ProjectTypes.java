package paredown.code.compile;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import javax.tools.JavaFileObject;
import paredown.code.text.Outline;
import paredown.code.text.SourceFile;

/** Where the compiler finds types of the project that it was not given: class files without code, else sources without bodies. */
public final class ProjectTypes {
    private final Map<String, List<JavaFileObject>> sources = new HashMap<>();
    private final Map<String, List<JavaFileObject>> classes = new HashMap<>();

    public void add(Outline outline, Supplier<String> text) {
        Path path = outline.source().path();
        String file = path.getFileName().toString();
        String simple = file.endsWith(".java") ? file.substring(0, file.length() - 5) : file;
        String binary = outline.packageName().isEmpty() ? simple : outline.packageName() + "." + simple;
        sources.computeIfAbsent(outline.packageName(), key -> new ArrayList<>())
                .add(new SourceFile(path, text, binary));
    }

    public void add(Map<String, byte[]> headers) {
        headers.forEach((name, bytes) -> classes.computeIfAbsent(packageOf(name), key -> new ArrayList<>())
                .add(new HeaderFile(name, bytes)));
    }

    private static String packageOf(String binaryName) {
        return binaryName.substring(0, Math.max(0, binaryName.lastIndexOf('.')));
    }

    List<JavaFileObject> sources(String packageName) {
        return sources.getOrDefault(packageName, List.of());
    }

    List<JavaFileObject> classes(String packageName) {
        return classes.getOrDefault(packageName, List.of());
    }
}
