package paredown.smell;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.measure.IdentifierWords;

/**
 * Names for a class to be: the noun phrase that most of its members share and few of those that stay have, in the plural where it keeps many of
 * them, with the noun of agency where its methods mostly do one thing. Where the members share nothing, there is no name.
 */
final class GroupName {
    private static final int MOST_NAMES = 3;
    private static final int LONGEST = 30;

    /** Share of the members, by weight, that have to share a phrase. */
    private static final double COMMON = 0.45;

    /** Of what has the phrase in its name, so much has to move: else it is a word of the whole class. */
    private static final double DISTINCT = 0.5;

    /** Share of the methods that do what the class would be named for. */
    private static final double MOSTLY = 0.5;

    private static final double WHOLLY = 0.6;

    /** Share of the members that begin with the name of the thing of which they are parts. */
    private static final double POSSESSED = 0.6;

    private static final int FEWEST_PARTS = 3;

    /** A word of so few letters would not do as a class's whole name. */
    private static final int SHORT = 4;

    private static final Set<String> COLLECTIONS = Set.of("list", "set", "map", "array", "queue");

    /** Who or what does what a method's first word says; only where Java has a customary word for it. */
    private static final Map<String, String> AGENTS = new HashMap<>();

    static {
        agents("Parser", "parse");
        agents("Formatter", "format");
        agents("Reader", "read", "load", "fetch");
        agents("Writer", "write", "save", "store", "append", "export");
        agents("Printer", "print");
        agents("Painter", "draw", "paint", "plot");
        agents("Renderer", "render");
        agents("Calculator", "calculate", "compute", "calc");
        agents("Estimator", "estimate", "predict");
        agents("Validator", "validate", "verify");
        agents("Check", "check", "ensure", "require", "assert");
        agents("Finder", "find", "search", "locate", "lookup");
        agents("Factory", "create", "new", "make", "build");
        agents("Converter", "convert", "transform", "translate");
        agents("Encoder", "encode");
        agents("Decoder", "decode");
        agents("Escaper", "escape", "unescape", "quote", "unquote");
        agents("Registry", "register", "deregister", "unregister");
        agents("Resolver", "resolve");
        agents("Matcher", "match", "matches");
        agents("Comparator", "compare");
        agents("Counter", "count");
        agents("Scheduler", "schedule");
        agents("Notifier", "notify", "fire");
        agents("Splitter", "split");
        agents("Joiner", "join");
        agents("Stripper", "strip", "trim");
        agents("Replacer", "replace");
        agents("Abbreviator", "abbreviate");
        agents("Normalizer", "normalize", "normalise");
        agents("Tokenizer", "tokenize", "tokenise");
        agents("Copier", "copy", "clone");
        agents("Scanner", "scan");
        agents("Indexer", "index");
    }

    /** Words that part what a name is about from what it is done with. */
    private static final Set<String> JOINTS = Set.of(
            "with", "by", "from", "for", "at", "on", "in", "to", "as", "into", "of", "and", "or", "if", "when", "using",
            "per");

    /** First words of methods that take in or hand out what the rest of the name says. */
    private static final Set<String> ACCESS = Set.of(
            "get", "set", "is", "has", "add", "remove", "clear", "put", "can", "contains", "reset", "init", "update");

    /** Words at the end of classes' names that say what part they play, not what they are about. */
    private static final Set<String> ROLES = Set.of(
            "utils",
            "util",
            "helper",
            "manager",
            "service",
            "impl",
            "base",
            "abstract",
            "tools",
            "default",
            "support",
            "control",
            "controller",
            "handler",
            "holder",
            "info");

    private static final List<String> FAMILIAR_PACKAGES = List.of(
            "java.lang",
            "java.util",
            "java.util.function",
            "java.util.concurrent",
            "java.util.stream",
            "java.util.regex",
            "java.io",
            "java.nio.file",
            "java.time",
            "java.text",
            "java.net",
            "java.math",
            "java.sql",
            "java.awt",
            "java.lang.reflect");

    private final TypeFacts type;
    private final Vocabulary vocabulary;
    private final Map<String, Double> everywhere = new HashMap<>();
    private final Map<String, Integer> words = new HashMap<>();
    private final Set<String> own;

    private record Phrase(List<String> words, double common) {}

