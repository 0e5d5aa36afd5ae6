package paredown.project;

import java.nio.file.FileSystems;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;

/**
 * What {@code .pare.yaml} at the root of a project says. Its keys are those of {@code docs/pare.schema.json}.
 *
 * @param layout where things are; what it leaves out is found as without it
 * @param exclude patterns of paths relative to the root, with forward slashes: files that are read but neither reported nor changed
 * @param smellsOff smells that are not looked for, with the line that says so
 * @param limits limits of smells that differ from the usual, by smell and measure
 * @param accepted findings that are known and stay
 * @param publicApi whether public members of public types have users outside the project
 * @param serialisedForm whether written objects must be readable after a cut
 * @param test how the tests are run
 */
public record Configuration(
        Layout layout,
        List<String> exclude,
        Map<String, Integer> smellsOff,
        Map<String, Map<String, Limit>> limits,
        List<Accepted> accepted,
        PublicApi publicApi,
        SerialisedForm serialisedForm,
        Test test) {
    public static final String FILE = ".pare.yaml";

    public static final Configuration NONE = new Configuration(
            Layout.NONE, List.of(), Map.of(), Map.of(), List.of(), PublicApi.UNKNOWN, SerialisedForm.KEEP, Test.NONE);

    /** A limit and the line that sets it. */
    public record Limit(double value, int line) {}

    /**
     * Findings that stay.
     *
     * @param where qualified name of a type; a star stands for any part of it
     * @param because why they stay
     */
    public record Accepted(String smell, String where, String because, int line) {
        public boolean covers(String smell, String type) {
            return this.smell.equals(smell) && type.matches(("\\Q" + where + "\\E").replace("*", "\\E.*\\Q"));
        }
    }

    /** Whether public members of public types have users that cannot be seen. */
    public enum PublicApi {
        /** They have: they stay where they are. */
        KEEP,
        /** They have none: everything that uses them is here. */
        FREE,
        /** They may have, where nothing here uses them. */
        UNKNOWN
    }

    /** Whether objects that were written before a cut must be readable after it. */
    public enum SerialisedForm {
        /** Where their class declares its serialVersionUID. */
        KEEP,
        /** Nobody keeps written objects. */
        FREE
    }

    /**
     * Where things are, relative to the root.
     *
     * @param classPath jars and folders; a star stands for part of a name
     * @param classPathCommand a command whose last line of output is the class path
     */
    public record Layout(
            List<String> sources,
            List<String> tests,
            List<String> generated,
            List<String> classPath,
            Optional<String> classPathCommand,
            OptionalInt release,
            Optional<String> encoding) {
        static final Layout NONE = new Layout(
                List.of(), List.of(), List.of(), List.of(), Optional.empty(), OptionalInt.empty(), Optional.empty());
    }

    /**
     * How the tests are run.
     *
     * @param command for a shell, in the root folder; the tests are green when it ends with 0
     * @param reports folders in which it leaves reports in the JUnit XML format
     */
    public record Test(Optional<String> command, List<String> reports) {
        static final Test NONE = new Test(Optional.empty(), List.of());
    }

    /** Whether a path, relative to the root and with forward slashes, is left alone. */
    public boolean excludes(String path) {
        Path relative = Path.of(path);
        return exclude.stream()
                .anyMatch(pattern -> FileSystems.getDefault()
                        .getPathMatcher("glob:" + pattern)
                        .matches(relative));
    }

    /** The commands that it names. */
    public List<String> commands() {
        return Stream.concat(layout.classPathCommand().stream(), test.command().stream())
                .toList();
    }

    /** The limit of a smell: the configured one, or the usual. */
    public double limit(String smell, String measure, double usual) {
        Limit limit = limits.getOrDefault(smell, Map.of()).get(measure);
        return limit == null ? usual : limit.value();
    }

    /** A complaint about a line of the configuration. */
    public static ConfigurationException wrong(int line, String what) {
        return new ConfigurationException(FILE + ":" + line + ": " + what);
    }
}
