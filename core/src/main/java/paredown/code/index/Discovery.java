package paredown.code.index;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import paredown.project.Module;
import paredown.source.SourceText;

/**
 * What a project was found to consist of.
 *
 * @param modules one after the other, as the build lists them
 * @param problems what is missing or cannot be read, a sentence each
 */
public record Discovery(List<Part> modules, List<String> problems) {
    /**
     * One module. Lines are all lines of the files, blank ones too.
     *
     * @param level language level of the sources; empty for that of the running JDK
     */
    public record Part(
            String name,
            int roots,
            int files,
            int testFiles,
            int lines,
            OptionalInt level,
            String encoding,
            int classPath) {}

    public static Discovery of(Sources sources) {
        List<Part> parts = new ArrayList<>();
        for (Module module : sources.project().modules()) {
            List<Sources.Entry> own = sources.entries().values().stream()
                    .filter(entry -> entry.module() == module)
                    .toList();
            parts.add(new Part(
                    module.name(),
                    module.mainRoots().size() + module.testRoots().size(),
                    (int) own.stream().filter(entry -> !entry.test()).count(),
                    (int) own.stream().filter(Sources.Entry::test).count(),
                    own.stream()
                            .map(Sources.Entry::text)
                            .mapToInt(SourceText::lines)
                            .sum(),
                    module.release(),
                    module.encoding().name(),
                    module.classPath().size()));
        }
        List<String> problems = new ArrayList<>(sources.project().problems());
        problems.addAll(sources.problems());
        return new Discovery(parts, problems);
    }

    /** Everything in a line. */
    public String sentence() {
        Set<String> levels = new LinkedHashSet<>();
        modules.stream()
                .filter(part -> part.files() + part.testFiles() > 0)
                .forEach(part -> levels.add(
                        part.level().isPresent()
                                ? String.valueOf(part.level().getAsInt())
                                : "of the running JDK (" + Runtime.version().feature() + ")"));
        int tests = modules.stream().mapToInt(Part::testFiles).sum();
        return String.format(
                "%s, %s, %s (%,d of tests), %,d lines, Java %s, %s on the class path, %s",
                counted(modules.size(), "module"),
                counted(modules.stream().mapToInt(Part::roots).sum(), "source root"),
                counted(
                        modules.stream()
                                .mapToInt(part -> part.files() + part.testFiles())
                                .sum(),
                        "file"),
                tests,
                modules.stream().mapToInt(Part::lines).sum(),
                String.join(" and ", levels),
                counted(modules.stream().mapToInt(Part::classPath).sum(), "entry"),
                problems.isEmpty() ? "nothing missing" : counted(problems.size(), "problem"));
    }

    private static String counted(int number, String what) {
        String many = what.endsWith("y") ? what.substring(0, what.length() - 1) + "ies" : what + "s";
        return String.format("%,d %s", number, number == 1 ? what : many);
    }
}
