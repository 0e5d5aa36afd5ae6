package paredown.smell;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import paredown.code.facts.LocalFacts;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.StatementFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/**
 * Statements of one block that could be a method of their own.
 *
 * @param inputs local variables of the method that they use
 * @param outputs local variables that they set and that are used behind them
 * @param size parts of their syntax trees
 */
record Block(
        MemberFacts member,
        int line,
        int endLine,
        int depth,
        int size,
        List<LocalFacts> inputs,
        List<LocalFacts> outputs) {
    /** Longer blocks are looked at whole or not at all. */
    private static final int MOST_STATEMENTS = 60;

    private static final int MOST_INPUTS = 4;

    int lines() {
        return endLine - line + 1;
    }

    boolean overlaps(Block other) {
        return line <= other.endLine && other.line <= endLine;
    }

    /** What the new method would spare the reader of the old one, for what has to be handed over. */
    double worth() {
        return size * (1 + 0.3 * depth) / (1 + 0.5 * (inputs.size() + 2 * outputs.size()));
    }

    /**
     * Blocks of a method that could be extracted, as far as the flow of its local variables tells, those first that are worth most; none
     * overlaps another.
     *
     * @param lines how many lines they have at least
     */
    static List<Block> of(MemberFacts member, int lines) {
        List<Block> found = new ArrayList<>();
        StatementFacts.blocks(member.statements()).forEach(statements -> collect(member, statements, lines, found));
        found.sort(Comparator.comparingDouble(Block::worth).reversed().thenComparing(Block::line));
        List<Block> best = new ArrayList<>();
        for (Block block : found) {
            if (best.stream().noneMatch(block::overlaps)) {
                best.add(block);
            }
        }
        return best;
    }

    private static void collect(MemberFacts member, List<StatementFacts> statements, int lines, List<Block> found) {
        if (statements.size() > MOST_STATEMENTS) {
            return;
        }
        int longest = (member.endLine() - member.line()) / 2;
        for (int first = 0; first < statements.size(); first++) {
            int size = 0;
            for (int last = first; last < statements.size(); last++) {
                StatementFacts statement = statements.get(last);
                size += statement.size();
                int length = statement.endLine() - statements.get(first).line() + 1;
                if (statement.leaves() || length > longest) {
                    break;
                }
                if (length >= lines) {
                    block(member, statements.get(first), statement, size).ifPresent(found::add);
                }
            }
        }
    }

    private static Optional<Block> block(MemberFacts member, StatementFacts first, StatementFacts last, int size) {
        int from = first.line();
        int to = last.endLine();
        List<LocalFacts> inputs = new ArrayList<>();
        List<LocalFacts> outputs = new ArrayList<>();
        for (LocalFacts local : member.locals()) {
            boolean outside = local.line() < from;
            if (outside && local.isUsedWithin(from, to)) {
                inputs.add(local);
            }
            boolean set = outside ? local.isWrittenWithin(from, to) : local.line() <= to;
            // In a loop what is set may be read above in the next turn: the cut knows, this does not need to.
            if (set && local.isReadAfter(to)) {
                outputs.add(local);
            }
            if (inputs.size() > MOST_INPUTS || outputs.size() > 1) {
                return Optional.empty();
            }
        }
        return Optional.of(new Block(member, from, to, first.depth(), size, inputs, outputs));
    }

    List<Reference> within() {
        return member.references().stream()
                .filter(reference -> reference.line() >= line && reference.line() <= endLine)
                .toList();
    }

    /**
     * The cut that makes a method of it.
     *
     * @param offered names offered for other blocks of the class; the one found is added
     */
    CutOffer offer(CodeBase code, TypeFacts type, Set<String> offered) {
        Optional<String> name = new StretchName(code, type, member, line, endLine).best(offered);
        name.ifPresent(offered::add);
        Map<String, Object> arguments = CutOffer.stretch(code, type, line + "-" + endLine, name.orElse(null));
        return CutOffer.untried(
                "extract-method",
                "extract lines " + line + " to " + endLine + " of " + member.name()
                        + name.map(known -> " as " + known).orElse(": a method of your naming"),
                arguments,
                List.of(member.symbol()),
                List.of(
                        new CutOffer.Effect(
                                "lines of " + member.name(), member.codeLines(), member.codeLines() - lines() + 1.0),
                        new CutOffer.Effect("parameters", 0, inputs.size())));
    }
}
