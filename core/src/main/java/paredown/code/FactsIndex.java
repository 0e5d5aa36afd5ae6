package paredown.code;

import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.dataformat.smile.SmileFactory;
import com.fasterxml.jackson.dataformat.smile.SmileGenerator;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Arrays;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.zip.CRC32C;
import paredown.project.Module;
import paredown.project.Project;

/**
 * Facts kept between runs, in one file under {@code .pare/index}: what each file told by the hash of its content. All files of one state are
 * written together, in another file first and then moved over, with a checksum: a reader sees the old state or the new one. Whatever
 * does not read, or was written for other settings, counts as not there. Deleting it is always fine.
 */
final class FactsIndex {
    /** Raised with every change of what is kept or how. */
    private static final int FORMAT = 1;

    private static final SmileFactory SMILE = SmileFactory.builder()
            .disable(SmileGenerator.Feature.ENCODE_BINARY_AS_7BIT)
            .build();

    private final Project project;
    private final Path file;
    private final String settings;

    FactsIndex(Project project) {
        this.project = project;
        this.file = project.ownFolder().resolve("index").resolve("facts");
        this.settings = settings(project);
    }

    /** Everything beside the files themselves that facts depend on. */
    private static String settings(Project project) {
        StringBuilder text = new StringBuilder();
        text.append(FORMAT).append(' ').append(Runtime.version()).append('\n');
        for (Module module : project.modules()) {
            text.append(module.name())
                    .append(module.mainRoots())
                    .append(module.testRoots())
                    .append(module.generatedRoots())
                    .append(module.uses())
                    .append(module.release())
                    .append(module.encoding())
                    .append(module.options());
            module.classPath().forEach(entry -> text.append(entry).append(stamp(entry)));
            text.append('\n');
        }
        return text.toString();
    }

    private static String stamp(Path entry) {
        try {
            BasicFileAttributes attributes = Files.readAttributes(entry, BasicFileAttributes.class);
            return " " + attributes.size() + " " + attributes.lastModifiedTime().toMillis();
        } catch (IOException e) {
            return " missing";
        }
    }

    /** What was kept, by file; nothing when there is no index for this state of the project's settings. */
    Map<Path, FileFacts> load() {
        try {
            byte[] bytes = Files.readAllBytes(file);
            if (bytes.length < Long.BYTES) {
                return Map.of();
            }
            int end = bytes.length - Long.BYTES;
            boolean whole = ByteBuffer.wrap(bytes, end, Long.BYTES).getLong() == checksum(bytes, end);
            return whole ? decoded(Arrays.copyOf(bytes, end)) : Map.of();
        } catch (IOException | RuntimeException e) {
            return Map.of();
        }
    }

    private Map<Path, FileFacts> decoded(byte[] bytes) throws IOException {
        Map<Path, FileFacts> found = new LinkedHashMap<>();
        try (JsonParser in = SMILE.createParser(bytes)) {
            in.nextToken();
            if (!settings.equals(in.nextTextValue())) {
                return Map.of();
            }
            while (in.nextToken() == JsonToken.VALUE_STRING) {
                Path path = project.root().resolve(in.getText());
                String hash = in.nextTextValue();
                boolean test = in.nextToken() == JsonToken.VALUE_TRUE;
                Optional<Map<String, byte[]>> headers = Optional.empty();
                if (in.nextToken() == JsonToken.START_ARRAY) {
                    Map<String, byte[]> read = new LinkedHashMap<>();
                    while (in.nextToken() == JsonToken.VALUE_STRING) {
                        String name = in.getText();
                        in.nextToken();
                        read.put(name, in.getBinaryValue());
                    }
                    headers = Optional.of(read);
                }
                in.nextToken();
                found.put(path, new FileFacts(path, test, hash, headers, in.getBinaryValue()));
            }
        }
        return found;
    }

    /** Keeps a state. That it cannot be kept is no fault: the next look just takes longer. */
    void save(Collection<FileFacts> all) {
        try {
            byte[] bytes = encoded(all);
            Project.makeOwnFolder(project.root());
            Files.createDirectories(file.getParent());
            Path unfinished = Files.createTempFile(file.getParent(), "facts", ".unfinished");
            try {
                Files.write(unfinished, bytes);
                Files.move(unfinished, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            } finally {
                Files.deleteIfExists(unfinished);
            }
        } catch (IOException | UncheckedIOException e) {
            // A read-only folder, or a full disk: nothing but time is lost.
            return;
        }
    }

    private byte[] encoded(Collection<FileFacts> all) throws IOException {
        Map<String, FileFacts> sorted = new TreeMap<>();
        all.forEach(one -> sorted.put(project.relative(one.file()), one));
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (JsonGenerator out = SMILE.createGenerator(bytes)) {
            out.writeStartArray();
            out.writeString(settings);
            for (Map.Entry<String, FileFacts> entry : sorted.entrySet()) {
                FileFacts facts = entry.getValue();
                out.writeString(entry.getKey());
                out.writeString(facts.hash());
                out.writeBoolean(facts.test());
                if (facts.headers().isPresent()) {
                    out.writeStartArray();
                    for (Map.Entry<String, byte[]> header :
                            facts.headers().get().entrySet()) {
                        out.writeString(header.getKey());
                        out.writeBinary(header.getValue());
                    }
                    out.writeEndArray();
                } else {
                    out.writeNull();
                }
                out.writeBinary(facts.encoded());
            }
            out.writeEndArray();
        }
        byte[] body = bytes.toByteArray();
        return ByteBuffer.allocate(body.length + Long.BYTES)
                .put(body)
                .putLong(checksum(body, body.length))
                .array();
    }

    private static long checksum(byte[] bytes, int length) {
        CRC32C checksum = new CRC32C();
        checksum.update(bytes, 0, length);
        return checksum.getValue();
    }
}
