package paredown.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.project.NearNames;
import paredown.smell.Finding;
import paredown.tree.MemberName;
import paredown.tree.TypeName;
import paredown.verdict.UnknownNameException;

/** A member of a class at a glance: overloads one after the other. */
final class MemberView {
    private final Console console;
    private final CommonOptions options;

    MemberView(Console console, CommonOptions options) {
        this.console = console;
        this.options = options;
    }

    /**
     * @param subject {@code Night#plan}, {@code Night#plan(int)}
     */
    int print(String subject) {
        MemberName asked = MemberName.parse(subject);
        Looking looking = options.withProgress(console, progress -> Looking.at(options.project(), progress, true));
        TypeFacts type = looking.type(TypeName.resolve(looking.sources(), asked.type()));
        List<MemberFacts> members = type.members().stream()
                .filter(member -> asked.means(type.simpleName(), member.name(), parameters(member)))
                .toList();
        if (members.isEmpty()) {
            throw new UnknownNameException(
                    "'" + type.simpleName() + "' has no member '" + asked.name() + "'",
                    NearNames.of(
                            asked.name(),
                            type.members().stream().map(MemberFacts::name).distinct()));
        }
        looking.reportProblems(console.err());
        if (options.json()) {
            ObjectNode document = Json.document("show");
            document.put("type", type.name());
            ArrayNode list = document.putArray("members");
            members.forEach(member -> list.addObject()
                    .put("symbol", Symbol.shown(member.symbol()))
                    .put("line", member.line())
                    .put("codeLines", member.codeLines())
                    .put("complexity", member.complexity())
                    .put("uses", (int) uses(looking.code(), member, false))
                    .put("testUses", (int) uses(looking.code(), member, true)));
            ArrayNode findings = document.putArray("findings");
            findings(looking, members).forEach(finding -> findings.add(Json.finding(finding, looking.project())));
            Json.print(console.out(), document);
            return ExitCode.DONE;
        }
        Style style = options.style(console);
        members.forEach(member -> print(looking, style, type, member));
        return ExitCode.DONE;
    }

    private static long uses(CodeBase code, MemberFacts member, boolean tests) {
        return code.uses(member.symbol()).stream()
                .filter(use -> use.type().test() == tests)
                .count();
    }

    private static String parameters(MemberFacts member) {
        int parenthesis = member.symbol().indexOf('(');
        return parenthesis < 0 ? "" : member.symbol().substring(parenthesis);
    }

    private static List<Finding> findings(Looking looking, List<MemberFacts> members) {
        List<String> symbols = members.stream().map(MemberFacts::symbol).toList();
        return looking.findings().stream()
                .filter(finding -> symbols.contains(finding.target())
                        || finding.places().stream().anyMatch(place -> symbols.contains(place.symbol())))
                .toList();
    }

    private void print(Looking looking, Style style, TypeFacts type, MemberFacts member) {
        CodeBase code = looking.code();
        console.out()
                .println(style.strong(Symbol.shown(member.symbol()))
                        + style.faint("  " + looking.project().relative(type.file()) + ":" + member.line()));
        console.out().println();
        Table table = new Table("  ", 2, 1);
        table.row("size", member.codeLines() + (member.codeLines() == 1 ? " line" : " lines") + " of code");
        if (!member.isField()) {
            table.row("decides", (member.complexity() - 1) + " times");
        }
        Map<String, Integer> users = users(code, member, false);
        Map<String, Integer> tests = users(code, member, true);
        table.row(
                "used by",
                !users.isEmpty()
                        ? listed(users)
                        : tests.isEmpty() ? "nothing in the project" : "nothing in the production code");
        if (!tests.isEmpty()) {
            table.row("tested by", listed(tests));
        }
        Map<String, Integer> own = new TreeMap<>();
        Map<String, Integer> others = new TreeMap<>();
        for (Reference reference : member.references()) {
            if (reference.inProject() && reference.kind() != Reference.Kind.TYPE) {
                boolean inside = reference.owner().equals(type.name());
                String name = Symbol.memberName(Symbol.shown(reference.target()));
                String shown = inside ? name : Symbol.simple(reference.owner()) + "#" + name;
                (inside ? own : others).merge(shown, 1, Integer::sum);
            }
        }
        table.row("of its class", own.isEmpty() ? "nothing" : listed(own));
        table.row("of others", others.isEmpty() ? "nothing of the project" : listed(others));
        List<Finding> findings = findings(looking, List.of(member));
        table.row(
                "findings",
                findings.isEmpty()
                        ? "none"
                        : findings.stream()
                                .map(finding -> finding.id() + " (" + finding.smell() + ")")
                                .collect(Collectors.joining(", ")));
        table.lines(console.width()).forEach(console.out()::println);
        console.out().println();
    }

    private static Map<String, Integer> users(CodeBase code, MemberFacts member, boolean tests) {
        Map<String, Integer> users = new TreeMap<>();
        code.uses(member.symbol()).stream()
                .filter(use -> use.type().test() == tests)
                .forEach(use ->
                        users.merge(use.type().simpleName() + "#" + use.member().shown(use.type()), 1, Integer::sum));
        return users;
    }

    private static String listed(Map<String, Integer> counts) {
        return counts.entrySet().stream()
                .map(entry -> entry.getKey() + (entry.getValue() == 1 ? "" : " (" + entry.getValue() + ")"))
                .collect(Collectors.joining(", "));
    }
}
