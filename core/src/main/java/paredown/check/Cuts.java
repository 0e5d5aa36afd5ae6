package paredown.check;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import paredown.cut.CallerMode;
import paredown.cut.Cut;
import paredown.cut.extract.ExtractClass;
import paredown.cut.extract.ExtractConstant;
import paredown.cut.extract.ExtractField;
import paredown.cut.extract.ExtractMethod;
import paredown.cut.extract.ExtractVariable;
import paredown.cut.inline.InlineClass;
import paredown.cut.inline.InlineField;
import paredown.cut.inline.InlineMethod;
import paredown.cut.inline.InlineVariable;
import paredown.cut.move.MoveClass;
import paredown.cut.move.MoveField;
import paredown.cut.move.MoveMethod;
import paredown.cut.move.NestClass;
import paredown.cut.move.UnnestClass;

/** All cuts there are, by kind. */
public final class Cuts {
    /** The arguments of a cut by name, as findings offer them. */
    private record Arguments(Map<String, Object> values) {
        String text(String name) {
            return String.valueOf(values.get(name));
        }

        Optional<String> optional(String name) {
            return Optional.ofNullable(values.get(name)).map(String::valueOf);
        }

        boolean on(String name) {
            return Boolean.TRUE.equals(values.get(name));
        }

        CallerMode callers() {
            return CallerMode.of(optional("callers").orElse(""));
        }

        List<String> list(String name) {
            return ((List<?>) values.get(name)).stream().map(String::valueOf).toList();
        }
    }

    private static final Map<String, Function<Arguments, Cut>> ALL = all();

    private Cuts() {}

    private static Map<String, Function<Arguments, Cut>> all() {
        Map<String, Function<Arguments, Cut>> all = new LinkedHashMap<>();
        all.put(
                "extract-class",
                of -> new ExtractClass(
                        of.text("type"),
                        of.list("members"),
                        of.optional("into").orElseGet(() -> of.text("name")),
                        of.optional("into").isPresent(),
                        of.callers()));
        all.put(
                "extract-method",
                of -> new ExtractMethod(
                        of.text("region"),
                        of.text("name"),
                        of.optional("visibility").orElse("private"),
                        of.on("all")));
        all.put("extract-field", of -> new ExtractField(of.text("local"), of.text("name")));
        all.put("extract-variable", of -> new ExtractVariable(of.text("region"), of.text("name"), of.on("all")));
        all.put(
                "extract-constant",
                of -> new ExtractConstant(
                        of.text("region"),
                        of.text("name"),
                        of.optional("visibility").orElse("private"),
                        of.on("all")));
        all.put("inline-variable", of -> new InlineVariable(of.text("local")));
        all.put("inline-class", of -> new InlineClass(of.text("type"), of.optional("into")));
        all.put("inline-method", of -> new InlineMethod(of.text("member"), of.on("keep")));
        all.put("inline-field", of -> new InlineField(of.text("member")));
        all.put(
                "move-class",
                of -> of.on("topLevel")
                        ? new UnnestClass(of.text("type"))
                        : of.optional("into")
                                .<Cut>map(into -> new NestClass(of.text("type"), into))
                                .orElseGet(() -> new MoveClass(of.text("type"), of.text("to"))));
        all.put(
                "move-method",
                of -> new MoveMethod(of.text("member"), of.text("to"), of.optional("via"), of.callers()));
        all.put("move-field", of -> new MoveField(of.text("member"), of.text("to"), of.optional("via"), of.callers()));
        return all;
    }

    /** The kinds of cut, such as {@code extract-class}. */
    public static Set<String> kinds() {
        return ALL.keySet();
    }

    /**
     * A cut by its kind and arguments.
     *
     * @return empty for a kind that there is not
     */
    public static Optional<Cut> of(String kind, Map<String, Object> arguments) {
        return Optional.ofNullable(ALL.get(kind)).map(make -> make.apply(new Arguments(arguments)));
    }
}
