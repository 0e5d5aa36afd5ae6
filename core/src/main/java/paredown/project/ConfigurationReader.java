package paredown.project;

import com.fasterxml.jackson.core.JsonParseException;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.PatternSyntaxException;
import java.util.stream.Stream;

/** Reads {@code .pare.yaml}, strictly: what it does not know is an error that names the line. */
final class ConfigurationReader {
    private interface Value {
        void read() throws IOException;
    }

    private final JsonParser in;
    private final List<String> sources = new ArrayList<>();
    private final List<String> tests = new ArrayList<>();
    private final List<String> generated = new ArrayList<>();
    private final List<String> classPath = new ArrayList<>();
    private final List<String> exclude = new ArrayList<>();
    private final List<Configuration.Accepted> accepted = new ArrayList<>();
    private final List<String> reports = new ArrayList<>();
    private final Map<String, Integer> off = new LinkedHashMap<>();
    private final Map<String, Map<String, Configuration.Limit>> limits = new LinkedHashMap<>();
    private Optional<String> classPathCommand = Optional.empty();
    private OptionalInt release = OptionalInt.empty();
    private Optional<String> encoding = Optional.empty();
    private Optional<String> command = Optional.empty();
    private Configuration.PublicApi publicApi = Configuration.PublicApi.UNKNOWN;
    private Configuration.SerialisedForm serialisedForm = Configuration.SerialisedForm.KEEP;

    private ConfigurationReader(JsonParser in) {
        this.in = in;
    }

    /**
     * Reads the configuration in a folder; none where there is no such file.
     *
     * @throws ConfigurationException when it is wrong
     */
    static Configuration in(Path root) {
        Path file = root.resolve(Configuration.FILE);
        if (!Files.isRegularFile(file)) {
            return Configuration.NONE;
        }
        try (JsonParser parser = new YAMLFactory().createParser(Files.readString(file))) {
            return new ConfigurationReader(parser).read();
        } catch (JsonParseException e) {
            throw Configuration.wrong(
                    e.getLocation() == null ? 1 : e.getLocation().getLineNr(),
                    "this is no YAML: "
                            + e.getOriginalMessage().lines().findFirst().orElse(""));
        } catch (IOException e) {
            throw new ConfigurationException(Configuration.FILE + " cannot be read: " + e.getMessage());
        }
    }

    private Configuration read() throws IOException {
        if (in.nextToken() == null) {
            return Configuration.NONE;
        }
        Map<String, Value> keys = new LinkedHashMap<>();
        keys.put("layout", this::layout);
        keys.put("exclude", () -> patterns(exclude));
        keys.put("smells", this::smells);
        keys.put("accept", this::accept);
        keys.put("publicApi", () -> publicApi = one("publicApi", Configuration.PublicApi.values()));
        keys.put("serialisedForm", () -> serialisedForm = one("serialisedForm", Configuration.SerialisedForm.values()));
        keys.put("test", this::test);
        object("the file", keys);
        return new Configuration(
                new Configuration.Layout(sources, tests, generated, classPath, classPathCommand, release, encoding),
                exclude,
                off,
                limits,
                accepted,
                publicApi,
                serialisedForm,
                new Configuration.Test(command, reports));
    }

    private void layout() throws IOException {
        Map<String, Value> keys = new LinkedHashMap<>();
        keys.put("sources", () -> texts(sources));
        keys.put("tests", () -> texts(tests));
        keys.put("generated", () -> texts(generated));
        keys.put("classPath", () -> patterns(classPath));
        keys.put("classPathCommand", () -> classPathCommand = Optional.of(text()));
        keys.put("release", () -> release = OptionalInt.of(release()));
        keys.put("encoding", () -> encoding = Optional.of(encoding()));
        object("'layout'", keys);
    }

    private void smells() throws IOException {
        Map<String, Value> keys = new LinkedHashMap<>();
        keys.put("off", () -> {
            int line = line();
            List<String> names = new ArrayList<>();
            texts(names);
            names.forEach(name -> off.put(name, line));
        });
        keys.put("limits", this::limits);
        object("'smells'", keys);
    }

    private void limits() throws IOException {
        if (in.currentToken() != JsonToken.START_OBJECT) {
            throw wrong("'limits' takes smells, and for each of them measures with numbers");
        }
        while (in.nextToken() == JsonToken.FIELD_NAME) {
            String smell = in.currentName();
            Map<String, Configuration.Limit> measures = new LinkedHashMap<>();
            if (in.nextToken() != JsonToken.START_OBJECT) {
                throw wrong("'" + smell + "' takes measures with numbers, such as 'lines: 150'");
            }
            while (in.nextToken() == JsonToken.FIELD_NAME) {
                String measure = in.currentName();
                in.nextToken();
                if (!in.currentToken().isNumeric()) {
                    throw wrong("'" + measure + "' takes a number");
                }
                measures.put(measure, new Configuration.Limit(in.getDoubleValue(), line()));
            }
            limits.put(smell, measures);
        }
    }

