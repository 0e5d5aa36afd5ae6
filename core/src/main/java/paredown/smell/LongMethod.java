package paredown.smell;

import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import paredown.code.facts.LocalFacts;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.StatementFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/**
 * A method that does several things one after the other: long, full of decisions, and with blocks that could be methods of their own.
 *
 * <p>Complexity after McCabe, A Complexity Measure, 1976, who advised to part what exceeds ten; the limit here is a little above.
 */
public final class LongMethod implements Smell {
    private static final Traits TRAITS = new Traits(
            "long-method",
            "LM",
            "a method that does several things one after the other, in blocks that could stand alone",
            Map.of("lines", 45.0, "complexity", 12.0, "block", 6.0));
    private static final int MOST_CUTS = 3;

    @Override
    public Traits traits() {
        return TRAITS;
    }

    @Override
    public Stream<Finding> findings(CodeBase code) {
        return code.types()
                .filter(type -> Roles.isOpen(code, type))
                .flatMap(type -> type.members().stream()
                        .filter(member -> !member.isField() && !Roles.isRoutine(member))
                        .filter(member -> member.codeLines() >= limit(code, "lines")
                                && member.complexity() >= limit(code, "complexity"))
                        .flatMap(member -> finding(code, type, member)));
    }

    private Stream<Finding> finding(CodeBase code, TypeFacts type, MemberFacts member) {
        List<Block> best = Block.of(member, (int) limit(code, "block")).stream()
                .limit(MOST_CUTS)
                .toList();
        int out = Math.min(
                member.codeLines(), best.stream().mapToInt(Block::lines).sum());
        // A method of which nothing much can be taken out is long for a reason: a table, a parser's one loop.
        if (best.isEmpty() || out * 5 < member.codeLines()) {
            return Stream.empty();
        }
        double burden = 0.5 * member.codeLines() / (member.codeLines() + 80.0)
                + 0.5 * member.complexity() / (member.complexity() + 20.0);
        double relieved = Math.min(1, 1.5 * out / member.codeLines());
        FindingBuilder finding = FindingBuilder.about(this, code, type, member, member.line())
                .score(0.85 * Math.sqrt(burden * relieved))
                .summary(type.simpleName() + "#" + member.name() + ": " + member.codeLines() + " lines, "
                        + "complexity " + member.complexity() + "; "
                        + (best.size() == 1 ? "a block" : best.size() + " blocks") + " could stand alone")
                .measured("lines of code", member.codeLines(), "lines", member.codeLines() + " lines of code")
                .measured(
                        "complexity",
                        member.complexity(),
                        "complexity",
                        "it decides " + (member.complexity() - 1) + " times");
        int deepest = member.statements().stream()
                .mapToInt(StatementFacts::depth)
                .max()
                .orElse(0);
        finding.counted("nesting", deepest, "its statements lie up to " + deepest + " deep in others");
        best.stream()
                .sorted(Comparator.comparingInt(Block::line))
                .forEach(block -> finding.counted(
                        "block",
                        block.lines(),
                        "lines " + block.line() + " to " + block.endLine() + " need " + listed(block.inputs())
                                + " and give " + listed(block.outputs())));
        Set<String> names = new HashSet<>();
        // What can be carried out as it stands comes before what somebody has to name.
        best.stream()
                .map(block -> block.offer(code, type, names))
                .sorted(Comparator.comparing(CutOffer::lacksName))
                .forEach(finding::cut);
        return Stream.of(finding.finding());
    }

    private static String listed(List<LocalFacts> locals) {
        return locals.isEmpty()
                ? "nothing"
                : String.join(", ", locals.stream().map(LocalFacts::name).toList());
    }
}