    /** Names for groups of one class. */
    GroupName(CodeBase code, TypeFacts type) {
        this.type = type;
        this.vocabulary = Vocabulary.of(code);
        this.own = Set.copyOf(singular(IdentifierWords.of(type.simpleName())));
        for (MemberFacts member : type.members()) {
            subPhrases(nouns(member)).forEach(phrase -> everywhere.merge(phrase, weight(member), Double::sum));
            nouns(member).forEach(word -> words.merge(word, 1, Integer::sum));
        }
    }

    private static void agents(String agent, String... verbs) {
        for (String verb : verbs) {
            AGENTS.put(verb, agent);
        }
    }

    /**
     * Up to three names that say what the members have in common, best first; none where they have nothing.
     *
     * @param taken whether a simple name is in use
     */
    List<String> of(List<MemberFacts> group, Predicate<String> taken) {
        Set<String> names = new LinkedHashSet<>();
        Optional<String> agent = agent(group, MOSTLY);
        boolean state = group.stream().anyMatch(member -> member.isField() && !member.is(Modifier.STATIC));
        boolean does = agent.isPresent() && !(state && agent(group, WHOLLY).isEmpty());
        // Who does something may do it with what all the class is about.
        List<Phrase> phrases = phrases(group, does ? 0 : DISTINCT);
        for (Phrase phrase : phrases) {
            if (does) {
                names.add(joined(phrase.words()) + agent.get());
            } else if (state || asks(group)) {
                named(phrase, group, state).ifPresent(names::add);
            }
        }
        if (phrases.isEmpty() || names.isEmpty()) {
            agent(group, WHOLLY).ifPresent(who -> names.add(qualifier("") + who));
        }
        return names.stream()
                .filter(name -> name.length() <= LONGEST && !taken.test(name) && !isFamiliar(name) && !echoes(name))
                .limit(MOST_NAMES)
                .toList();
    }

    /** Names that say little, for where there is no better: somebody may make one of them. */
    List<String> candidates(List<MemberFacts> group, Predicate<String> taken) {
        Map<String, Double> inside = new LinkedHashMap<>();
        for (MemberFacts member : group) {
            nouns(member).stream()
                    .filter(word -> vocabulary.isTelling(word) && !own.contains(word))
                    .forEach(word -> inside.merge(word, weight(member), Double::sum));
        }
        return inside.entrySet().stream()
                .sorted(Map.Entry.<String, Double>comparingByValue()
                        .reversed()
                        .thenComparing(Map.Entry.comparingByKey()))
                .map(entry -> qualifier(entry.getKey()) + IdentifierWords.capitalized(entry.getKey()))
                .filter(name -> name.length() <= LONGEST && !taken.test(name) && !isFamiliar(name))
                .limit(MOST_NAMES)
                .toList();
    }

    /** What to call the members where they only have to be told apart: a name, the word that most of them share, or the largest of them. */
    String label(List<MemberFacts> group, Predicate<String> taken) {
        return of(group, taken).stream()
                .findFirst()
                .or(() -> topic(group, taken))
                .orElseGet(() -> {
                    MemberFacts first = group.stream()
                            .filter(MemberFacts::isMethod)
                            .max(Comparator.comparingInt(MemberFacts::codeLines))
                            .orElse(group.get(0));
                    return group.size() == 1 ? first.name() : first.name() + " + " + (group.size() - 1);
                });
    }

    private Optional<String> topic(List<MemberFacts> group, Predicate<String> taken) {
        double all = group.stream().mapToDouble(GroupName::weight).sum();
        Map<String, Double> inside = new LinkedHashMap<>();
        for (MemberFacts member : group) {
            nouns(member).stream()
                    .filter(word -> vocabulary.canName(word) && !own.contains(word))
                    .distinct()
                    .forEach(word -> inside.merge(word, weight(member), Double::sum));
        }
        return inside.entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .filter(most -> most.getValue() >= COMMON * all)
                .map(most -> IdentifierWords.capitalized(most.getKey()))
                .filter(taken.negate());
    }

