package paredown.cli;

import java.io.PrintStream;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import paredown.code.CodeBase;
import paredown.code.MemberFacts;
import paredown.code.TypeFacts;
import paredown.measure.ClassMeasures;

/** One class at a glance, for a terminal. */
final class TypeView {
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
        table.lines(width).forEach(out::println);
        out.println();
    }

    private static String most(Map<String, Integer> counts) {
        List<String> shown = counts.entrySet().stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue()
                        .reversed()
                        .thenComparing(Map.Entry.comparingByKey()))
                .limit(8)
                .map(entry -> entry.getKey() + " (" + entry.getValue() + ")")
                .toList();
        return String.join(", ", shown) + (counts.size() > 8 ? " and " + (counts.size() - 8) + " more" : "");
    }
}