    private void accept() throws IOException {
        if (in.currentToken() != JsonToken.START_ARRAY) {
            throw wrong("'accept' takes a list of findings, each with 'smell', 'where' and 'because'");
        }
        while (in.nextToken() != JsonToken.END_ARRAY) {
            int line = line();
            Map<String, String> entry = new LinkedHashMap<>();
            Map<String, Value> keys = new LinkedHashMap<>();
            for (String key : List.of("smell", "where", "because")) {
                keys.put(key, () -> entry.put(key, text()));
            }
            object("an entry of 'accept'", keys);
            for (String key : keys.keySet()) {
                if (entry.getOrDefault(key, "").isBlank()) {
                    throw Configuration.wrong(line, "an entry of 'accept' lacks '" + key + "'");
                }
            }
            accepted.add(
                    new Configuration.Accepted(entry.get("smell"), entry.get("where"), entry.get("because"), line));
        }
    }

    private void test() throws IOException {
        Map<String, Value> keys = new LinkedHashMap<>();
        keys.put("command", () -> command = Optional.of(text()));
        keys.put("reports", () -> texts(reports));
        object("'test'", keys);
    }

    private <T extends Enum<T>> T one(String key, T[] values) throws IOException {
        String value = text();
        List<String> names = Stream.of(values)
                .map(one -> one.name().toLowerCase(Locale.ROOT))
                .toList();
        if (!names.contains(value)) {
            int last = names.size() - 1;
            throw wrong("'" + key + "' takes " + String.join(", ", names.subList(0, last)) + " or " + names.get(last)
                    + ", not '" + value + "'");
        }
        return values[names.indexOf(value)];
    }

    private int release() throws IOException {
        if (in.currentToken() != JsonToken.VALUE_NUMBER_INT || in.getIntValue() < 7) {
            throw wrong("'release' takes a language level from 7, such as 17");
        }
        return in.getIntValue();
    }

    private String encoding() throws IOException {
        String name = text();
        try {
            return Charset.forName(name).name();
        } catch (IllegalArgumentException e) {
            throw wrong("there is no encoding '" + name + "'");
        }
    }

    private void object(String where, Map<String, Value> keys) throws IOException {
        if (in.currentToken() != JsonToken.START_OBJECT) {
            throw wrong(where + " takes keys: " + String.join(", ", keys.keySet()));
        }
        Set<String> seen = new LinkedHashSet<>();
        while (in.nextToken() == JsonToken.FIELD_NAME) {
            String key = in.currentName();
            Value value = keys.get(key);
            if (value == null) {
                List<String> near = NearNames.of(key, keys.keySet().stream());
                throw wrong("unknown key '" + key + "' in " + where + "; "
                        + (near.isEmpty()
                                ? "it takes " + String.join(", ", keys.keySet())
                                : "did you mean '" + near.get(0) + "'?"));
            }
            if (!seen.add(key)) {
                throw wrong("'" + key + "' is there twice");
            }
            in.nextToken();
            value.read();
        }
    }

    private interface Text {
        String read() throws IOException;
    }

    private void texts(List<String> found) throws IOException {
        texts(found, this::text);
    }

    private void texts(List<String> found, Text one) throws IOException {
        if (in.currentToken() != JsonToken.START_ARRAY) {
            found.add(one.read());
            return;
        }
        while (in.nextToken() != JsonToken.END_ARRAY) {
            found.add(one.read());
        }
    }

    /** Paths, some of them with stars. */
    private void patterns(List<String> found) throws IOException {
        texts(found, () -> {
            String pattern = text();
            try {
                FileSystems.getDefault().getPathMatcher("glob:" + pattern);
                return pattern;
            } catch (PatternSyntaxException e) {
                throw wrong("'" + pattern + "' is no pattern: " + e.getDescription());
            }
        });
    }

    private String text() throws IOException {
        if (!in.currentToken().isScalarValue() || in.currentToken() == JsonToken.VALUE_NULL) {
            throw wrong("here a string is expected");
        }
        String text = in.getText();
        if (text.indexOf('\0') >= 0) {
            throw wrong("a string cannot hold the character NUL");
        }
        return text;
    }

    private int line() {
        return in.currentTokenLocation().getLineNr();
    }

    private ConfigurationException wrong(String what) {
        return Configuration.wrong(line(), what);
    }
}
