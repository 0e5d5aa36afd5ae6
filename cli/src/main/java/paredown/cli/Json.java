package paredown.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.PrintStream;
import java.util.Locale;
import java.util.Optional;
import paredown.check.Tryout;
import paredown.code.compile.Symbol;
import paredown.journal.Step;
import paredown.project.Project;
import paredown.smell.CutOffer;
import paredown.smell.Evidence;
import paredown.smell.Finding;
import paredown.source.ChangeSet;
import paredown.trial.TestReport;
import paredown.verdict.Plan;

/** The JSON documents of the commands. */
final class Json {
    private static final ObjectMapper MAPPER = new ObjectMapper();

    private Json() {}

    static ObjectNode document(String command) {
        return MAPPER.createObjectNode().put("schema", "pare." + command + "/1");
    }

    static ObjectNode plain() {
        return MAPPER.createObjectNode();
    }

    static void print(PrintStream out, ObjectNode document) {
        try {
            out.println(MAPPER.writerWithDefaultPrettyPrinter().writeValueAsString(document));
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }

    static ObjectNode finding(Finding finding, Project project) {
        ObjectNode node = MAPPER.createObjectNode();
        node.put("id", finding.id());
        node.put("smell", finding.smell());
        node.put("target", Symbol.shown(finding.target()));
        node.put("file", project.relative(finding.file()));
        node.put("line", finding.line());
        node.put("score", finding.score());
        node.put("summary", finding.summary());
        ArrayNode evidence = node.putArray("evidence");
        for (Evidence one : finding.evidence()) {
            ObjectNode entry =
                    evidence.addObject().put("measure", one.measure()).put("value", one.value());
            one.limit().ifPresentOrElse(limit -> entry.put("limit", limit), () -> entry.putNull("limit"));
            entry.put("text", one.text()).put("against", one.against());
        }
        ArrayNode places = node.putArray("places");
        for (Finding.Place place : finding.places()) {
            places.addObject()
                    .put("symbol", Symbol.shown(place.symbol()))
                    .put("file", project.relative(place.file()))
                    .put("line", place.line());
        }
        ArrayNode cuts = node.putArray("cuts");
        for (int i = 0; i < finding.cuts().size(); i++) {
            cuts.add(offer(i + 1, finding.cuts().get(i)));
        }
        return node;
    }

    private static ObjectNode offer(int number, CutOffer offer) {
        ObjectNode node = MAPPER.createObjectNode()
                .put("n", number)
                .put("kind", offer.kind())
                .put("title", offer.title());
        node.set("arguments", MAPPER.valueToTree(offer.arguments()));
        node.set(
                "members",
                MAPPER.valueToTree(offer.members().stream().map(Symbol::shown).toList()));
        node.put(
                "command",
                Tryout.cut(offer).map(cut -> "pare " + cut.commandLine()).orElse(null));
        offer.feasible().ifPresentOrElse(feasible -> node.put("feasible", feasible), () -> node.putNull("feasible"));
        node.put("refusal", offer.refusal().orElse(null));
        ArrayNode effect = node.putArray("effect");
        offer.effect()
                .forEach(one -> effect.addObject()
                        .put("measure", one.measure())
                        .put("before", one.before())
                        .put("after", one.after()));
        return node;
    }

    /** The answer of a cutting command. */
    static ObjectNode cut(
            String command,
            String kind,
            String outcome,
            Optional<String> reason,
            Optional<Plan> plan,
            Project project,
            String diff) {
        ObjectNode node = document(command);
        node.put("cut", kind);
        node.put("outcome", outcome);
        node.put("reason", reason.orElse(null));
        ArrayNode files = node.putArray("files");
        ArrayNode warnings = node.putArray("warnings");
        plan.ifPresent(one -> {
            for (ChangeSet.Change change : one.changes().changes()) {
                files.addObject()
                        .put("path", project.relative(change.file()))
                        .put("change", change.kind().name().toLowerCase(Locale.ROOT));
            }
            one.effects().warnings().forEach(warnings::add);
        });
        node.put("diff", diff);
        node.putNull("tests");
        node.putNull("step");
        return node;
    }

    /** The answer of a cutting command that found no cut to carry out. */
    static ObjectNode refused(String command, String reason) {
        ObjectNode node = document(command);
        node.putNull("cut");
        node.put("outcome", "refused").put("reason", reason);
        node.putArray("files");
        node.putArray("warnings");
        return node.put("diff", "").putNull("tests").putNull("step");
    }

    static void tests(ObjectNode node, TestReport report) {
        ObjectNode tests = node.putObject("tests");
        tests.put("ran", report.ran());
        tests.put("failed", report.failures().size());
        ArrayNode failures = tests.putArray("failures");
        report.failures()
                .forEach(failure -> failures.addObject()
                        .put("test", failure.test())
                        .put("message", failure.message())
                        .put("place", failure.place()));
    }

    static ObjectNode step(Step step) {
        ObjectNode node = MAPPER.createObjectNode();
        node.put("number", step.number())
                .put("kind", step.kind())
                .put("title", step.title())
                .put("command", step.command());
        node.put("time", step.time())
                .put("state", step.state().name().toLowerCase(Locale.ROOT).replace('_', '-'));
        ArrayNode files = node.putArray("files");
        step.files().forEach(file -> files.add(file.path()));
        return node;
    }
}
