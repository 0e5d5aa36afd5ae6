package paredown.cli;

import java.io.PrintStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import paredown.code.compile.Symbol;
import paredown.smell.CutOffer;
import paredown.smell.Evidence;
import paredown.smell.Finding;

/** A finding with its evidence and its cuts, for a terminal. */
final class FindingView {
    private static final int SHOWN_MEMBERS = 24;

    private final Looking looking;
    private final Style style;
    private final int width;

    FindingView(Looking looking, Style style, int width) {
        this.looking = looking;
        this.style = style;
        this.width = width;
    }

    void print(PrintStream out, Finding finding) {
        out.println(style.strong(finding.id() + "  " + finding.summary()));
        out.println(style.faint(looking.project().relative(finding.file()) + ":" + finding.line() + ", score "
                + String.format("%.2f", finding.score())));
        out.println();
        Table evidence = new Table("  ", 4, 3, 1, 2);
        evidence.row(style::faint, "measure", "value", "limit", "what it says");
        for (Evidence one : finding.evidence()) {
            String limit = one.limit().isPresent() ? figure(one.limit().getAsDouble()) : "";
            evidence.row(
                    one.against() ? style::notable : text -> text,
                    one.measure(),
                    figure(one.value()),
                    limit,
                    (one.against() ? "against: " : "") + one.text());
        }
        evidence.lines(width).forEach(out::println);
        for (int i = 0; i < finding.cuts().size(); i++) {
            out.println();
            offer(out, finding.cuts().get(i), i + 1);
        }
        out.println();
        finding.cuts().stream()
                .filter(offer -> offer.feasible().orElse(false))
                .findFirst()
                .ifPresent(offer -> {
                    int number = finding.cuts().indexOf(offer) + 1;
                    out.println(style.faint("Preview, then carry out:"));
                    String fix = "  pare fix " + finding.id() + (number == 1 ? "" : " --cut " + number)
                            + (offer.lacksName() ? " --name NAME" : "");
                    out.println(fix + " --preview");
                    out.println(fix);
                });
    }

    private void offer(PrintStream out, CutOffer offer, int number) {
        String verdict = offer.feasible()
                .map(passes -> passes ? style.good("passes in memory") : style.bad("refused"))
                .orElse(style.faint("not tried: this version cannot carry it out"));
        out.println("cut " + number + "  " + style.strong(offer.title()) + "  " + verdict);
        offer.refusal()
                .ifPresent(reason -> Table.broken(reason, width - 7).forEach(line -> out.println("       " + line)));
        Table details = new Table("       ", 2, 1);
        effect(offer, true).ifPresent(text -> details.row("leaves", text));
        effect(offer, false).ifPresent(text -> details.row("costs", text));
        List<String> moves = new ArrayList<>();
        for (String symbol : offer.members()) {
            int at = symbol.indexOf('#');
            looking.code()
                    .type(at < 0 ? symbol : symbol.substring(0, at))
                    .flatMap(type -> type.member(symbol))
                    .ifPresent(member -> moves.add(signature(symbol) + ":" + member.line()));
        }
        int more = moves.size() - SHOWN_MEMBERS;
        details.row(
                offer.kind().equals("extract-parameters") ? "changes" : "moves",
                String.join(", ", moves.subList(0, Math.min(SHOWN_MEMBERS, moves.size())))
                        + (more > 0 ? " and " + more + " more" : ""));
        List<String> others =
                offer.candidates().stream().skip(offer.lacksName() ? 0 : 1).toList();
        if (offer.lacksName()) {
            String thought = others.isEmpty() ? "" : "; thought of and found wanting: " + String.join(", ", others);
            details.row("name", "give one with --name" + thought);
        } else if (!others.isEmpty()) {
            details.row("or as", String.join(", ", others));
        }
        details.lines(width).forEach(out::println);
    }

    /** What a cut changes, with both figures, or what comes about by it, with the new one. */
    private static Optional<String> effect(CutOffer offer, boolean changes) {
        return offer.effect().stream()
                .filter(one -> one.before() > 0 == changes)
                .map(one -> one.measure() + " " + (changes ? figure(one.before()) + " to " : "") + figure(one.after()))
                .reduce((one, other) -> one + ", " + other);
    }

    /** A symbol without its class and without packages. */
    private static String signature(String named) {
        String symbol = Symbol.shown(named);
        return symbol.substring(symbol.indexOf('#') + 1).replaceAll("[\\w.]*\\.(?=\\w)", "");
    }

    static String figure(double value) {
        return value == Math.rint(value) ? String.format("%.0f", value) : String.format("%.2f", value);
    }
}
