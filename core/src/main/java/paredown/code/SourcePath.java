package paredown.code;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Where the compiler finds types of the project that it was not given: outlines by package, each as a stub. */
final class SourcePath {
    private final Map<String, List<SourceFile>> packages = new HashMap<>();
    private final Map<Path, String> names = new HashMap<>();

    void add(Outline outline) {
        add(outline.source().path(), outline.packageName(), outline.stub());
    }

    void add(Path path, String packageName, String text) {
        String file = path.getFileName().toString();
        String simple = file.endsWith(".java") ? file.substring(0, file.length() - 5) : file;
        String binary = packageName.isEmpty() ? simple : packageName + "." + simple;
        names.put(path, binary);
        packages.computeIfAbsent(packageName, key -> new ArrayList<>()).add(new SourceFile(path, text, binary));
    }

    List<SourceFile> in(String packageName) {
        return packages.getOrDefault(packageName, List.of());
    }

    String binaryName(Path path) {
        return names.getOrDefault(path, "");
    }
}
