package paredown.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.PrintStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import paredown.check.Tryout;
import paredown.code.CodeBase;
import paredown.code.Discovery;
import paredown.code.MemberFacts;
import paredown.code.Sources;
import paredown.code.TypeFacts;
import paredown.cut.TypeName;
import paredown.measure.ClassMeasures;
import paredown.project.Project;
import paredown.smell.CutOffer;
import paredown.smell.Evidence;
import paredown.smell.Finding;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Shows the evidence for a finding, or one class at a glance. */
@Command(
        name = "show",
        header = "Show the evidence for a finding, one class at a glance, or what the project consists of.",
        versionProvider = Version.class,
        footer = {
            "",
            "Examples:",
            "  pare show                      modules, files, lines, what is missing",
            "  pare show GC-7f3a1c",
            "  pare show meridian.plan.Night",
            "  pare show Night --format json"
        })
final class ShowCommand implements Callable<Integer> {
    private static final int SHOWN_MEMBERS = 24;

    private final Console console;

    @Mixin
    private CommonOptions options;

    @Parameters(
            arity = "0..1",
            paramLabel = "FINDING-ID|TYPE",
            description = "A finding by its ID, or a class by its name. Without it, the project.")
    private String subject;

    ShowCommand(Console console) {
        this.console = console;
    }

    @Override
    public Integer call() {
        if (subject == null) {
            overview();
            return ExitCode.DONE;
        }
        boolean id = subject.matches("[A-Z]{2}-[0-9a-fA-F]{6}");
        record Seen(Looking looking, List<Finding> findings, TypeFacts type) {}
        Seen seen = options.withProgress(console, progress -> {
            Looking looking = Looking.at(options.project(), progress);
            String type = id ? looking.finding(subject).target() : TypeName.resolve(looking.sources(), subject);
            List<Finding> wanted = looking.findings().stream()
                    .filter(one -> id
                            ? one.id().equalsIgnoreCase(subject)
                            : one.target().equals(type))
                    .toList();
            TypeFacts facts = looking.code()
                    .type(type)
                    .orElseThrow(() -> new paredown.cut.UnknownNameException(notRead(looking, type), List.of()));
            return new Seen(looking, new Tryout(looking.sources(), progress).tried(wanted), facts);
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
            glance(console.out(), style, seen.looking(), seen.type());
        }
        seen.findings().forEach(finding -> finding(console.out(), style, seen.looking(), finding, seen.type()));
        return ExitCode.DONE;
    }

    private void overview() {
        Project project = options.project();
        Sources sources = options.withProgress(console, progress -> Sources.read(project, progress));
        Discovery found = Discovery.of(sources);
        if (options.json()) {
            ObjectNode document = Json.document("show");
            document.put("project", project.root().toString());
            ArrayNode modules = document.putArray("modules");
            for (Discovery.Part part : found.modules()) {
                ObjectNode module = modules.addObject()
                        .put("name", part.name())
                        .put("roots", part.roots())
                        .put("files", part.files())
                        .put("testFiles", part.testFiles())
                        .put("lines", part.lines())
                        .put("encoding", part.encoding())
                        .put("classPath", part.classPath());
                part.level().ifPresentOrElse(level -> module.put("level", level), () -> module.putNull("level"));
            }
            found.problems().forEach(document.putArray("problems")::add);
            Json.print(console.out(), document);
            return;
        }
        PrintStream out = console.out();
        Style style = options.style(console);
        out.println(style.strong(project.root().getFileName().toString()) + ": " + found.sentence());
        if (found.modules().size() > 1) {
            out.println();
            Table table = new Table("  ", 7, 0, 1, 2, 3, 4, 6);
            table.row(style::faint, "module", "files", "of tests", "lines", "Java", "encoding", "class path");
            for (Discovery.Part part : found.modules()) {
                table.row(
                        part.name(),
                        String.valueOf(part.files() + part.testFiles()),
                        String.valueOf(part.testFiles()),
                        String.format("%,d", part.lines()),
                        part.level().isPresent() ? String.valueOf(part.level().getAsInt()) : "",
                        part.encoding(),
                        String.valueOf(part.classPath()));
            }
            table.lines(console.width()).forEach(out::println);
        }
        if (!found.problems().isEmpty()) {
            out.println();
            found.problems().forEach(problem -> out.println("  " + problem));
        }
    }

    private static String notRead(Looking looking, String type) {
        Path file = TypeName.file(looking.sources(), type);
        return looking.sources().isTest(file)
                ? "'" + type + "' is a test class; 'show' reads production code"
                : "'" + type + "' cannot be understood: the compiler gives up on "
                        + looking.project().relative(file);
    }

    private void glance(PrintStream out, Style style, Looking looking, TypeFacts type) {
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
        table.lines(console.width()).forEach(out::println);
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

    private void finding(PrintStream out, Style style, Looking looking, Finding finding, TypeFacts type) {
        int width = console.width();
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
            offer(out, style, finding.cuts().get(i), i + 1, type, width);
        }
        out.println();
        finding.cuts().stream()
                .filter(offer -> offer.feasible().orElse(false))
                .findFirst()
                .ifPresent(offer -> {
                    int number = finding.cuts().indexOf(offer) + 1;
                    out.println(style.faint("Preview, then carry out:"));
                    out.println("  pare fix " + finding.id() + (number == 1 ? "" : " --cut " + number) + " --preview");
                    out.println("  pare fix " + finding.id() + (number == 1 ? "" : " --cut " + number));
                });
    }

    private void offer(PrintStream out, Style style, CutOffer offer, int number, TypeFacts type, int width) {
        String verdict = offer.feasible().orElse(false) ? style.good("passes in memory") : style.bad("refused");
        out.println("cut " + number + "  " + style.strong(offer.title()) + "  " + verdict);
        offer.refusal()
                .ifPresent(reason -> Table.broken(reason, width - 7).forEach(line -> out.println("       " + line)));
        Table details = new Table("       ", 2, 1);
        int gains = Math.max(0, offer.effect().size() - 2);
        details.row("leaves", effect(offer, 0, gains));
        details.row("costs", effect(offer, gains, offer.effect().size()));
        List<String> moves = new ArrayList<>();
        for (String symbol : offer.members()) {
            type.member(symbol).ifPresent(member -> moves.add(signature(symbol) + ":" + member.line()));
        }
        int more = moves.size() - SHOWN_MEMBERS;
        details.row(
                "moves",
                String.join(", ", moves.subList(0, Math.min(SHOWN_MEMBERS, moves.size())))
                        + (more > 0 ? " and " + more + " more" : ""));
        if (offer.arguments().get("names") instanceof List<?> names && names.size() > 1) {
            details.row(
                    "or as",
                    String.join(
                            ", ", names.stream().skip(1).map(String::valueOf).toList()));
        }
        details.lines(width).forEach(out::println);
    }

    /** Some of the effects in a line: what changes with both figures, what comes about with the new one. */
    private static String effect(CutOffer offer, int from, int to) {
        return offer.effect().subList(from, Math.max(from, to)).stream()
                .map(one -> from == 0
                        ? one.measure() + " " + figure(one.before()) + " to " + figure(one.after())
                        : figure(one.after()) + " " + one.measure())
                .collect(Collectors.joining(", "));
    }

    /** A symbol without its class and without packages. */
    private static String signature(String symbol) {
        return symbol.substring(symbol.indexOf('#') + 1).replaceAll("[\\w.]*\\.(?=\\w)", "");
    }

    static String figure(double value) {
        return value == Math.rint(value) ? String.format("%.0f", value) : String.format("%.2f", value);
    }
}
