package paredown.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import paredown.demo.Meridian;

/** What is printed for programs, against the schemas that programs are told to trust. */
class FormatsIT {
    private static final ObjectMapper JSON = new ObjectMapper();

    @TempDir
    private Path folder;

    private Path project;

    @BeforeEach
    void meridian() throws IOException {
        project = folder.toRealPath().resolve("a project");
        Meridian.copyTo(project);
    }

    private static void fits(JsonNode document, InputStream schema, SpecVersion.VersionFlag version)
            throws IOException {
        JsonNode read = JSON.readTree(schema);
        assertThat(JsonSchemaFactory.getInstance(version).getSchema(read).validate(document))
                .isEmpty();
    }

    @Test
    void findingsFitTheirSchema() throws Exception {
        Program.Result result = Program.onTheSample().run("find", "--top", "50", "--format", "json");
        JsonNode document = JSON.readTree(result.out());
        try (InputStream schema = Files.newInputStream(Path.of("../docs/find.schema.json"))) {
            fits(document, schema, SpecVersion.VersionFlag.V202012);
        }
        assertThat(document.path("findings")).hasSizeGreaterThan(10);
        assertThat(document.path("findings"))
                .allSatisfy(finding -> assertThat(finding.path("cuts"))
                        .isNotEmpty()
                        .allSatisfy(cut -> assertThat(cut.path("command").asText(null))
                                .satisfiesAnyOf(
                                        command -> assertThat(command).startsWith("pare "),
                                        command -> assertThat(cut.path("kind").asText())
                                                .as("a kind that is not there yet has no command")
                                                .isIn("extract-parameters", "extract-superclass"))));
    }

    @Test
    void sarifFitsTheOfficialSchema() throws Exception {
        Path file = project.resolve("findings.sarif");
        Program.Result result =
                new Program(project).run("find", "--top", "50", "--format", "sarif", "--out", file.toString());
        assertThat(result.exit()).as(result.all()).isZero();
        JsonNode document = JSON.readTree(file.toFile());
        try (InputStream schema = FormatsIT.class.getResourceAsStream("/schema/sarif-schema-2.1.0.json")) {
            fits(document, schema, SpecVersion.VersionFlag.V7);
        }
        JsonNode run = document.path("runs").path(0);
        assertThat(run.path("tool").path("driver").path("rules")).hasSizeGreaterThanOrEqualTo(5);
        assertThat(run.path("results")).hasSizeGreaterThan(10).allSatisfy(one -> {
            assertThat(one.path("partialFingerprints").path("pareFinding/1").asText())
                    .matches("[A-Z]{2}-[0-9a-f]{6}");
            JsonNode place = one.path("locations").path(0).path("physicalLocation");
            assertThat(project.resolve(
                            place.path("artifactLocation").path("uri").asText()))
                    .exists();
            assertThat(place.path("region").path("startLine").asInt()).isPositive();
        });
        assertThat(run.path("results"))
                .anySatisfy(one -> assertThat(one.path("relatedLocations")).isNotEmpty());
        assertThat(new Program(project).run("gate", "--format", "sarif").exit()).isEqualTo(2);
    }
}
