package paredown.project;

import java.nio.charset.Charset;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;

/**
 * One module of a project. All paths are absolute.
 *
 * @param name the artifact's name, or the folder's
 * @param mainRoots folders of production sources that exist, generated ones among them
 * @param testRoots folders of test sources that exist
 * @param generatedRoots those of the roots whose files a build step writes; they are read and never changed
 * @param classPath jars and folders that the tests and the main code see together, without modules of this project
 * @param uses names of the modules of this project whose main code this one sees
 * @param usesTests names of the modules of this project whose tests this one sees, through their test jars
 * @param release language level; empty for that of the running JDK
 * @param options further arguments that the compiler needs, such as {@code --add-exports}
 * @param surroundings what the build file tells of code around the module's own
 */
public record Module(
        String name,
        Path folder,
        List<Path> mainRoots,
        List<Path> testRoots,
        List<Path> generatedRoots,
        List<Path> classPath,
        List<String> uses,
        List<String> usesTests,
        OptionalInt release,
        Charset encoding,
        List<String> options,
        Surroundings surroundings) {
    /**
     * What the build file tells of code around a module's own.
     *
     * @param published whether it declares what only an artifact needs that others can get
     * @param libraries whether the main code sees a library
     */
    public record Surroundings(boolean published, boolean libraries) {}

    public Module {
        mainRoots = List.copyOf(mainRoots);
        testRoots = List.copyOf(testRoots);
        generatedRoots = List.copyOf(generatedRoots);
        classPath = List.copyOf(classPath);
        uses = List.copyOf(uses);
        usesTests = List.copyOf(usesTests);
        options = List.copyOf(options);
    }

    Module without(Set<Path> unreadable) {
        return new Module(
                name,
                folder,
                mainRoots,
                testRoots,
                generatedRoots,
                classPath.stream().filter(entry -> !unreadable.contains(entry)).toList(),
                uses,
                usesTests,
                release,
                encoding,
                options,
                surroundings);
    }

    public boolean isGenerated(Path file) {
        return generatedRoots.stream().anyMatch(file::startsWith);
    }

    public boolean isTest(Path file) {
        return testRoots.stream().anyMatch(file::startsWith);
    }
}
