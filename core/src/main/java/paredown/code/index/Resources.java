package paredown.code.index;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import paredown.source.SourceText;

/** Text files of a project that are no Java and may name what its code declares: configuration, service files, manifests, documents. */
public final class Resources {
    private static final Pattern TEXTS =
            Pattern.compile(".*\\.(xml|properties|ya?ml|json|txt|conf|cfg|md|mf)", Pattern.CASE_INSENSITIVE);
    private static final Set<String> BUILT = Set.of("target", "build");
    private static final int MOST = 2_000_000;

    private Resources() {}

    /** All of them that are not larger than two million bytes, in the order of their paths; none that a build step left, or that is hidden. */
    static List<SourceText> under(Path root) {
        List<Path> found = new ArrayList<>();
        try {
            Files.walkFileTree(root, new SimpleFileVisitor<>() {
                @Override
                public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes) {
                    String name = folder.getFileName() == null
                            ? ""
                            : folder.getFileName().toString();
                    boolean apart = !folder.equals(root) && (name.startsWith(".") || BUILT.contains(name));
                    return apart ? FileVisitResult.SKIP_SUBTREE : FileVisitResult.CONTINUE;
                }

                @Override
                public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
                    boolean hidden = file.getFileName().toString().startsWith(".");
                    boolean small = attributes.isRegularFile() && attributes.size() <= MOST;
                    if (small && !hidden && (isText(file) || isService(file))) {
                        found.add(file);
                    }
                    return FileVisitResult.CONTINUE;
                }

                @Override
                public FileVisitResult visitFileFailed(Path file, IOException e) {
                    return FileVisitResult.CONTINUE;
                }
            });
            Collections.sort(found);
            List<SourceText> texts = new ArrayList<>();
            for (Path file : found) {
                read(file).ifPresent(texts::add);
            }
            return texts;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Optional<SourceText> read(Path file) {
        try {
            return Optional.of(SourceText.read(file, StandardCharsets.UTF_8));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private static boolean isText(Path file) {
        return TEXTS.matcher(file.getFileName().toString()).matches();
    }

    /** Whether a file lists implementations of a service. */
    public static boolean isService(Path file) {
        return file.getParent() != null && file.getParent().endsWith("META-INF/services");
    }

    /** Whether a file says what the launcher starts. */
    public static boolean isManifest(Path file) {
        return file.getFileName().toString().equalsIgnoreCase("MANIFEST.MF");
    }
}
