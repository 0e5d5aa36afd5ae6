package paredown.code.index;

import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.dataformat.smile.SmileFactory;
import com.fasterxml.jackson.dataformat.smile.SmileGenerator;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.IntBuffer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import paredown.code.facts.FileFacts;
import paredown.code.text.TextSummary;
import paredown.project.Project;

/**
 * Facts kept between runs: what each file told, by the hash of its content. All files of one state are written together, so that what is
 * read fits together.
 */
final class FactsIndex {
    private static final SmileFactory SMILE = SmileFactory.builder()
            .disable(SmileGenerator.Feature.ENCODE_BINARY_AS_7BIT)
            .build();

    private final Project project;
    private final KeptFile file;

    FactsIndex(Project project) {
        this.project = project;
        this.file = new KeptFile(project, "facts");
    }

    /** What was kept, by file; nothing when there is no index for this state of the project's settings. */
    Map<Path, FileFacts> load() {
        return file.read(this::decoded).orElse(Map.of());
    }

    /** Keeps a state. */
    void save(Collection<FileFacts> all) {
        file.write(() -> encoded(all));
    }

    private Map<Path, FileFacts> decoded(byte[] bytes) throws IOException {
        Map<Path, FileFacts> found = new LinkedHashMap<>();
        try (JsonParser in = SMILE.createParser(bytes)) {
            in.nextToken();
            while (in.nextToken() == JsonToken.VALUE_STRING) {
                Path path = project.root().resolve(in.getText());
                String hash = in.nextTextValue();
                boolean test = in.nextToken() == JsonToken.VALUE_TRUE;
                TextSummary summary = summary(in);
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
                boolean clean = in.nextToken() == JsonToken.VALUE_TRUE;
                in.nextToken();
                found.put(path, new FileFacts(path, test, hash, summary, headers, clean, in.getBinaryValue()));
            }
        }
        return found;
    }

    private static TextSummary summary(JsonParser in) throws IOException {
        in.nextToken();
        IntBuffer stored = ByteBuffer.wrap(in.getBinaryValue()).asIntBuffer();
        int[] words = new int[stored.remaining()];
        stored.get(words);
        List<String> types = texts(in);
        Set<String> parents = new LinkedHashSet<>(texts(in));
        return new TextSummary(words, types, parents, in.nextToken() == JsonToken.VALUE_TRUE);
    }

    private static void write(TextSummary summary, JsonGenerator out) throws IOException {
        ByteBuffer words = ByteBuffer.allocate(summary.words().length * Integer.BYTES);
        words.asIntBuffer().put(summary.words());
        out.writeBinary(words.array());
        writeTexts(summary.types(), out);
        writeTexts(summary.parents(), out);
        out.writeBoolean(summary.hidesTypes());
    }

    private static List<String> texts(JsonParser in) throws IOException {
        List<String> texts = new ArrayList<>();
        in.nextToken();
        while (in.nextToken() == JsonToken.VALUE_STRING) {
            texts.add(in.getText());
        }
        return texts;
    }

    private static void writeTexts(Collection<String> texts, JsonGenerator out) throws IOException {
        out.writeStartArray();
        for (String text : texts) {
            out.writeString(text);
        }
        out.writeEndArray();
    }

    private byte[] encoded(Collection<FileFacts> all) throws IOException {
        Map<String, FileFacts> sorted = new TreeMap<>();
        all.forEach(one -> sorted.put(project.relative(one.file()), one));
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (JsonGenerator out = SMILE.createGenerator(bytes)) {
            out.writeStartArray();
            for (Map.Entry<String, FileFacts> entry : sorted.entrySet()) {
                FileFacts facts = entry.getValue();
                out.writeString(entry.getKey());
                out.writeString(facts.hash());
                out.writeBoolean(facts.test());
                write(facts.summary(), out);
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
                out.writeBoolean(facts.clean());
                out.writeBinary(facts.encoded());
            }
            out.writeEndArray();
        }
        return bytes.toByteArray();
    }
}
