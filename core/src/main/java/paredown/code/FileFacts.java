package paredown.code;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What attributing a file told, kept between runs.
 *
 * @param hash of the file's content, see {@link ContentHash}
 * @param glance what its text told
 * @param headers the class files that stand for its declarations, by binary name; empty where only the source can
 * @param encoded its types and problems, see {@link FactsCodec}; read only when somebody asks
 */
record FileFacts(
        Path file, boolean test, String hash, Glance glance, Optional<Map<String, byte[]>> headers, byte[] encoded) {
    static FileFacts of(
            Path file,
            boolean test,
            String hash,
            Glance glance,
            Optional<Map<String, byte[]>> headers,
            List<TypeFacts> types,
            List<Problem> problems) {
        return new FileFacts(file, test, hash, glance, headers, FactsCodec.encoded(types, problems));
    }

    /** The same for a content that no file has: to be read again. */
    FileFacts outdated() {
        return new FileFacts(file, test, "", glance, headers, encoded);
    }

    FactsCodec.Decoded decoded() {
        return FactsCodec.decoded(file, test, encoded);
    }
}
