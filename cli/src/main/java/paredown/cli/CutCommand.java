package paredown.cli;

import java.util.concurrent.Callable;
import paredown.code.index.Sources;
import paredown.cut.Cut;
import paredown.journal.CommittedState;
import paredown.project.Progress;
import paredown.project.Project;
import picocli.CommandLine.Mixin;

/** What all commands that ask for a cut by its arguments have in common. */
abstract class CutCommand implements Callable<Integer> {
    private final Console console;

    @Mixin
    private CommonOptions common;

    @Mixin
    private CutOptions options;

    CutCommand(Console console) {
        this.console = console;
    }

    /** The cut that the command line asks for. */
    abstract Cut cut();

    @Override
    public Integer call() {
        Cut cut = cut();
        Project project = common.project();
        CommittedState committed = CommittedState.of(project.root());
        committed.said().forEach(console::warn);
        project.problems().forEach(console::warn);
        Sources sources = Sources.read(project, committed.instead(), Progress.SILENT);
        return new CutRun(console, common, options, cut.kind()).run(sources, cut);
    }
}
