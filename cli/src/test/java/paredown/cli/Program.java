package paredown.cli;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.PrintStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import paredown.demo.Meridian;

/** The built program in a process of its own. */
final class Program {
    private static final Path JAR = Path.of("target/pare.jar").toAbsolutePath();
    private static final Path HOME = Path.of("target/home").toAbsolutePath();
    private static final String JAVA =
            Path.of(System.getProperty("java.home"), "bin", "java").toString();

    /** The classes that a first look loads, kept for all that follow, as the launcher does it: they start in a third of the time. */
    private static final class Archive {
        /** The sample that the first look was of: its index is there. */
        static final Path PROJECT = Path.of("target/archive/project").toAbsolutePath();

        static final List<String> FLAGS = flags();

        private static List<String> flags() {
            List<String> flags = new ArrayList<>(
                    List.of("-Xlog:disable", "-XX:TieredStopAtLevel=1", "-XX:+UseSerialGC", "-XX:-UsePerfData"));
            try {
                Path archive = Path.of("target/archive/classes.jsa").toAbsolutePath();
                Meridian.copyTo(PROJECT);
                List<String> command = new ArrayList<>(List.of(JAVA, "-XX:ArchiveClassesAtExit=" + archive));
                command.addAll(flags);
                command.addAll(List.of("-jar", JAR.toString(), "find"));
                Process process = new ProcessBuilder(command)
                        .directory(PROJECT.toFile())
                        .redirectErrorStream(true)
                        .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                        .start();
                process.waitFor();
                flags.add("-XX:SharedArchiveFile=" + archive);
                return flags;
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            } catch (InterruptedException e) {
                throw new IllegalStateException(e);
            }
        }
    }

    /** What came back. */
    record Result(int exit, String out, String err) {
        String all() {
            return out + err;
        }
    }

    private final Path folder;
    private List<String> prefix = List.of();
    private Path jar = JAR;
    private Path errors;
    private String terminal = "no,no,no";
    private final Map<String, String> environment;

    Program(Path folder, Map<String, String> environment) {
        this.folder = folder;
        this.environment = environment;
    }

    Program(Path folder) {
        this(folder, Map.of());
    }

    /** Makes the program believe that a person sits at its streams. */
    Program atATerminal() {
        terminal = "yes,yes,no";
        return this;
    }

    /** Puts a command in front, which must be able to read the jar. */
    Program through(Path readableJar, String... command) {
        prefix = List.of(command);
        jar = readableJar;
        return this;
    }

    /** On the sample as it was shipped, shared by all who only look: most of a look is reading what nobody has read before. */
    static Program onTheSample() {
        return onTheSample(Map.of());
    }

    static Program onTheSample(Map<String, String> environment) {
        return new Program(Archive.PROJECT, environment);
    }

    /**
     * In this process, where a test is not about the process itself: starting one takes longer than most commands do. Paths below the
     * project may be relative to it.
     */
    static Result here(Path project, String... arguments) {
        List<String> words = new ArrayList<>();
        for (String word : arguments) {
            words.add(
                    word.matches("(ci|src)/.*|[\\w-]+\\.sarif")
                            ? project.resolve(word).toString()
                            : word);
        }
        if (!words.contains("--project")) {
            words.addAll(List.of("--project", project.toString()));
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ByteArrayOutputStream err = new ByteArrayOutputStream();
        Console console =
                new Console(InputStream.nullInputStream(), safe(out), safe(err), false, false, false, Map.of());
        int exit = Pare.run(console, words.toArray(String[]::new));
        return new Result(exit, out.toString(StandardCharsets.UTF_8), err.toString(StandardCharsets.UTF_8));
    }

    private static SafeStream safe(OutputStream bytes) {
        return new SafeStream(new PrintStream(bytes, true, StandardCharsets.UTF_8));
    }

    /** Like {@link #here(Path, String...)}, on the sample that all share who only look. */
    static Result lookHere(String... arguments) {
        return here(Archive.PROJECT, arguments);
    }

    static Path jar() {
        return JAR;
    }

    Result run(String... arguments) throws IOException, InterruptedException {
        return finish(start(arguments));
    }

    Process start(String... arguments) throws IOException {
        List<String> command = new ArrayList<>(prefix);
        command.add(JAVA);
        command.addAll(Archive.FLAGS);
        command.addAll(List.of("-Dpare.terminal=" + terminal, "-jar", jar.toString()));
        command.addAll(Arrays.asList(arguments));
        ProcessBuilder builder = new ProcessBuilder(command).directory(folder.toFile());
        errors = Files.createTempFile("pare", ".err");
        builder.redirectError(errors.toFile());
        builder.environment().put("PARE_HOME", HOME.toString());
        builder.environment().put("MAVEN_OPTS", "-XX:TieredStopAtLevel=1 -XX:+UseSerialGC");
        builder.environment().putAll(environment);
        builder.environment().remove("COLUMNS");
        return builder.start();
    }

    Result finish(Process process) throws IOException, InterruptedException {
        process.getOutputStream().close();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        if (!process.waitFor(5, TimeUnit.MINUTES)) {
            process.destroyForcibly();
            throw new IllegalStateException("it does not end: " + out);
        }
        String err = Files.readString(errors);
        Files.delete(errors);
        return new Result(process.exitValue(), out, err);
    }

    /** Reads what the program prints up to a word, then types an answer. */
    static String answer(Process process, String awaited, Runnable meanwhile, String typed) throws IOException {
        StringBuilder seen = new StringBuilder();
        while (seen.indexOf(awaited) < 0) {
            int next = process.getInputStream().read();
            if (next < 0) {
                throw new IllegalStateException("ended before '" + awaited + "': " + seen);
            }
            seen.append((char) next);
        }
        meanwhile.run();
        OutputStream in = process.getOutputStream();
        in.write((typed + "\n").getBytes(StandardCharsets.UTF_8));
        in.flush();
        return seen.toString();
    }
}
