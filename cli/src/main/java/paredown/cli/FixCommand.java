package paredown.cli;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import paredown.check.Tryout;
import paredown.code.compile.Symbol;
import paredown.cut.Cut;
import paredown.smell.CutOffer;
import paredown.smell.Finding;
import paredown.verdict.UnknownNameException;
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
            "  pare fix GC-7902f1 --preview                  what the first cut would change",
            "  pare fix GC-7902f1                            show it, ask, do it, run the tests",
            "  pare fix GC-7902f1 --cut 2 --name Scoring --yes"
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

    @Mixin
    private CallersOption callers;

    @Option(names = "--name", paramLabel = "NAME", description = "The new name. Default: the one proposed.")
    private String name;

    FixCommand(Console console) {
        this.console = console;
    }

    @Override
    public Integer call() {
        record Choice(Looking looking, Finding finding, Optional<CutOffer> offer) {}
        Choice choice = common.withProgress(console, progress -> {
            Looking looking = Looking.with(id, common.project(), progress);
            Finding finding = looking.finding(id);
            Finding tried = number == null
                    ? new Tryout(looking.sources(), progress)
                            .tried(List.of(finding))
                            .get(0)
                    : finding;
            return new Choice(looking, tried, chosen(tried));
        });
        choice.looking().reportProblems(console.err());
        if (choice.offer().isEmpty()) {
            return byHand(id + " offers no cut");
        }
        CutOffer offer = choice.offer().get();
        if (Tryout.cut(offer).isEmpty()) {
            return byHand("'" + offer.kind() + "' cannot be carried out by this version");
        }
        if (offer.lacksName() && name == null) {
            return unnamed(offer);
        }
        Cut cut = Tryout.cut(offer, arguments(offer)).orElseThrow();
        return new CutRun(console, common, options, "fix")
                .run(choice.looking().sources(), cut, elsewhere(choice.looking(), choice.finding(), offer));
    }

    /** A name that says nothing would have to be changed by hand: whoever knows the code gives a better one. */
    private int unnamed(CutOffer offer) {
        String asked = "no name was found that says what belongs together: give one with --name"
                + (offer.candidates().isEmpty() ? "" : ", maybe after " + String.join(", ", offer.candidates()));
        return refused(asked, asked + "; what would move: pare show " + id);
    }

    private int byHand(String reason) {
        return refused(reason, reason + ": what to do by hand: pare show " + id);
    }

    /** Nothing was done: off a terminal too, whoever reads the exit code must know. */
    private int refused(String reason, String told) {
        if (common.json()) {
            Json.print(console.out(), Json.refused("fix", reason));
        } else {
            console.out().println(told);
            console.out().println("Nothing was written.");
        }
        return ExitCode.REFUSED;
    }

    private Map<String, Object> arguments(CutOffer offer) {
        Map<String, Object> arguments = new LinkedHashMap<>(offer.arguments());
        if (name != null) {
            arguments.put("name", name);
        }
        if (callers.isGiven()) {
            arguments.put("callers", callers.mode().name());
        }
        return arguments;
    }

    /** Places of a finding in other classes, which a cut that works inside one leaves as they are. */
    private static List<String> elsewhere(Looking looking, Finding finding, CutOffer offer) {
        boolean inside = offer.kind().equals("extract-method")
                && Boolean.TRUE.equals(offer.arguments().get("all"));
        return finding.places().stream()
                .filter(place -> inside && !Symbol.typeName(place.symbol()).equals(finding.type()))
                .map(place -> "left as it is, " + looking.project().relative(place.file()) + ":" + place.line()
                        + ": the method is in another class")
                .toList();
    }

    private Optional<CutOffer> chosen(Finding finding) {
        List<CutOffer> offers = finding.cuts();
        if (offers.isEmpty()) {
            return Optional.empty();
        }
        if (number == null) {
            return Optional.of(offers.stream()
                    .filter(offer -> offer.feasible().orElse(false))
                    .findFirst()
                    .orElse(offers.get(0)));
        }
        if (number < 1 || number > offers.size()) {
            String known = offers.size() == 1 ? " offers cut 1 alone" : " offers cuts 1 to " + offers.size();
            throw new UnknownNameException(finding.id() + known + ", not " + number, List.of());
        }
        return Optional.of(offers.get(number - 1));
    }
}
