package paredown.project;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import paredown.smell.Smells;

/** The published schema and the reader must take and reject the same. */
class ConfigurationTest {
    private static final ObjectMapper YAML = new ObjectMapper(new YAMLFactory());

    @TempDir
    private Path folder;

    private boolean fitsSchema(String yaml) throws IOException {
        JsonNode schema =
                new ObjectMapper().readTree(Path.of("../docs/pare.schema.json").toFile());
        JsonSchema validator =
                JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012).getSchema(schema);
        return validator.validate(YAML.readTree(yaml)).isEmpty();
    }

    private Configuration read(String yaml) throws IOException {
        Files.writeString(folder.resolve(Configuration.FILE), yaml);
        Configuration configuration = ConfigurationReader.in(folder);
        Smells.wanted(configuration);
        return configuration;
    }

    @Test
    void everyKey() throws IOException {
        String yaml = """
                layout:
                  sources: [code, more]
                  tests: checks
                  generated: [made]
                  classPath: ["lib/*.jar"]
                  classPathCommand: make print-path
                  release: 11
                  encoding: ISO-8859-1
                exclude: ["code/legacy/**"]
                smells:
                  off: god-class
                  limits:
                    god-class: {lines: 200, wmc: 60, tcc: 0.2, atfd: 3}
                accept:
                  - {smell: lazy-class, where: "meridian.*.LogSink", because: "a port of the web page"}
                publicApi: keep
                serialisedForm: free
                test:
                  command: make check
                  reports: [made/reports]
                """;
        assertThat(fitsSchema(yaml)).isTrue();
        Configuration read = read(yaml);
        assertThat(read.layout().sources()).containsExactly("code", "more");
        assertThat(read.layout().tests()).containsExactly("checks");
        assertThat(read.layout().generated()).containsExactly("made");
        assertThat(read.layout().classPath()).containsExactly("lib/*.jar");
        assertThat(read.layout().classPathCommand()).contains("make print-path");
        assertThat(read.layout().release()).hasValue(11);
        assertThat(read.layout().encoding()).contains("ISO-8859-1");
        assertThat(read.excludes("code/legacy/old/Sky.java")).isTrue();
        assertThat(read.excludes("code/Sky.java")).isFalse();
        assertThat(read.smellsOff()).containsOnlyKeys("god-class");
        assertThat(Smells.wanted(read)).extracting(smell -> smell.name()).doesNotContain("god-class");
        assertThat(read.limit("god-class", "lines", 100)).isEqualTo(200);
        assertThat(read.limit("god-class", "other", 7)).isEqualTo(7);
        assertThat(read.accepted()).singleElement().satisfies(one -> {
            assertThat(one.covers("lazy-class", "meridian.log.LogSink")).isTrue();
            assertThat(one.covers("lazy-class", "meridian.log.LogSinks")).isFalse();
            assertThat(one.covers("god-class", "meridian.log.LogSink")).isFalse();
        });
        assertThat(read.publicApi()).isEqualTo(Configuration.PublicApi.KEEP);
        assertThat(read.serialisedForm()).isEqualTo(Configuration.SerialisedForm.FREE);
        assertThat(read.test().command()).contains("make check");
        assertThat(read.test().reports()).containsExactly("made/reports");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "layuot: {}",
                "layout: {sorces: [src]}",
                "layout: {release: six}",
                "layout: {release: 5}",
                "layout: [src]",
                "exclude: {a: b}",
                "publicApi: maybe",
                "serialisedForm: perhaps",
                "smells: {off: [god-clas]}",
                "smells: {limits: {god-class: {line: 3}}}",
                "smells: {limits: {god-class: {lines: many}}}",
                "smells: {limits: {lines: 3}}",
                "accept: [{smell: god-class, where: A}]",
                "accept: [{smell: god-clas, where: A, because: b}]",
                "accept: {smell: god-class}",
                "test: {comand: make}",
                "test: make",
            })
    void bothReject(String yaml) throws IOException {
        assertThat(fitsSchema(yaml)).isFalse();
        assertThatThrownBy(() -> read(yaml))
                .isInstanceOf(ConfigurationException.class)
                .hasMessageStartingWith(".pare.yaml:1: ");
    }

    /** What the schema knows of a smell is what the smell knows of itself. */
    @Test
    void theSchemaNamesEverySmellAndLimit() throws IOException {
        JsonNode schema =
                new ObjectMapper().readTree(Path.of("../docs/pare.schema.json").toFile());
        assertThat(schema.at("/$defs/smell/enum"))
                .extracting(JsonNode::asText)
                .containsExactlyElementsOf(
                        Smells.all().stream().map(smell -> smell.name()).toList());
        Smells.all()
                .forEach(smell -> assertThat(schema.at("/properties/smells/properties/limits/properties/" + smell.name()
                                        + "/properties")
                                .fieldNames())
                        .toIterable()
                        .containsExactlyInAnyOrderElementsOf(smell.limits().keySet()));
    }
}
