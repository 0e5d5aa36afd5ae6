package paredown.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.project.Project;
import paredown.smell.CutOffer;
import paredown.smell.Evidence;
import paredown.smell.Finding;
import paredown.smell.Smell;
import paredown.smell.Smells;

/** Findings in the interchange format that code hosts and editors read: SARIF 2.1.0 (OASIS standard, 2020). */
final class Sarif {
    private static final String ROOT = "PROJECT";

    private Sarif() {}

    static ObjectNode of(List<Finding> findings, Project project) {
        ObjectNode document = Json.plain();
        document.put("version", "2.1.0");
        document.put("$schema", "https://docs.oasis-open.org/sarif/sarif/v2.1.0/os/schemas/sarif-schema-2.1.0.json");
        ObjectNode run = document.putArray("runs").addObject();
        ObjectNode driver = run.putObject("tool").putObject("driver");
        driver.put("name", "Pare Down").put("version", Version.number());
        List<String> names = Smells.all().stream().map(Smell::name).toList();
        ArrayNode rules = driver.putArray("rules");
        Smells.all().forEach(smell -> rule(rules.addObject(), smell));
        run.putObject("originalUriBaseIds")
                .putObject(ROOT)
                .put("uri", project.root().toUri().toString());
        ArrayNode results = run.putArray("results");
        findings.forEach(finding -> result(results.addObject(), finding, names.indexOf(finding.smell()), project));
        return document;
    }

    private static void rule(ObjectNode rule, Smell smell) {
        rule.put("id", smell.name());
        rule.putObject("shortDescription").put("text", smell.name().replace('-', ' '));
        rule.putObject("fullDescription").put("text", smell.description());
        String limits = smell.limits().entrySet().stream()
                .sorted(java.util.Map.Entry.comparingByKey())
                .map(limit -> limit.getKey() + " " + FindingView.figure(limit.getValue()))
                .collect(Collectors.joining(", "));
        rule.putObject("help")
                .put(
                        "text",
                        "A finding says " + smell.description() + ". Its limits: " + limits
                                + ". The evidence for one: pare show ID. To accept one, write before the declaration: // pare: accept "
                                + smell.name() + ": why");
        rule.putObject("defaultConfiguration").put("level", "note");
    }

    private static void result(ObjectNode result, Finding finding, int rule, Project project) {
        result.put("ruleId", finding.smell()).put("ruleIndex", rule).put("level", "note");
        result.put("rank", Math.round(finding.score() * 1000) / 10.0);
        String cuts = finding.cuts().stream().map(CutOffer::title).limit(1).collect(Collectors.joining());
        String evidence = Stream.concat(
                        Stream.of(finding.summary()),
                        finding.evidence().stream().map(Evidence::text))
                .collect(Collectors.joining("; "));
        result.putObject("message")
                .put("text", evidence + (cuts.isEmpty() ? "" : ". Could be mended so: " + cuts) + ".");
        ObjectNode location = result.putArray("locations").addObject();
        location(location, project.relative(finding.file()), finding.line());
        location.putArray("logicalLocations")
                .addObject()
                .put("fullyQualifiedName", finding.target())
                .put("kind", finding.target().contains("#") ? "member" : "type");
        if (!finding.places().isEmpty()) {
            ArrayNode related = result.putArray("relatedLocations");
            int number = 0;
            for (Finding.Place place : finding.places()) {
                ObjectNode one = related.addObject().put("id", ++number);
                location(one, project.relative(place.file()), place.line());
                one.putObject("message").put("text", place.symbol());
            }
        }
        result.putObject("partialFingerprints").put("pareFinding/1", finding.id());
    }

    private static void location(ObjectNode location, String file, int line) {
        ObjectNode physical = location.putObject("physicalLocation");
        physical.putObject("artifactLocation")
                .put(
                        "uri",
                        java.net
                                .URI
                                .create("file:///")
                                .relativize(pathUri(file))
                                .toString())
                .put("uriBaseId", ROOT);
        physical.putObject("region").put("startLine", line);
    }

    /** With what a URI cannot hold written as it wants it. */
    private static java.net.URI pathUri(String file) {
        try {
            return new java.net.URI("file", null, "/" + file, null);
        } catch (java.net.URISyntaxException e) {
            throw new IllegalStateException(e);
        }
    }
}
