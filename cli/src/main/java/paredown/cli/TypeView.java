package paredown.cli;

import java.io.PrintStream;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.history.Change;
import paredown.measure.ClassMeasures;
import paredown.smell.Anatomy;

/** One class at a glance, for a terminal. */
final class TypeView {
    private static final int SHOWN = 8;
    private static final int SUBJECTS = 3;

    private final Looking looking;
    private final Style style;
    private final int width;

    TypeView(Looking looking, Style style, int width) {
        this.looking = looking;
        this.style = style;
        this.width = width;
    }

    void print(PrintStream out, TypeFacts type) {
        CodeBase code = looking.code();
        out.println(style.strong(type.name())
                + style.faint("  " + looking.project().relative(type.file()) + ":" + type.line()));
        out.println();
        Table table = new Table("  ", 2, 1);
        table.row(
                "size",
                type.codeLines() + " lines of code, " + type.methods().count() + " methods, "
                        + type.fields().count() + " fields");
        table.row("decides", "WMC " + ClassMeasures.wmc(type));
        ClassMeasures.tcc(type).ifPresent(tcc -> table.row("coheres", String.format("TCC %.2f", tcc)));
        Map<String, Integer> users = new LinkedHashMap<>();
        for (MemberFacts member : type.members()) {
            code.uses(member.symbol()).stream()
                    .map(use -> use.type().simpleName())
                    .filter(name -> !name.equals(type.simpleName()))
                    .forEach(name -> users.merge(name, 1, Integer::sum));
        }
        table.row("used by", users.isEmpty() ? "no other class of the project" : most(users));
        Map<String, Integer> used = new LinkedHashMap<>();
        type.allReferences()
                .filter(reference -> reference.inProject() && !reference.owner().equals(type.name()))
                .map(reference -> Symbol.simple(reference.owner()))
                .forEach(name -> used.merge(name, 1, Integer::sum));
        table.row("uses", used.isEmpty() ? "no other class of the project" : most(used));
        table.row("changes", changes(type));
        long findings = looking.findings().stream()
                .filter(finding -> finding.type().equals(type.name()))
                .count();
        table.row("findings", findings == 0 ? "none" : findings + ", below");
        table.lines(width).forEach(out::println);
        out.println();
        new AnatomyView(style, width).print(out, Anatomy.of(code, type));
    }

    /** How often it changed, and why it did most lately. */
    private String changes(TypeFacts type) {
        String file = looking.project().relative(type.file());
        String nested = type.nameInPackage();
        List<Change> changes = looking.history().of(file, nested);
        if (changes.isEmpty()) {
            return looking.history().isEmpty() ? "no history to look at" : "none since it was added";
        }
        Map<String, Integer> members = new LinkedHashMap<>();
        changes.forEach(change -> change.in(file).stream()
                .filter(member -> member.startsWith(nested + "#"))
                .forEach(member -> members.merge(member.substring(nested.length() + 1), 1, Integer::sum)));
        return (changes.size() == 1 ? "1 commit" : changes.size() + " commits") + ", most to " + most(members, 3)
                + "; last: "
                + changes.stream()
                        .limit(SUBJECTS)
                        .map(change -> change.subject() + " (" + change.day() + ")")
                        .collect(Collectors.joining("; "));
    }

    private static String most(Map<String, Integer> counts) {
        return most(counts, SHOWN);
    }

    private static String most(Map<String, Integer> counts, int top) {
        List<String> shown = counts.entrySet().stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue()
                        .reversed()
                        .thenComparing(Map.Entry.comparingByKey()))
                .limit(top)
                .map(entry -> entry.getKey() + " (" + entry.getValue() + ")")
                .toList();
        return String.join(", ", shown) + (counts.size() > top ? " and " + (counts.size() - top) + " more" : "");
    }
}
