package paredown.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.PrintStream;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import paredown.check.Planner;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.cut.Cut;
import paredown.journal.Journal;
import paredown.journal.Outcome;
import paredown.journal.StaleException;
import paredown.journal.StepRunner;
import paredown.project.Allowed;
import paredown.project.Progress;
import paredown.project.Project;
import paredown.source.ChangeSet;
import paredown.source.UnifiedDiff;
import paredown.trial.NotAllowedException;
import paredown.trial.TestReport;
import paredown.trial.TestScope;
import paredown.trial.Trial;
import paredown.verdict.Plan;
import paredown.verdict.Refusal;
import paredown.verdict.Verdict;

/** Takes a cut from the command line to its end: plan, preview, question, step. The same for every kind of cut. */
final class CutRun {
    private static final int MOST_ANEW = 3;

    private final Console console;
    private final CommonOptions common;
    private final CutOptions options;
    private final String command;
    private int anew;

    /**
     * @param command the command's name in the JSON document's schema
     */
    CutRun(Console console, CommonOptions common, CutOptions options, String command) {
        this.console = console;
        this.common = common;
        this.options = options;
        this.command = command;
    }

    int run(Sources sources, Cut asked) {
        return run(sources, asked, List.of());
    }

    /** @param left what is to be said of the finding that asks for the cut */
    int run(Sources sources, Cut asked, List<String> left) {
        return run(sources, asked, left, Optional.empty());
    }

    /** @param shown the diff that was confirmed already, of a plan that had to be worked out anew */
    private int run(Sources sources, Cut asked, List<String> left, Optional<String> shown) {
        Cut cut = options.strict(asked);
        Project project = sources.project();
        Verdict verdict = common.withProgress(console, progress -> {
            CodeBase.update(sources, progress);
            return new Planner(sources, progress).plan(cut);
        });
        if (verdict instanceof Refusal refusal) {
            return refuse(project, cut, refusal);
        }
        Plan plan = ((Plan) verdict).warned(left);
        boolean writes = options.yes() || !options.preview() && console.asks() && !common.json();
        if (!writes) {
            preview(project, cut, plan);
            if (!common.json()) {
                console.out().println(notWritten());
            }
            return ExitCode.DONE;
        }
        String diff = UnifiedDiff.of(plan.changes(), project.root());
        if (!options.yes() && !shown.equals(Optional.of(diff))) {
            printPlan(project, plan);
            if (!console.confirms("Carry out this step?")) {
                console.out().println("Nothing was written.");
                return ExitCode.DONE;
            }
        }
        try {
            return carryOut(sources, cut, plan);
        } catch (StaleException e) {
            if (anew == MOST_ANEW) {
                throw e;
            }
            anew++;
            console.warn(e.difference() + ": the cut is worked out anew");
            Project again = common.project();
            return run(Sources.read(again, Progress.SILENT), asked, left, Optional.of(diff));
        }
    }

    private String notWritten() {
        return options.preview()
                ? "Nothing was written: this was a preview."
                : "Nothing was written: without a terminal to ask on, a step is carried out with --yes.";
    }

    private int refuse(Project project, Cut cut, Refusal refusal) {
        String place = refusal.place()
                .map(one -> project.relative(one.file()) + ":" + one.line())
                .orElse("");
        if (common.json()) {
            String reason = refusal.rule().id() + " at " + place + ": " + refusal.reason()
                    + refusal.wayOut().map(way -> "; instead: " + way).orElse("");
            Json.print(
                    console.out(),
                    Json.cut(command, cut.kind(), "refused", Optional.of(reason), Optional.empty(), project, ""));
            return ExitCode.REFUSED;
        }
        Style style = common.style(console);
        PrintStream out = console.out();
        out.println(style.bad("refused") + "  " + refusal.reason());
        Table table = new Table("  ", 2, 1);
        table.row("where", place);
        table.row("rule", refusal.rule().id() + ": " + refusal.rule().sentence());
        refusal.wayOut().ifPresent(way -> table.row("instead", way));
        table.lines(console.width()).forEach(out::println);
        out.println("Nothing was written.");
        return ExitCode.REFUSED;
    }

    private void preview(Project project, Cut cut, Plan plan) {
        if (common.json()) {
            String diff = UnifiedDiff.of(plan.changes(), project.root());
            Json.print(
                    console.out(),
                    Json.cut(
                            command,
                            cut.kind(),
                            "previewed",
                            Optional.of(notWritten()),
                            Optional.of(plan),
                            project,
                            diff));
        } else {
            printPlan(project, plan);
        }
    }

    private void printPlan(Project project, Plan plan) {
        PrintStream out = console.out();
        Style style = common.style(console);
        UnifiedDiff.of(plan.changes(), project.root()).lines().forEach(line -> out.println(style.diffLine(line)));
        out.println();
        printSummary(project, plan, style);
    }

