package paredown.smell;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import paredown.code.compile.Symbol;
import paredown.code.facts.LocalFacts;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.measure.IdentifierWords;
import paredown.source.SourceText;

/**
 * A name for statements that become a method: what the comment above them says, else what they do by the calls that they are made of, else what
 * they work out. Where none of these tells, there is no name.
 */
final class StretchName {
    /** First words of names of methods that say what is done. */
    private static final Set<String> DEEDS = Set.of(
            "add",
            "adjust",
            "align",
            "append",
            "apply",
            "build",
            "calculate",
            "cancel",
            "check",
            "choose",
            "clear",
            "close",
            "collect",
            "compare",
            "compute",
            "connect",
            "convert",
            "copy",
            "count",
            "create",
            "delete",
            "determine",
            "draw",
            "encode",
            "ensure",
            "escape",
            "evaluate",
            "expand",
            "fix",
            "handle",
            "set",
            "update",
            "make",
            "extract",
            "fill",
            "find",
            "fire",
            "flush",
            "format",
            "generate",
            "init",
            "initialise",
            "initialize",
            "insert",
            "install",
            "invoke",
            "load",
            "log",
            "mark",
            "match",
            "merge",
            "move",
            "normalise",
            "normalize",
            "notify",
            "open",
            "paint",
            "parse",
            "populate",
            "prepare",
            "print",
            "process",
            "publish",
            "push",
            "read",
            "record",
            "register",
            "release",
            "remove",
            "render",
            "replace",
            "report",
            "reset",
            "resolve",
            "restore",
            "save",
            "schedule",
            "search",
            "select",
            "send",
            "shift",
            "skip",
            "sort",
            "split",
            "start",
            "stop",
            "store",
            "strip",
            "translate",
            "trim",
            "validate",
            "verify",
            "visit",
            "walk",
            "wrap",
            "write");

    /** Deeds that say what is done in a comment, by what follows, and nothing as the name of a method that is called. */
    private static final Set<String> VAGUE = Set.of("fix", "handle", "init", "make", "process", "set", "update");

    private static final Set<String> ARTICLES =
            Set.of("the", "a", "an", "any", "all", "each", "every", "its", "this", "our");
    private static final Pattern COMMENT = Pattern.compile("\\s*(?://+|/\\*+|\\*)\\s?(.*?)\\s*(?:\\*+/)?\\s*");
    private static final Pattern END_OF_SENTENCE = Pattern.compile(
            "[.:;,(!?-]|\\b(if|so|because|which|that|then|when|for|in|on|as|from|with|by|after|before|where)\\b");
    private static final int MOST_WORDS = 5;
    private static final int LONGEST = 32;
    private static final double MOSTLY = 0.5;

    private final CodeBase code;
    private final TypeFacts type;
    private final MemberFacts member;
    private final int line;
    private final int endLine;
    private final List<Reference> within;

    /**
     * @param line first line of the statements, from 1
     * @param endLine last line
     */
    StretchName(CodeBase code, TypeFacts type, MemberFacts member, int line, int endLine) {
        this.code = code;
        this.type = type;
        this.member = member;
        this.line = line;
        this.endLine = endLine;
        this.within = member.references().stream()
                .filter(reference -> reference.line() >= line && reference.line() <= endLine)
                .toList();
    }

    /**
     * The best name that is free in the class and what it inherits.
     *
     * @param offered names offered for other statements, which it may not have either
     */
    Optional<String> best(Set<String> offered) {
        Set<String> taken = new LinkedHashSet<>(offered);
        type.members().forEach(other -> taken.add(other.name()));
        code.supertypes(type).forEach(above -> above.members().forEach(other -> taken.add(other.name())));
        member.locals().forEach(local -> taken.add(local.name()));
        List<String> proposed = new ArrayList<>();
        said().ifPresent(proposed::add);
        checked().ifPresent(proposed::add);
        given().ifPresent(proposed::add);
        done().ifPresent(proposed::add);
        return proposed.stream()
                .filter(name -> name.matches("[a-z]\\w{3,}") && name.length() <= LONGEST && !taken.contains(name))
                .findFirst();
    }

