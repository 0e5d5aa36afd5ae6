package paredown.code.compile;

import java.io.IOException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javax.tools.StandardJavaFileManager;
import paredown.project.Module;

/**
 * The compiler's file managers, one a thread and class path: they keep the jars open that one attribution after the other reads. Never
 * one for two class paths, because attributions of several modules are lent at once.
 */
final class FileManagers {
    private static final ThreadLocal<Map<List<Path>, StandardJavaFileManager>> OPEN =
            ThreadLocal.withInitial(HashMap::new);

    private FileManagers() {}

    static StandardJavaFileManager of(Module module) {
        return OPEN.get()
                .computeIfAbsent(
                        module.classPath(),
                        path -> Attribution.COMPILER.getStandardFileManager(null, Locale.ROOT, null));
    }

    /** Closes those of this thread, at its end. */
    static void close() {
        for (StandardJavaFileManager manager : OPEN.get().values()) {
            try {
                manager.close();
            } catch (IOException e) {
                // Nothing was written; what cannot be closed is closed with the process.
                continue;
            }
        }
        OPEN.remove();
    }
}
