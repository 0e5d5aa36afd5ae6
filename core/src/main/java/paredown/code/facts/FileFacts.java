package paredown.code.facts;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import paredown.code.compile.Problem;
import paredown.code.text.ContentHash;
import paredown.code.text.TextSummary;

/**
 * What attributing a file told, kept between runs.
 *
 * @param hash of the file's content, see {@link ContentHash}
 * @param summary what its text told
 * @param headers the class files that stand for its declarations, by binary name; empty where only the source can
 * @param clean whether everything in it resolves
 * @param encoded its types and problems, see {@link FactsCodec}; read only when somebody asks
 */
public record FileFacts(
        Path file,
        boolean test,
        String hash,
        TextSummary summary,
        Optional<Map<String, byte[]>> headers,
        boolean clean,
        byte[] encoded) {
    public static FileFacts of(
            Path file,
            boolean test,
            String hash,
            TextSummary summary,
            Optional<Map<String, byte[]>> headers,
            List<TypeFacts> types,
            List<Problem> problems) {
        return new FileFacts(
                file, test, hash, summary, headers, problems.isEmpty(), FactsCodec.encoded(types, problems));
    }

    /** The same for a content that no file has: to be read again. */
    public FileFacts outdated() {
        return new FileFacts(file, test, "", summary, headers, clean, encoded);
    }

    /** Whether it may use a declaration of a type: every name is in the encoded form as it is written. */
    public boolean mayUse(String owner) {
        byte[] name = owner.getBytes(StandardCharsets.UTF_8);
        for (int at = 0; at <= encoded.length - name.length; at++) {
            if (encoded[at] == name[0] && Arrays.equals(encoded, at, at + name.length, name, 0, name.length)) {
                return true;
            }
        }
        return false;
    }

    public FactsCodec.Decoded decoded() {
        return FactsCodec.decoded(file, test, encoded);
    }
}