    /** What the comment right above says is done, where it is a short sentence that begins with a deed. */
    private Optional<String> said() {
        String sentence = END_OF_SENTENCE.split(commentAbove(), 2)[0].strip();
        List<String> words = Stream.of(sentence.replaceAll("\\w+'s?\\b", "").split("\\W+"))
                .filter(word -> !word.isEmpty() && !ARTICLES.contains(word.toLowerCase(Locale.ROOT)))
                .toList();
        boolean plain = words.stream().allMatch(word -> word.matches("[A-Za-z]+"));
        boolean brief = words.size() > 1 && words.size() <= MOST_WORDS;
        return plain && brief && isDeed(words.get(0)) ? Optional.of(camel(words)) : Optional.empty();
    }

    private String commentAbove() {
        List<String> lines = code.sources()
                .file(type.file())
                .map(SourceText::text)
                .map(text -> text.lines().toList())
                .orElse(List.of());
        StringBuilder comment = new StringBuilder();
        boolean begun = false;
        for (int at = Math.min(line, lines.size()) - 2; at >= 0 && !begun; at--) {
            String above = lines.get(at).strip();
            Matcher matcher = COMMENT.matcher(above);
            if (!above.matches("(?://|/?\\*).*") || !matcher.matches()) {
                break;
            }
            comment.insert(0, matcher.group(1) + " ");
            begun = above.startsWith("/*");
        }
        return comment.toString();
    }

    private static boolean isDeed(String word) {
        return DEEDS.contains(word.toLowerCase(Locale.ROOT));
    }

    private static String camel(List<String> words) {
        StringBuilder name = new StringBuilder(words.get(0).toLowerCase(Locale.ROOT));
        for (String word : words.subList(1, words.size())) {
            boolean acronym = word.equals(word.toUpperCase(Locale.ROOT));
            name.append(IdentifierWords.capitalized(acronym ? word.toLowerCase(Locale.ROOT) : word));
        }
        return name.toString();
    }

    /** Statements that do nothing but throw where something is wrong are a check of what they look at. */
    private Optional<String> checked() {
        boolean throwing = within.stream()
                .anyMatch(reference -> reference.kind() == Reference.Kind.CREATE && Roles.isFailure(reference.owner()));
        boolean changing = within.stream()
                .anyMatch(reference -> reference.kind() == Reference.Kind.WRITE
                        || reference.kind() == Reference.Kind.CREATE && !Roles.isFailure(reference.owner()));
        if (!throwing || changing || !outputs().isEmpty()) {
            return Optional.empty();
        }
        return mostRead().map(subject -> "check" + IdentifierWords.capitalized(subject));
    }

    private List<LocalFacts> outputs() {
        return member.locals().stream()
                .filter(local -> local.line() < line ? local.isWrittenWithin(line, endLine) : local.line() <= endLine)
                .filter(local -> local.isReadAfter(endLine))
                .toList();
    }

    /** The one variable that is read most, where it has a name to speak of. */
    private Optional<String> mostRead() {
        return member.locals().stream()
                .filter(local -> local.line() < line
                        && local.isUsedWithin(line, endLine)
                        && local.name().length() > 3)
                .max((one, other) -> Long.compare(reads(one), reads(other)))
                .map(LocalFacts::name);
    }

    private long reads(LocalFacts local) {
        return local.reads().stream().filter(at -> at >= line && at <= endLine).count();
    }

