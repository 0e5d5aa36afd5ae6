package paredown.smell;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import paredown.project.ConfigurationException;

/** The findings that a project is known to have: a file with what each of them points at, one a line, sorted. */
public final class Baseline {
    public static final String FILE = ".pare-baseline.json";
    private static final String SCHEMA = "pare.baseline/1";
    private static final ObjectMapper MAPPER = new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

    /** A finding as it is written down. */
    private record Known(String id, String smell, String target) {}

    private record Document(String schema, List<Known> findings) {}

    private final List<Known> known;

    private Baseline(List<Known> known) {
        this.known = known;
    }

    public static Baseline of(List<Finding> findings) {
        return new Baseline(findings.stream()
                .map(one -> new Known(one.id(), one.smell(), one.target()))
                .sorted(Comparator.comparing(Known::smell).thenComparing(Known::target))
                .toList());
    }

    /**
     * Reads a baseline.
     *
     * @throws ConfigurationException when there is none, or it is none
     */
    public static Baseline read(Path file) {
        if (!Files.isRegularFile(file)) {
            throw new ConfigurationException(
                    "there is no baseline at " + file + "; write one with 'pare gate --update'");
        }
        try {
            Document document = MAPPER.readValue(Files.readAllBytes(file), new TypeReference<Document>() {});
            if (!SCHEMA.equals(document.schema()) || document.findings() == null) {
                throw new ConfigurationException(file + " is no baseline of this version");
            }
            return new Baseline(document.findings());
        } catch (IOException e) {
            throw new ConfigurationException(file + " is no baseline: "
                    + e.getMessage().lines().findFirst().orElse(""));
        }
    }

    /**
     * @throws ConfigurationException when it cannot be written
     */
    public void write(Path file) {
        try {
            Files.writeString(file, MAPPER.writeValueAsString(new Document(SCHEMA, known)) + "\n");
        } catch (IOException e) {
            throw new ConfigurationException("the baseline cannot be written: " + e.getMessage());
        }
    }

    public boolean holds(Finding finding) {
        return known.stream().anyMatch(one -> one.id().equals(finding.id()));
    }

    /** How many it holds that are not there any more. */
    public long missing(List<Finding> findings) {
        Set<String> there = new HashSet<>();
        findings.forEach(finding -> there.add(finding.id()));
        Set<String> gone = new TreeSet<>();
        known.stream().map(Known::id).filter(id -> !there.contains(id)).forEach(gone::add);
        return gone.size();
    }
}