    /** The phrases that most of a group shares, those first that more members share and that say more. */
    private List<Phrase> phrases(List<MemberFacts> group, double least) {
        double all = group.stream().mapToDouble(GroupName::weight).sum();
        Map<String, Double> inside = new LinkedHashMap<>();
        for (MemberFacts member : group) {
            subPhrases(nouns(member)).forEach(phrase -> inside.merge(phrase, weight(member), Double::sum));
        }
        Map<Phrase, Double> worth = new LinkedHashMap<>();
        inside.forEach((text, weight) -> {
            List<String> core = List.of(text.split(" "));
            double common = weight / all;
            double distinct = weight / everywhere.get(text);
            String head = core.get(core.size() - 1);
            boolean says = vocabulary.isNoun(head)
                    && core.subList(0, core.size() - 1).stream().allMatch(vocabulary::isModifier)
                    && (core.size() > 1 || vocabulary.isTelling(head))
                    && !own.containsAll(core);
            boolean has = core.size() < 3 && common >= POSSESSED && isPossessor(core, group);
            if ((says || has) && common >= COMMON && distinct >= least) {
                Phrase whole = new Phrase(extended(core, group), common);
                worth.merge(
                        whole,
                        common
                                * Math.sqrt(distinct)
                                * (0.65 + 0.35 * Math.min(3, whole.words().size())),
                        Math::max);
            }
        });
        return worth.entrySet().stream()
                .sorted(Map.Entry.<Phrase, Double>comparingByValue().reversed())
                .map(Map.Entry::getKey)
                .limit(2)
                .toList();
    }

    /**
     * Whether names begin with a phrase and go on in several ways: {@code focusPosition}, {@code focusLow}, {@code focusHigh} are parts of one
     * thing, where {@code domain} in front of the same word each time only tells it from another.
     */
    private boolean isPossessor(List<String> core, List<MemberFacts> group) {
        Set<String> next = new LinkedHashSet<>();
        for (MemberFacts member : group) {
            List<String> nouns = nouns(member);
            if (nouns.size() > core.size() && nouns.subList(0, core.size()).equals(core)) {
                next.add(nouns.get(core.size()));
            }
        }
        return next.size() >= FEWEST_PARTS && core.stream().allMatch(vocabulary::canName) && !own.containsAll(core);
    }

    /** With the words that stand somewhere in front of it nearly everywhere: {@code fixed} of {@code fixedRangeAxisSpace}. */
    private List<String> extended(List<String> core, List<MemberFacts> group) {
        List<List<String>> having = group.stream()
                .map(this::nouns)
                .filter(nouns -> Collections.indexOfSubList(nouns, core) >= 0)
                .toList();
        List<String> first = having.get(0);
        List<String> extended = new ArrayList<>();
        for (String word : first.subList(0, Collections.indexOfSubList(first, core))) {
            long with = having.stream()
                    .filter(nouns -> nouns.subList(0, Collections.indexOfSubList(nouns, core))
                            .contains(word))
                    .count();
            if (with * 5 >= having.size() * 4 && word.length() > 2 && !core.contains(word)) {
                extended.add(word);
            }
        }
        extended.addAll(core);
        return extended;
    }

    private static Set<String> subPhrases(List<String> nouns) {
        Set<String> phrases = new LinkedHashSet<>();
        for (int from = 0; from < nouns.size(); from++) {
            for (int to = from + 1; to <= Math.min(nouns.size(), from + 3); to++) {
                phrases.add(String.join(" ", nouns.subList(from, to)));
            }
        }
        return phrases;
    }

    /** What a member's name is about, in the singular, without what is done and what with. */
    private List<String> nouns(MemberFacts member) {
        List<String> all = IdentifierWords.of(member.name());
        boolean does = !all.isEmpty()
                && (member.isMethod()
                        ? isVerb(all.get(0))
                        : all.size() > 1 && all.get(0).equals("use"));
        int from = does ? 1 : 0;
        int to = from;
        while (to < all.size() && !(to > from && JOINTS.contains(all.get(to)))) {
            to++;
        }
        return singular(all.subList(from, to));
    }

    private boolean isVerb(String word) {
        return ACCESS.contains(word) || AGENTS.containsKey(word) || vocabulary.isVerb(word);
    }

    private static List<String> singular(List<String> words) {
        return words.stream().map(IdentifierWords::singular).toList();
    }

    /** Constants follow where what uses them goes; fields are what a class is about. */
    private static double weight(MemberFacts member) {
        boolean constant = member.is(Modifier.STATIC) && member.is(Modifier.FINAL);
        return !member.isField() ? 1 : constant ? 0.5 : 1.5;
    }