    /** What they work out, by the kind of thing that it is. */
    private Optional<String> given() {
        List<LocalFacts> outputs = outputs();
        if (outputs.size() != 1 || outputs.get(0).name().length() < 3) {
            return Optional.empty();
        }
        LocalFacts output = outputs.get(0);
        String noun = IdentifierWords.capitalized(output.name());
        if (output.name().matches("result|value|tmp|temp|ret|res|obj|object|flag|buf|sb|data|str|string|list|map")) {
            return Optional.empty();
        }
        if (output.type().equals("boolean")) {
            return Optional.of(
                    output.name().matches("(is|has|had|can|should|in|needs|was)[A-Z].*") ? output.name() : "is" + noun);
        }
        if (output.type()
                .matches(
                        "byte|short|int|long|float|double|java\\.lang\\.(Integer|Long|Double|Float)|java\\.math\\..*")) {
            // nDigits and numDigits are counted.
            return Optional.of(
                    output.name().matches("(n|num|no)[A-Z]\\w+")
                            ? "count" + output.name().replaceFirst("^(num|no|n)", "")
                            : "compute" + noun);
        }
        if (output.type().matches("java\\.util\\.(\\w*List|\\w*Set|\\w*Map|Collection)")
                && calls(output.name(), "add|put|addAll|putAll")) {
            return Optional.of("collect" + noun);
        }
        boolean made = within.stream()
                .anyMatch(reference -> reference.kind() == Reference.Kind.CREATE
                        && Symbol.plain(reference.owner()).equals(Symbol.plain(output.type())));
        return made ? Optional.of("create" + noun) : Optional.empty();
    }

    private boolean calls(String through, String methods) {
        return within.stream()
                .anyMatch(reference -> reference.kind() == Reference.Kind.CALL
                        && reference.through().equals(through)
                        && Symbol.simpleName(reference.target()).matches(methods));
    }

    /** The deed that most of the calls name, with what they do it to. */
    private Optional<String> done() {
        Map<String, List<List<String>>> byVerb = new LinkedHashMap<>();
        int all = 0;
        boolean ours = false;
        for (Reference reference : within) {
            List<String> words = IdentifierWords.of(Symbol.simpleName(reference.target()));
            if (reference.kind() == Reference.Kind.CALL
                    && !words.isEmpty()
                    && !words.get(0).matches("get|set|is|has|to|size|equals")) {
                all++;
                ours |= reference.inProject();
                if (DEEDS.contains(words.get(0)) && !VAGUE.contains(words.get(0))) {
                    byVerb.computeIfAbsent(words.get(0), verb -> new ArrayList<>())
                            .add(words.subList(1, words.size()));
                }
            }
        }
        // One call of a library is how something is done, not what.
        if (all < 2 && !ours) {
            return Optional.empty();
        }
        int calls = all;
        return byVerb.entrySet().stream()
                .max((one, other) ->
                        Integer.compare(one.getValue().size(), other.getValue().size()))
                .filter(most -> most.getValue().size() >= Math.max(1, Math.ceil(calls * MOSTLY)))
                .flatMap(most -> object(most.getValue())
                        .filter(object -> !object.toLowerCase(Locale.ROOT).startsWith(most.getKey()))
                        .map(object -> most.getKey() + object));
    }

    private static String pluralOf(String name) {
        String last = name.substring(name.replaceFirst("[A-Z]?[^A-Z]*$", "").length());
        String front = name.substring(0, name.length() - last.length());
        String end = last.substring(0, 1) + last.substring(1).toLowerCase(Locale.ROOT);
        return IdentifierWords.capitalized(front + IdentifierWords.plural(IdentifierWords.singular(end)));
    }

    /** What all the calls have in common behind the verb, in the plural where there are several; else what is gone through. */
    private Optional<String> object(List<List<String>> objects) {
        List<String> first = objects.get(0);
        if (!first.isEmpty()
                && !first.get(first.size() - 1).matches("to|on|in|at|by|with|from|for|of")
                && objects.stream().allMatch(first::equals)) {
            List<String> words = new ArrayList<>(first);
            String last = words.remove(words.size() - 1);
            words.add(objects.size() > 1 ? IdentifierWords.plural(IdentifierWords.singular(last)) : last);
            return Optional.of(String.join(
                    "", words.stream().map(IdentifierWords::capitalized).toList()));
        }
        return member.locals().stream()
                .filter(local -> local.line() == line
                        && local.type().contains(".")
                        && local.name().length() > 3)
                .filter(local -> !local.type().startsWith("java.util.Iterator"))
                .findFirst()
                .map(local -> pluralOf(local.name()));
    }
}
