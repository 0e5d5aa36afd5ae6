package paredown.check;

import com.fasterxml.jackson.core.type.TypeReference;
import java.nio.file.Path;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import paredown.code.index.CodeBase;
import paredown.code.index.KeptFile;
import paredown.cut.Cut;

/**
 * Verdicts on offered cuts, kept between runs. A verdict hangs on the files that the cut looks at and on the declarations of all others;
 * while neither changes, it stands.
 */
final class KnownVerdicts {
    private static final int MOST = 2000;

    private final CodeBase code;
    private final String declarations;
    private final KeptFile file;
    private final Map<String, String> kept;
    private final Map<String, String> used = new ConcurrentHashMap<>();

    KnownVerdicts(CodeBase code) {
        this.code = code;
        this.declarations = code.sources().declarationState();
        this.file = new KeptFile(code.sources().project(), "verdicts");
        this.kept = file.readAs(new TypeReference<Map<String, String>>() {}).orElse(Map.of());
    }

    String key(Cut cut, Collection<Path> files) {
        return cut.commandLine() + " " + code.sources().state(files) + " " + declarations;
    }

    /** Why a cut does not pass, empty text for one that does; nothing where that is not known. */
    Optional<String> get(String key) {
        Optional<String> known = Optional.ofNullable(used.getOrDefault(key, kept.get(key)));
        known.ifPresent(value -> used.put(key, value));
        return known;
    }

    void put(String key, String refusal) {
        used.put(key, refusal);
    }

    void save() {
        Map<String, String> all = new LinkedHashMap<>(used);
        kept.forEach((key, value) -> {
            if (all.size() < MOST) {
                all.putIfAbsent(key, value);
            }
        });
        if (!all.equals(kept)) {
            file.writeObject(all);
        }
    }
}
