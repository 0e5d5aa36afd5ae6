package paredown.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import paredown.check.Survey;
import paredown.check.Tryout;
import paredown.code.index.Sources;
import paredown.history.ChangedSince;
import paredown.journal.CommittedState;
import paredown.project.NearNames;
import paredown.project.Progress;
import paredown.project.Project;
import paredown.smell.CutOffer;
import paredown.smell.Finding;
import paredown.smell.Smell;
import paredown.smell.Smells;
import paredown.verdict.UnknownNameException;
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
            "  pare find src/main/java/meridian/plan/NightPlanner.java    in a file",
            "  pare find --since main                      in what a branch has changed",
            "  pare find --smell god-class --format json   for a script",
            "  pare find --format sarif --out findings.sarif    all of them, for a code host"
        })
final class FindCommand implements Callable<Integer> {
    private final Console console;

    @Mixin
    private CommonOptions options;

    @Parameters(
            paramLabel = "SCOPE",
            description = "Folders, files, packages or types to look at. Default: the whole project.")
    private List<String> scope = new ArrayList<>();

    @Option(
            names = "--smell",
            split = ",",
            paramLabel = "NAME",
            description = "Only these smells: ${COMPLETION-CANDIDATES}.",
            completionCandidates = SmellNames.class)
    private List<String> smells = new ArrayList<>();

    @Option(
            names = "--top",
            paramLabel = "N",
            defaultValue = "10",
            description =
                    "How many findings to try the cuts of, and to show; machine formats hold all. Default: ${DEFAULT-VALUE}.")
    private int top;

    @Option(names = "--tests", description = "Look at test sources too.")
    private boolean tests;

    @Option(
            names = "--since",
            paramLabel = "REV",
            description =
                    "Only findings in files that differ from where this branch left REV (their merge base), committed or not.")
    private String since;

    @Option(names = "--out", paramLabel = "FILE", description = "Write to a file instead of standard output.")
    private Path outFile;

    @Option(names = "--force", description = "Let --out overwrite a file that pare did not write.")
    private boolean force;

    FindCommand(Console console) {
        this.console = console;
    }

    private record Found(Project project, Survey.Answer answer, List<String> problems) {}

    @Override
    public Integer call() {
        if (top < 1) {
            throw new UnknownNameException("--top takes a number from 1", List.of());
        }
        if (outFile != null) {
            OutFile.check(outFile, force);
        }
        Found found = options.withProgress(console, this::look);
        Looking.report(found.problems(), console.err());
        if (outFile == null) {
            print(console.out(), found);
        } else {
            write(found);
        }
        return ExitCode.DONE;
    }

    private List<Smell> wanted(Project project) {
        List<Smell> configured = Smells.wanted(project.configuration());
        if (smells.isEmpty()) {
            return configured;
        }
        List<Smell> wanted = new ArrayList<>();
        for (String name : smells) {
            wanted.add(Smells.all().stream()
                    .filter(smell -> smell.name().equals(name))
                    .findFirst()
                    .orElseThrow(() -> new UnknownNameException(
                            "there is no smell '" + name + "'",
                            NearNames.of(name, Smells.all().stream().map(Smell::name)))));
        }
        return wanted;
    }

    private Found look(Progress progress) {
        Project project = options.project();
        List<Smell> wanted = wanted(project);
        CommittedState committed = CommittedState.of(project.root());
        List<String> problems = new ArrayList<>(committed.said());
        problems.addAll(project.problems());
        Sources sources = Sources.read(project, committed.instead(), progress);
        problems.addAll(sources.problems());
        Optional<Set<Path>> changed = Optional.ofNullable(since).map(revision -> ChangedSince.files(project, revision));
        Survey.Answer answer = Survey.of(
                sources,
                new Survey.Question(wanted, scope, top, options.sarif() || options.json(), tests, changed),
                progress);
        problems.addAll(answer.problems());
        return new Found(project, answer, problems);
    }

    private void write(Found found) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        print(new PrintStream(bytes, false, StandardCharsets.UTF_8), found);
        OutFile.write(outFile, bytes.toByteArray());
    }

    private void print(PrintStream out, Found found) {
        if (options.sarif()) {
            Json.print(out, Sarif.of(found.answer().findings(), found.project()));
            return;
        }
        if (options.json()) {
            ObjectNode document = Json.document("find");
            document.put("project", found.project().root().toString());
            document.put("total", found.answer().total());
            document.put("tried", found.answer().tried());
            document.put("accepted", found.answer().accepted());
            ArrayNode findings = document.putArray("findings");
            found.answer().findings().forEach(finding -> findings.add(Json.finding(finding, found.project())));
            ArrayNode problems = document.putArray("problems");
            found.problems().forEach(problems::add);
            Json.print(out, document);
            return;
        }
        Style style = outFile == null ? options.style(console) : new Style(false);
        String name = found.project().root().getFileName().toString();
        out.printf(
                "%s: %,d types, %,d lines of code, %s%n",
                style.strong(name),
                found.answer().types(),
                found.answer().lines(),
                counted(found.answer().total())
                        + (found.answer().accepted() > 0 ? ", " + found.answer().accepted() + " accepted" : ""));
        if (found.answer().findings().isEmpty()) {
            return;
        }
        out.println();
        Table table = new Table("  ", 5, 3, 0);
        table.row(style::faint, "score", "finding", "smell", "where and what", "first cut");
        for (Finding finding : found.answer().findings()) {
            table.row(
                    String.format("%.2f", finding.score()),
                    finding.id(),
                    finding.smell(),
                    finding.summary(),
                    firstCut(finding));
        }
        table.lines(console.width()).forEach(out::println);
        out.println();
        if (found.answer().total() > found.answer().findings().size()) {
            out.println(style.faint(
                    (found.answer().total() - found.answer().findings().size()) + " more with --top "
                            + found.answer().total() + "."));
        }
        out.println(style.faint("The evidence for one: pare show "
                + found.answer().findings().get(0).id()));
    }

    private static String counted(int findings) {
        return findings == 0 ? "nothing found" : findings == 1 ? "1 finding" : findings + " findings";
    }

    private static String firstCut(Finding finding) {
        if (finding.cuts().isEmpty()) {
            return "by hand";
        }
        Optional<CutOffer> feasible = finding.cuts().stream()
                .filter(offer -> offer.feasible().orElse(false))
                .findFirst();
        return feasible.map(CutOffer::brief)
                .orElseGet(() -> finding.cuts().stream()
                        .filter(offer -> offer.feasible().isEmpty())
                        .findFirst()
                        .map(offer -> offer.brief() + (Tryout.cut(offer).isPresent() ? ", not tried" : ", by hand"))
                        .orElse("none passes"));
    }
}
