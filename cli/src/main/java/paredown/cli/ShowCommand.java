package paredown.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.concurrent.Callable;
import paredown.check.Tryout;
import paredown.code.facts.TypeFacts;
import paredown.smell.Finding;
import paredown.smell.Smells;
import paredown.tree.TypeName;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Shows the evidence for a finding, or one class at a glance. */
@Command(
        name = "show",
        header = "Show the evidence for a finding, a class or member at a glance, or what the project consists of.",
        versionProvider = Version.class,
        footer = {
            "",
            "Examples:",
            "  pare show                      modules, files, lines, what is missing",
            "  pare show GC-7902f1",
            "  pare show meridian.plan.NightPlanner",
            "  pare show NightPlanner#plan",
            "  pare show Night --format json"
        })
final class ShowCommand implements Callable<Integer> {
    private final Console console;

    @Mixin
    private CommonOptions options;

    @Parameters(
            arity = "0..1",
            paramLabel = "FINDING-ID|TYPE|TYPE#MEMBER",
            description = "A finding by its ID, a class by its name, or a member of one. Without it, the project.")
    private String subject;

    ShowCommand(Console console) {
        this.console = console;
    }

    @Override
    public Integer call() {
        if (subject == null) {
            new ProjectView(console, options).print();
            return ExitCode.DONE;
        }
        if (subject.contains("#")) {
            return new MemberView(console, options).print(subject);
        }
        boolean id = subject.matches("[A-Z]{2,4}-[0-9a-fA-F]{6}");
        record Seen(Looking looking, List<Finding> findings, TypeFacts type) {}
        Seen seen = options.withProgress(console, progress -> {
            Looking looking =
                    id ? Looking.with(subject, options.project(), progress) : Looking.at(options.project(), progress);
            String type = id ? looking.finding(subject).type() : TypeName.resolve(looking.sources(), subject);
            List<Finding> wanted = looking.findings().stream()
                    .filter(one ->
                            id ? one.id().equalsIgnoreCase(subject) : one.type().equals(type))
                    .toList();
            TypeFacts facts = looking.type(type);
            List<Finding> deepened = Smells.deepened(looking.code(), wanted);
            return new Seen(looking, new Tryout(looking.sources(), progress).tried(deepened), facts);
        });
        seen.looking().reportProblems(console.err());
        if (options.json()) {
            ObjectNode document = Json.document("show");
            document.put("type", seen.type().name());
            ArrayNode findings = document.putArray("findings");
            seen.findings()
                    .forEach(finding ->
                            findings.add(Json.finding(finding, seen.looking().project())));
            Json.print(console.out(), document);
            return ExitCode.DONE;
        }
        Style style = options.style(console);
        if (!id) {
            new TypeView(seen.looking(), style, console.width()).print(console.out(), seen.type());
        }
        FindingView view = new FindingView(seen.looking(), style, console.width());
        seen.findings().forEach(finding -> view.print(console.out(), finding));
        return ExitCode.DONE;
    }
}
