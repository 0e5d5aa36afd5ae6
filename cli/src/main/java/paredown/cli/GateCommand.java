package paredown.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import paredown.project.Project;
import paredown.smell.Acceptance;
import paredown.smell.Baseline;
import paredown.smell.Finding;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Fails when there are findings that were not there before. */
@Command(
        name = "gate",
        header = "Fail when there are findings that the baseline does not hold.",
        versionProvider = Version.class,
        description = {
            "For a build: ends with 1 when something new is found. The baseline is a small file to be kept under version control;",
            "findings are known in it by what they point at, so that moved lines and moved files change nothing."
        },
        footer = {
            "",
            "Examples:",
            "  pare gate --update             write down what there is now",
            "  pare gate                      compare with it",
            "  pare gate --baseline ci/known.json --format json"
        })
final class GateCommand implements Callable<Integer> {
    private final Console console;

    @Mixin
    private CommonOptions options;

    @Option(
            names = "--baseline",
            paramLabel = "FILE",
            description = "The baseline. Default: " + Baseline.FILE + " at the project's root.")
    private Path file;

    @Option(names = "--update", description = "Write the findings there are now into the baseline, and end with 0.")
    private boolean update;

    @Option(names = "--force", description = "Let --update overwrite a file that is no baseline.")
    private boolean force;

    GateCommand(Console console) {
        this.console = console;
    }

    @Override
    public Integer call() {
        Project project = options.project();
        Path place = file == null ? project.root().resolve(Baseline.FILE) : file;
        if (update) {
            OutFile.check(place, force);
        }
        Looking looking = options.withProgress(console, progress -> Looking.at(project, progress));
        Acceptance.Sorted sorted = Acceptance.sort(looking.sources(), looking.findings());
        looking.reportProblems(console.err());
        Looking.report(sorted.problems(), console.err());
        if (update) {
            Baseline.of(looking.code(), sorted.open()).write(place);
            console.out().println("wrote " + sorted.open().size() + " findings to " + place);
            return ExitCode.DONE;
        }
        Baseline baseline = Baseline.read(place);
        Baseline.Comparison compared = baseline.compare(looking.code(), sorted.open(), sorted.accepted());
        List<Finding> fresh = compared.fresh();
        int gone = compared.gone();
        if (options.json()) {
            ObjectNode document = Json.document("gate");
            document.put("known", compared.known()).put("gone", gone);
            ArrayNode findings = document.putArray("findings");
            fresh.forEach(finding -> findings.add(Json.finding(finding, looking.project())));
            Json.print(console.out(), document);
        } else {
            print(looking, sorted, fresh, gone);
        }
        return fresh.isEmpty() ? ExitCode.DONE : ExitCode.GATE;
    }

    private void print(Looking looking, Acceptance.Sorted sorted, List<Finding> fresh, int gone) {
        Style style = options.style(console);
        for (Finding finding : fresh) {
            console.out().println(style.strong(finding.id()) + "  " + finding.smell() + "  " + finding.summary());
            console.out()
                    .println(style.faint(
                            "           " + looking.project().relative(finding.file()) + ":" + finding.line()));
        }
        console.out()
                .println((fresh.isEmpty() ? "nothing new" : fresh.size() + " new")
                        + ", " + (sorted.open().size() - fresh.size()) + " known, " + gone + " gone, "
                        + sorted.accepted().size() + " accepted");
        if (gone > 0 && fresh.isEmpty()) {
            console.out().println(style.faint("Write down that they are gone: pare gate --update"));
        }
    }
}