    /** The thing itself, or the things where the group keeps many of them. */
    private Optional<String> named(Phrase phrase, List<MemberFacts> group, boolean state) {
        List<String> words = phrase.words();
        String head = words.get(words.size() - 1);
        boolean many = group.stream()
                .filter(member -> member.isField() && !nouns(member).isEmpty())
                .filter(member -> endsWith(nouns(member), head))
                .anyMatch(GroupName::keepsMany);
        if (asks(group) && !state) {
            return Optional.of(joined(words) + "Check");
        }
        if (words.size() == 1 && state && isPossessor(words, group) && head.length() > SHORT) {
            return Optional.of(IdentifierWords.capitalized(head));
        }
        if (words.size() == 1 && !own.contains(head)) {
            return Optional.of(qualifier(head)
                    + IdentifierWords.capitalized(many ? IdentifierWords.plural(head) : vocabulary.usual(head)));
        }
        String before = joined(words.subList(0, words.size() - 1));
        return Optional.of(
                before + IdentifierWords.capitalized(many ? IdentifierWords.plural(head) : vocabulary.usual(head)));
    }

    /** Whether a noun is the head of a compound, words for collections aside. */
    private static boolean endsWith(List<String> nouns, String head) {
        int last = nouns.size() - 1;
        int at = last > 0 && COLLECTIONS.contains(nouns.get(last)) ? last - 1 : last;
        return nouns.get(at).equals(head);
    }

    private static boolean keepsMany(MemberFacts field) {
        String name = field.name();
        List<String> words = IdentifierWords.of(name);
        String end = words.isEmpty() ? "" : words.get(words.size() - 1);
        boolean collection =
                field.type().matches("java\\.util\\.[\\w.]*(List|Set|Map|Collection|Deque|Queue)\\b.*|.*\\[]");
        return collection && (!IdentifierWords.singular(end).equals(end) || COLLECTIONS.contains(end));
    }

    private String joined(List<String> words) {
        return String.join(
                "",
                words.stream()
                        .map(vocabulary::usual)
                        .map(IdentifierWords::capitalized)
                        .toList());
    }

    /** The word of the class's name that its members speak of most, as it is written there. */
    private String qualifier(String noun) {
        List<String> written = Stream.of(
                        type.simpleName().split("(?<=\\p{Ll})(?=\\p{Lu})|(?<=\\p{Lu})(?=\\p{Lu}\\p{Ll})"))
                .filter(word -> !ROLES.contains(word.toLowerCase(Locale.ROOT)))
                .filter(word ->
                        !IdentifierWords.singular(word.toLowerCase(Locale.ROOT)).equals(noun))
                .toList();
        return written.stream()
                .max(Comparator.comparingInt((String word) ->
                                words.getOrDefault(IdentifierWords.singular(word.toLowerCase(Locale.ROOT)), 0))
                        .thenComparingInt(written::indexOf))
                .map(IdentifierWords::singular)
                .orElse("");
    }

    /** The noun of agency for what most methods of a group do; accessors do nothing. */
    private Optional<String> agent(List<MemberFacts> group, double share) {
        Map<String, Integer> agents = new LinkedHashMap<>();
        int doing = 0;
        for (MemberFacts member : group) {
            String first =
                    IdentifierWords.of(member.name()).stream().findFirst().orElse("");
            if (member.isMethod() && !ACCESS.contains(first)) {
                doing++;
                Optional.ofNullable(AGENTS.get(first)).ifPresent(agent -> agents.merge(agent, 1, Integer::sum));
            }
        }
        long methods = group.stream().filter(MemberFacts::isMethod).count();
        int least = Math.max(2, (int) Math.ceil(Math.max(share * doing, methods * share * share)));
        return agents.entrySet().stream()
                .filter(entry -> entry.getValue() >= least)
                .max(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey);
    }

    /** Whether most of a group's methods ask something. */
    private static boolean asks(List<MemberFacts> group) {
        long methods = group.stream().filter(MemberFacts::isMethod).count();
        long questions = group.stream()
                .filter(member -> member.isMethod() && member.name().matches("(is|has|no|not|can)[A-Z].*"))
                .count();
        return questions * 3 > methods * 2;
    }

    /** Whether readers would take it for a type of the JDK. */
    private static boolean isFamiliar(String name) {
        for (String within : FAMILIAR_PACKAGES) {
            try {
                Class.forName(within + "." + name, false, null);
                return true;
            } catch (ClassNotFoundException | LinkageError e) {
                // No such type: a name of the same letters in another case is a LinkageError on some file systems.
            }
        }
        return false;
    }

    /** Whether it says no more than the class's own name. */
    private boolean echoes(String name) {
        return own.containsAll(singular(IdentifierWords.of(name)));
    }
}
