package paredown.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;
import paredown.demo.MeridianHistory;
import picocli.CommandLine;

/** Every example of the help texts and of the README runs on the sample project: who tries one must not be refused. */
class ExamplesIT {
    private static final Pattern LINE =
            Pattern.compile("^\\s*(?:\\./)?pare (\\S.*?)(?:\\s{2,}.*)?$", Pattern.MULTILINE);
    private static final Pattern WORD = Pattern.compile("'([^']*)'|(\\S+)");

    @TempDir
    private static Path folder;

    private static Path project;

    @BeforeAll
    static void meridian() throws IOException {
        project = Files.createDirectory(folder.toRealPath().resolve("meridian"));
        new MeridianHistory().makeIn(project);
    }

    @TestFactory
    Stream<DynamicTest> examples() throws IOException {
        Set<String> lines = new LinkedHashSet<>();
        collect(Pare.commandLine(Console.system()), lines);
        add(Files.readString(Path.of("../README.md")), lines);
        assertThat(lines).hasSizeGreaterThan(40);
        return lines.stream()
                .filter(line -> !line.matches("(undo|redo|demo|fix GC-\\w+).*|[a-z -]+ --help"))
                .map(line -> DynamicTest.dynamicTest(line, () -> run(line)));
    }

    private static void collect(CommandLine command, Set<String> lines) {
        add(String.join("\n", command.getCommandSpec().usageMessage().footer()), lines);
        command.getSubcommands().values().forEach(below -> collect(below, lines));
    }

    private static void add(String text, Set<String> lines) {
        Matcher matcher = LINE.matcher(text);
        while (matcher.find()) {
            lines.add(matcher.group(1).replaceFirst("\\s+#.*", "").strip());
        }
    }

    private static void run(String line) throws IOException {
        List<String> words = new ArrayList<>();
        Matcher matcher = WORD.matcher(line);
        while (matcher.find()) {
            words.add(matcher.group(1) == null ? matcher.group(2) : matcher.group(1));
        }
        boolean cuts = line.matches("(extract|inline|move) .*");
        if (cuts && !words.contains("--preview")) {
            words.remove("--yes");
            words.add("--preview");
        }
        if (line.startsWith("gate --baseline")) {
            Files.createDirectories(project.resolve("ci"));
            assertThat(result(List.of("gate", "--baseline", "ci/known.json", "--update"))
                            .exit())
                    .isZero();
        }
        Program.Result result = result(words);
        assertThat(result.exit()).as(result.all()).isZero();
    }

    /** In this process: starting the program takes longer than most of them do. */
    private static Program.Result result(List<String> words) {
        List<String> all = new ArrayList<>();
        words.forEach(word -> all.add(
                word.matches("(ci|src)/.*") && !word.contains(":") || word.endsWith(".sarif")
                        ? project.resolve(word).toString()
                        : word));
        all.addAll(List.of("--project", project.toString()));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PrintStream stream = new PrintStream(out, true, StandardCharsets.UTF_8);
        Console console =
                new Console(System.in, new SafeStream(stream), new SafeStream(stream), false, false, false, Map.of());
        int exit = Pare.run(console, all.toArray(String[]::new));
        return new Program.Result(exit, out.toString(StandardCharsets.UTF_8), "");
    }
}
