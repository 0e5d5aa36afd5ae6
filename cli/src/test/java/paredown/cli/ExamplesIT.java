package paredown.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
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
            assertThat(Program.here(project, "gate", "--baseline", "ci/known.json", "--update")
                            .exit())
                    .isZero();
        }
        Program.Result result = Program.here(project, words.toArray(String[]::new));
        assertThat(result.exit()).as(result.all()).isZero();
    }
}
