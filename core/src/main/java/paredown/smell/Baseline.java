package paredown.smell;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import paredown.code.compile.Symbol;
import paredown.code.index.CodeBase;
import paredown.project.ConfigurationException;

/** The findings that a project is known to have: a file with what each of them points at, one a line, sorted. */
public final class Baseline {
    public static final String FILE = ".pare-baseline.json";
    private static final String SCHEMA = "pare.baseline/1";
    private static final ObjectMapper MAPPER = new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

    /** Smells by the names that they had in baselines of earlier versions. */
    private static final Map<String, String> RENAMED =
            Map.of("sibling-duplicate", "twin-method", "scattered-package", "misplaced-class");

    /**
     * A finding as it is written down.
     *
     * @param shape what it points at without its name; null in baselines of earlier versions
     */
    private record Known(String id, String smell, String target, String shape) {
        /** Earlier versions began an ID with the initials of the smell, and had other names for some. */
        boolean is(Finding finding) {
            String now = RENAMED.getOrDefault(smell, smell);
            boolean renamed = !now.equals(smell);
            return finding.smell().equals(now)
                    && (renamed
                            ? Symbol.shown(finding.target()).equals(Symbol.shown(target))
                            : digits(finding.id()).equals(digits(id)));
        }

        private static String digits(String id) {
            return id.substring(id.lastIndexOf('-') + 1);
        }
    }

    private record Document(String schema, List<Known> findings) {}

    /**
     * What findings there are beside those that it holds.
     *
     * @param fresh that it does not hold
     * @param known how many it holds
     * @param gone how many it holds that are not there any more
     */
    public record Comparison(List<Finding> fresh, int known, int gone) {}

    private final List<Known> known;

    private Baseline(List<Known> known) {
        this.known = known;
    }

    public static Baseline of(CodeBase code, List<Finding> findings) {
        return new Baseline(findings.stream()
                .map(one -> new Known(one.id(), one.smell(), Symbol.shown(one.target()), Shape.of(code, one.target())))
                .sorted(Comparator.comparing(Known::smell).thenComparing(Known::target))
                .toList());
    }

    /**
     * Compares it with the findings that there are. One that points at something which has another name now is known by what it points at.
     *
     * @param accepted there as well, and neither new nor gone
     */
    public Comparison compare(CodeBase code, List<Finding> open, List<Finding> accepted) {
        List<Known> missing = new ArrayList<>(known);
        missing.removeIf(one -> Stream.concat(open.stream(), accepted.stream()).anyMatch(one::is));
        List<Finding> fresh = new ArrayList<>();
        for (Finding finding : open) {
            boolean held = known.stream().anyMatch(one -> one.is(finding));
            if (!held && !isRenamed(code, finding, missing)) {
                fresh.add(finding);
            }
        }
        return new Comparison(fresh, open.size() - fresh.size(), missing.size());
    }

    private static boolean isRenamed(CodeBase code, Finding finding, List<Known> missing) {
        String shape = Shape.of(code, finding.target());
        Optional<Known> same = missing.stream()
                .filter(one -> RENAMED.getOrDefault(one.smell(), one.smell()).equals(finding.smell())
                        && shape.equals(one.shape()))
                .findFirst();
        same.ifPresent(missing::remove);
        return same.isPresent();
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
}