    private void printSummary(Project project, Plan plan, Style style) {
        PrintStream out = console.out();
        out.println(style.strong(plan.title()));
        Table table = new Table("  ", 2, 1);
        List<ChangeSet.Change> changes = plan.changes().changes();
        for (ChangeSet.Change change : changes.subList(0, Math.min(8, changes.size()))) {
            table.row(change.kind().name().toLowerCase(java.util.Locale.ROOT), project.relative(change.file()));
        }
        if (changes.size() > 8) {
            table.row("", "and " + (changes.size() - 8) + " more files");
        }
        table.row(
                "callers",
                plan.effects().callers() == 0
                        ? "none to rewrite"
                        : plan.effects().callers() == 1
                                ? "1 place rewritten"
                                : plan.effects().callers() + " places rewritten");
        list(table, "delegates", plan.effects().delegates());
        list(table, "access", plan.effects().visibility());
        plan.effects().warnings().forEach(warning -> table.row(style::notable, "warning", warning));
        table.lines(console.width()).forEach(out::println);
    }

    private static void list(Table table, String title, List<String> entries) {
        for (int i = 0; i < Math.min(6, entries.size()); i++) {
            table.row(i == 0 ? title : "", entries.get(i));
        }
        if (entries.size() > 6) {
            table.row("", "and " + (entries.size() - 6) + " more");
        }
    }

    /** The way in which the tests run; a person is asked about a command that has not been allowed. */
    private Trial trial(Project project) {
        if (options.tests() == TestScope.NONE) {
            return Trial.NONE;
        }
        try {
            return Trial.of(project);
        } catch (NotAllowedException e) {
            boolean asks = console.asks() && !common.json();
            if (!asks
                    || !console.confirms("The project names the command '" + e.command()
                            + "' to run its tests. Run it, now and later?")) {
                throw e;
            }
            Allowed.add(project.root(), e.command());
            return Trial.of(project);
        }
    }

    private int carryOut(Sources sources, Cut cut, Plan plan) {
        Project project = sources.project();
        Trial trial = trial(project);
        Outcome outcome;
        try (Journal journal = Journal.open(project.root(), console::warn)) {
            journal.recovered().forEach(console::warn);
            outcome = common.withProgress(
                    console,
                    progress -> new StepRunner(project.root(), trial, Clock.systemDefaultZone(), progress)
                            .carryOut(journal, cut, plan, sources::difference, options.tests()));
        }
        if (common.json()) {
            printJson(project, cut, plan, outcome);
        } else {
            printOutcome(project, plan, outcome);
        }
        return outcome.kind() == Outcome.Kind.APPLIED ? ExitCode.DONE : ExitCode.TESTS_FAILED;
    }

    private void printJson(Project project, Cut cut, Plan plan, Outcome outcome) {
        String word = switch (outcome.kind()) {
            case APPLIED -> "applied";
            case RED_BEFORE -> "refused";
            case REVERTED -> "reverted";
            case LEFT -> "left";
        };
        Optional<String> reason = outcome.kind() == Outcome.Kind.RED_BEFORE
                ? outcome.reason().map(why -> "the tests were red before the step: " + why)
                : outcome.reason();
        ObjectNode document = Json.cut(
                command,
                cut.kind(),
                word,
                reason,
                Optional.of(plan),
                project,
                UnifiedDiff.of(plan.changes(), project.root()));
        outcome.tests().ifPresent(report -> Json.tests(document, report));
        outcome.step().ifPresent(step -> document.set("step", Json.step(step)));
        Json.print(console.out(), document);
    }

    private void printOutcome(Project project, Plan plan, Outcome outcome) {
        PrintStream out = console.out();
        Style style = common.style(console);
        switch (outcome.kind()) {
            case APPLIED -> {
                if (options.yes()) {
                    printSummary(project, plan, style);
                }
                out.println();
                out.println(style.good("done") + "  step "
                        + outcome.step().orElseThrow().number() + ", " + tests(outcome)
                        + "; 'pare undo' takes it back");
            }
            case RED_BEFORE -> {
                out.println(style.bad("stopped") + "  the tests are red before the step: "
                        + outcome.reason().orElse(""));
                out.println("Nothing was written. Mend them first, or go on without tests: --tests none");
                printOutput(outcome);
            }
            case REVERTED -> {
                out.println(style.bad("taken back") + "  " + outcome.reason().orElse(""));
                out.println("Every file is as it was before the step.");
                printOutput(outcome);
            }
            case LEFT -> {
                out.println(style.bad("left as it is") + "  " + outcome.reason().orElse(""));
                printOutput(outcome);
            }
        }
    }

    private void printOutput(Outcome outcome) {
        outcome.tests()
                .filter(report -> !report.built())
                .ifPresent(report -> report.output().stream()
                        .limit(12)
                        .forEach(line -> console.out().println("  | " + line)));
    }

    private static String tests(Outcome outcome) {
        Optional<TestReport> report = outcome.tests();
        return report.map(one -> one.ran() == 0
                        ? "built, there are no tests to run"
                        : String.format("%,d tests green", one.ran()))
                .orElse("no tests run");
    }
}
