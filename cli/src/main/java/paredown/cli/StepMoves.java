package paredown.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import paredown.journal.Journal;
import paredown.journal.Step;
import paredown.project.Project;
import paredown.verdict.UnknownNameException;

/** Goes back or forth in the journal by a number of steps. */
final class StepMoves {
    private final Console console;
    private final CommonOptions options;
    private final String command;
    private final String participle;

    StepMoves(Console console, CommonOptions options, String command, String participle) {
        this.console = console;
        this.options = options;
        this.command = command;
        this.participle = participle;
    }

    int move(int count, Function<Journal, Step> one) {
        if (count < 1) {
            throw new UnknownNameException("'" + command + "' takes a number of steps from 1", List.of());
        }
        Project project = options.project();
        List<Step> moved = new ArrayList<>();
        try (Journal journal = Journal.open(project.root(), console::warn)) {
            journal.recovered().forEach(console::warn);
            for (int i = 0; i < count; i++) {
                moved.add(one.apply(journal));
                if (!options.json()) {
                    Step step = moved.get(i);
                    console.out()
                            .println(participle + "  step " + step.number() + ", " + step.title() + " ("
                                    + files(step.files().size()) + ")");
                }
            }
        }
        if (options.json()) {
            ObjectNode document = Json.document(command);
            ArrayNode steps = document.putArray("steps");
            moved.forEach(step -> steps.add(Json.step(step)));
            Json.print(console.out(), document);
        }
        return ExitCode.DONE;
    }

    static String files(int count) {
        return count == 1 ? "1 file" : count + " files";
    }
}
