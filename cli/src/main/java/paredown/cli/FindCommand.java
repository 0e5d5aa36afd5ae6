package paredown.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import paredown.check.Tryout;
import paredown.code.TypeFacts;
import paredown.cut.Names;
import paredown.cut.UnknownNameException;
import paredown.project.Progress;
import paredown.project.ProjectException;
import paredown.smell.CutOffer;
import paredown.smell.Finding;
import paredown.smell.Smell;
import paredown.smell.Smells;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Lists what clutters a project, best worth doing first. */
@Command(
        name = "find",
        header = "List what clutters the project, best worth doing first.",
        versionProvider = Version.class,
        description = {
            "Reads and resolves the sources, runs nothing of the project, and tries the cuts of what it shows in memory until one passes."
        },
        footer = {
            "",
            "Examples:",
            "  pare find                                   the ten findings most worth reading",
            "  pare find meridian.plan --top 3             in a package and those below it",
            "  pare find src/main/java/meridian/Night.java in a file",
            "  pare find --smell god-class --format json   for a script"
        })
final class FindCommand implements Callable<Integer> {
    private final Console console;

    @Mixin
    private CommonOptions options;

    @Parameters(
            paramLabel = "SCOPE",
            description = "Folders, files, packages or types to look at. Default: the whole project.")
    private List<String> scope = new ArrayList<>();

    @Option(names = "--smell", split = ",", paramLabel = "NAME", description = "Only these smells. Known: god-class.")
    private List<String> smells = new ArrayList<>();

    @Option(
            names = "--top",
            paramLabel = "N",
            defaultValue = "10",
            description = "How many findings to show and try. Default: ${DEFAULT-VALUE}.")
    private int top;

    @Option(names = "--tests", description = "Look at test sources too.")
    private boolean tests;

    @Option(names = "--out", paramLabel = "FILE", description = "Write to a file instead of standard output.")
    private Path outFile;

    FindCommand(Console console) {
        this.console = console;
    }

    private record Found(Looking looking, List<Finding> shown, int total, long types, int lines) {}

    @Override
    public Integer call() {
        if (top < 1) {
            throw new UnknownNameException("--top takes a number from 1", List.of());
        }
        List<Smell> wanted = wanted();
        Found found = options.withProgress(console, progress -> look(wanted, progress));
        found.looking().reportProblems(console.err());
        if (outFile == null) {
            print(console.out(), found);
        } else {
            write(found);
        }
        return ExitCode.DONE;
    }

    private List<Smell> wanted() {
        if (smells.isEmpty()) {
            return Smells.all();
        }
        List<Smell> wanted = new ArrayList<>();
        for (String name : smells) {
            wanted.add(Smells.all().stream()
                    .filter(smell -> smell.name().equals(name))
                    .findFirst()
                    .orElseThrow(() -> new UnknownNameException(
                            "there is no smell '" + name + "'",
                            Names.nearest(name, Smells.all().stream().map(Smell::name)))));
        }
        return wanted;
    }

    private Found look(List<Smell> wanted, Progress progress) {
        Looking looking = Looking.at(options.project(), tests, wanted, progress);
        Set<String> inScope = new HashSet<>();
        looking.code().types().filter(Scope.of(looking.code(), scope)).forEach(type -> inScope.add(type.name()));
        List<Finding> findings = looking.findings().stream()
                .filter(finding -> inScope.contains(finding.target()))
                .toList();
        List<Finding> shown =
                new Tryout(looking.sources(), progress).skimmed(findings.subList(0, Math.min(top, findings.size())));
        int lines = looking.code()
                .types()
                .filter(type -> type.enclosing().isEmpty() && inScope.contains(type.name()))
                .mapToInt(TypeFacts::codeLines)
                .sum();
        return new Found(looking, shown, findings.size(), inScope.size(), lines);
    }

    private void write(Found found) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        print(new PrintStream(bytes, false, StandardCharsets.UTF_8), found);
        try {
            Files.write(outFile, bytes.toByteArray());
        } catch (IOException e) {
            throw new ProjectException("cannot write " + outFile + ": " + e.getMessage());
        }
    }

    private void print(PrintStream out, Found found) {
        if (options.json()) {
            ObjectNode document = Json.document("find");
            document.put("project", found.looking().project().root().toString());
            document.put("total", found.total());
            ArrayNode findings = document.putArray("findings");
            found.shown()
                    .forEach(finding ->
                            findings.add(Json.finding(finding, found.looking().project())));
            ArrayNode problems = document.putArray("problems");
            found.looking().problems().forEach(problems::add);
            Json.print(out, document);
            return;
        }
        Style style = outFile == null ? options.style(console) : new Style(false);
        String name = found.looking().project().root().getFileName().toString();
        out.printf(
                "%s: %,d types, %,d lines of code, %s%n",
                style.strong(name), found.types(), found.lines(), counted(found.total()));
        if (found.shown().isEmpty()) {
            return;
        }
        out.println();
        Table table = new Table("  ", 5, 3, 0);
        table.row(style::faint, "score", "finding", "smell", "where and what", "first cut");
        for (Finding finding : found.shown()) {
            table.row(
                    String.format("%.2f", finding.score()),
                    finding.id(),
                    finding.smell(),
                    finding.summary(),
                    firstCut(finding));
        }
        table.lines(console.width()).forEach(out::println);
        out.println();
        if (found.total() > found.shown().size()) {
            out.println(
                    style.faint((found.total() - found.shown().size()) + " more with --top " + found.total() + "."));
        }
        out.println(style.faint(
                "The evidence for one: pare show " + found.shown().get(0).id()));
    }

    private static String counted(int findings) {
        return findings == 0 ? "nothing found" : findings == 1 ? "1 finding" : findings + " findings";
    }

    private static String firstCut(Finding finding) {
        Optional<CutOffer> feasible = finding.cuts().stream()
                .filter(offer -> offer.feasible().orElse(false))
                .findFirst();
        return feasible.map(offer -> "extract " + offer.arguments().get("name")).orElse("none passes");
    }
}
