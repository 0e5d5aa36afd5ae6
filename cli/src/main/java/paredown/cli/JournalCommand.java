package paredown.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import paredown.journal.CommittedState;
import paredown.journal.Journal;
import paredown.journal.Step;
import paredown.project.Project;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** Lists the steps carried out in a project. */
@Command(
        name = "journal",
        header = "List the steps carried out here, oldest first.",
        versionProvider = Version.class,
        footer = {"", "Examples:", "  pare journal", "  pare journal --format json"})
final class JournalCommand implements Callable<Integer> {
    private final Console console;

    @Mixin
    private CommonOptions options;

    JournalCommand(Console console) {
        this.console = console;
    }

    @Override
    public Integer call() {
        Project project = options.project();
        CommittedState.of(project.root()).said().forEach(console::warn);
        List<Step> steps = Journal.steps(project.root());
        if (options.json()) {
            ObjectNode document = Json.document("journal");
            ArrayNode entries = document.putArray("steps");
            steps.forEach(step -> entries.add(Json.step(step)));
            Json.print(console.out(), document);
            return ExitCode.DONE;
        }
        if (steps.isEmpty()) {
            console.out().println("No steps yet.");
            return ExitCode.DONE;
        }
        Style style = options.style(console);
        Table table = new Table("  ", 5, 3, 0);
        table.row(style::faint, "step", "when", "state", "what", "files");
        for (Step step : steps) {
            String state = step.state().name().toLowerCase(Locale.ROOT).replace('_', ' ');
            boolean stands = step.state() == Step.State.APPLIED;
            table.row(
                    stands ? text -> text : style::faint,
                    String.valueOf(step.number()),
                    step.time().substring(0, 16).replace('T', ' '),
                    state,
                    step.title(),
                    String.valueOf(step.files().size()));
        }
        table.lines(console.width()).forEach(console.out()::println);
        return ExitCode.DONE;
    }
}
