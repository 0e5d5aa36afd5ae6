package paredown.cli;

import java.util.concurrent.Callable;
import paredown.code.Sources;
import paredown.cut.Cut;
import paredown.journal.LastWhole;
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
        LastWhole whole = LastWhole.of(project.root());
        whole.said().forEach(line -> console.err().println("pare: " + line));
        project.problems().forEach(problem -> console.err().println("pare: " + problem));
        Sources sources = Sources.read(project, whole.instead(), Progress.SILENT);
        return new CutRun(console, common, options, cut.kind()).run(sources, cut);
    }
}
