package paredown.smell;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import paredown.code.compile.Symbol;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.measure.IdentifierWords;

/**
 * A cut that a finding offers.
 *
 * @param kind such as {@code extract-class}
 * @param title what it would do, in a line
 * @param arguments complete arguments by name
 * @param members symbols of what would move
 * @param feasible whether it was tried in memory and passed; empty when it was not tried
 * @param refusal why it did not pass
 * @param effect what it would change, in figures
 */
public record CutOffer(
        String kind,
        String title,
        Map<String, Object> arguments,
        List<String> members,
        Optional<Boolean> feasible,
        Optional<String> refusal,
        List<Effect> effect) {

    private static final String NAME = "name";

    /** Stands in titles where no name was found that says anything. */
    static final String UNNAMED = "a class of your naming";

    /** A measure before and after a cut. */
    public record Effect(String measure, double before, double after) {}

    public CutOffer {
        members = List.copyOf(members);
        effect = List.copyOf(effect);
    }

    /** The arguments of a cut of a stretch of a type's file, to which more can be added. */
    static Map<String, Object> stretch(CodeBase code, TypeFacts type, String place, String name) {
        Map<String, Object> arguments = new LinkedHashMap<>();
        arguments.put("region", code.sources().project().relative(type.file()) + ":" + place);
        arguments.put(NAME, name);
        return arguments;
    }

    /** An offer that nobody has tried yet. */
    static CutOffer untried(
            String kind, String title, Map<String, Object> arguments, List<String> members, List<Effect> effect) {
        return new CutOffer(kind, title, arguments, members, Optional.empty(), Optional.empty(), effect);
    }

    /** The same as another way to do what the offers before it do. */
    CutOffer asAlternative() {
        return new CutOffer(kind, "or, cut another way: " + title, arguments, members, feasible, refusal, effect);
    }

    /** The name proposed for what it makes; empty where it makes nothing, or where none was found that says anything. */
    public Optional<String> name() {
        return Optional.ofNullable(arguments.get(NAME)).map(String::valueOf);
    }

    /** Whether somebody has to find a name before it can be carried out. */
    public boolean lacksName() {
        return arguments.containsKey(NAME) && arguments.get(NAME) == null;
    }

    /** The arguments, with a name that nobody has where there is none: whether a cut passes hardly hangs on that. */
    public Map<String, Object> argumentsToTry() {
        Map<String, Object> whole = new LinkedHashMap<>(arguments);
        if (lacksName()) {
            whole.put(
                    NAME,
                    kind.equals("extract-class")
                            ? "ToBeNamed"
                            : kind.equals("extract-constant") ? "TO_BE_NAMED" : "toBeNamed");
        }
        return whole;
    }

    /** Names that were thought of where none was good enough. */
    public List<String> candidates() {
        return arguments.get("names") instanceof List<?> names
                ? names.stream().map(String::valueOf).toList()
                : List.of();
    }

    /** The simple name of the first method that would move, or of the first member. */
    String firstMethod() {
        return members.stream()
                .filter(Symbol::isCallable)
                .findFirst()
                .or(() -> members.stream().findFirst())
                .map(Symbol::simpleName)
                .orElse("it");
    }

    /** The cut in a few words, for a list. */
    public String brief() {
        return switch (kind) {
            case "extract-class", "extract-method" ->
                "extract " + name().orElse(kind.equals("extract-class") ? "a class" : "a method");
            case "extract-parameters" ->
                "pass " + (lacksName() ? "an object" : simple(arguments.containsKey("into") ? "into" : NAME));
            case "inline-method", "inline-field" -> title.startsWith("delete") ? "delete" : "inline";
            case "move-method" -> "move to " + simple("to");
            case "inline-class" ->
                arguments.containsKey("into") && simple("into").length() < 24
                        ? "inline into " + simple("into")
                        : "inline";
            default -> kind.replace('-', ' ');
        };
    }

    private String simple(String argument) {
        String name = String.valueOf(arguments.get(argument));
        return name.substring(name.lastIndexOf('.') + 1);
    }

    /** The cut as a command line without the program's name; only for kinds that can be carried out. */
    String commandLine() {
        StringBuilder line = new StringBuilder(kind.replace('-', ' '));
        arguments.forEach((name, value) -> {
            if (value == null) {
                line.append(' ').append(option(name)).append(" NAME");
            } else if (value instanceof Boolean on) {
                line.append(on ? " " + option(name) : "");
            } else if (!name.equals("names")) {
                String text = value instanceof List<?> list
                        ? list.stream().map(String::valueOf).collect(Collectors.joining(","))
                        : String.valueOf(value);
                boolean subject = name.equals(arguments.keySet().iterator().next());
                line.append(' ').append(subject ? "" : option(name) + " ");
                line.append(text.matches("[\\w.,#/:-]*") && !text.contains("#") ? text : "'" + text + "'");
            }
        });
        return line.toString();
    }

    private static String option(String argument) {
        return "--" + IdentifierWords.hyphenated(argument);
    }

    public CutOffer tried(Optional<String> refused) {
        return new CutOffer(kind, title, arguments, members, Optional.of(refused.isEmpty()), refused, effect);
    }
}
