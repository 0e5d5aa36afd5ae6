package paredown.cli;

import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import paredown.check.Tryout;
import paredown.cut.Cut;
import paredown.cut.UnknownNameException;
import paredown.smell.CutOffer;
import paredown.smell.Finding;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Carries out a cut that a finding offers. */
@Command(
        name = "fix",
        header = "Carry out a cut that a finding offers.",
        versionProvider = Version.class,
        footer = {
            "",
            "Examples:",
            "  pare fix GC-7f3a1c --preview                  what the first cut would change",
            "  pare fix GC-7f3a1c                            show it, ask, do it, run the tests",
            "  pare fix GC-7f3a1c --cut 2 --name Weather --yes"
        })
final class FixCommand implements Callable<Integer> {
    private final Console console;

    @Mixin
    private CommonOptions common;

    @Mixin
    private CutOptions options;

    @Parameters(paramLabel = "FINDING-ID", description = "The finding, as 'pare find' lists it.")
    private String id;

    @Option(
            names = "--cut",
            paramLabel = "N",
            description = "Which of its cuts, from 1. Default: the first that passes in memory.")
    private Integer number;

    @Option(names = "--name", paramLabel = "NAME", description = "The new name. Default: the one proposed.")
    private String name;

    FixCommand(Console console) {
        this.console = console;
    }

    @Override
    public Integer call() {
        record Choice(Looking looking, CutOffer offer) {}
        Choice choice = common.withProgress(console, progress -> {
            Looking looking = Looking.at(common.project(), progress);
            Finding finding = looking.finding(id);
            Finding tried = number == null
                    ? new Tryout(looking.sources(), progress)
                            .tried(List.of(finding))
                            .get(0)
                    : finding;
            return new Choice(looking, chosen(tried));
        });
        choice.looking().reportProblems(console.err());
        Optional<Cut> cut = Tryout.cut(choice.offer(), Optional.ofNullable(name));
        if (cut.isEmpty()) {
            console.err()
                    .println("pare: '" + choice.offer().kind()
                            + "' cannot be carried out by this version; nothing was written");
            console.err().println("  what to do by hand: pare show " + id);
            return ExitCode.REFUSED;
        }
        return new CutRun(console, common, options, "fix").run(choice.looking().sources(), cut.get());
    }

    private CutOffer chosen(Finding finding) {
        List<CutOffer> offers = finding.cuts();
        if (number == null) {
            return offers.stream()
                    .filter(offer -> offer.feasible().orElse(false))
                    .findFirst()
                    .orElse(offers.get(0));
        }
        if (number < 1 || number > offers.size()) {
            throw new UnknownNameException(
                    finding.id() + " offers cuts 1 to " + offers.size() + ", not " + number, List.of());
        }
        return offers.get(number - 1);
    }
}
