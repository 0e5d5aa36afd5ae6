package paredown.smell;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.measure.IdentifierWords;

/**
 * What the words of a project's identifiers are, by where they stand: the head of an English compound stands last, so a word that ends names of
 * types, variables and getters is a noun, and one that only stands in front of others is not. No dictionary is needed, and technical words count.
 */
final class Vocabulary {
    /** Words that describe whatever follows them, and name nothing alone. */
    private static final Set<String> DESCRIBING = Set.of(
            "abstract",
            "actual",
            "additional",
            "auto",
            "best",
            "big",
            "both",
            "complex",
            "concrete",
            "current",
            "custom",
            "dark",
            "bright",
            "direct",
            "empty",
            "equal",
            "existing",
            "external",
            "extra",
            "fewest",
            "final",
            "first",
            "fixed",
            "free",
            "full",
            "generic",
            "global",
            "good",
            "high",
            "huge",
            "initial",
            "inner",
            "internal",
            "known",
            "large",
            "last",
            "least",
            "left",
            "local",
            "long",
            "low",
            "lower",
            "major",
            "max",
            "maximum",
            "min",
            "minimum",
            "minor",
            "more",
            "most",
            "much",
            "multi",
            "new",
            "next",
            "non",
            "null",
            "old",
            "only",
            "open",
            "other",
            "outer",
            "outside",
            "own",
            "plain",
            "previous",
            "primary",
            "private",
            "public",
            "pure",
            "raw",
            "real",
            "right",
            "same",
            "secondary",
            "sequential",
            "several",
            "short",
            "simple",
            "single",
            "small",
            "some",
            "static",
            "strict",
            "such",
            "temp",
            "tmp",
            "top",
            "true",
            "unknown",
            "upper",
            "valid",
            "whole",
            "wide",
            "wrong");

    /** Nouns that say nothing of what they name. */
    private static final Set<String> HOLLOW = Set.of(
            "arg",
            "argument",
            "boolean",
            "byte",
            "case",
            "class",
            "count",
            "data",
            "element",
            "entry",
            "field",
            "flag",
            "fun",
            "function",
            "instance",
            "item",
            "key",
            "kind",
            "length",
            "lock",
            "method",
            "name",
            "num",
            "number",
            "obj",
            "opt",
            "param",
            "parameter",
            "parent",
            "part",
            "result",
            "state",
            "status",
            "test",
            "thing",
            "type",
            "use",
            "var",
            "variable",
            "way",
            "exception",
            "error",
            "info",
            "date",
            "character",
            "integer",
            "float");

    private static final Set<String> NO_VERBS =
            Set.of("get", "set", "is", "has", "to", "of", "from", "with", "on", "as", "by");

    private final Map<String, Integer> last = new HashMap<>();
    private final Map<String, Integer> before = new HashMap<>();
    private final Map<String, Integer> leading = new HashMap<>();
    private final Map<String, Integer> plurals = new HashMap<>();
    private final Set<String> types = new HashSet<>();

    private Vocabulary(CodeBase code) {
        // Tests tell the same story in other words: what is proposed must not hang on whether they are read.
        code.types().filter(type -> !type.test()).forEach(this::read);
    }

    static Vocabulary of(CodeBase code) {
        return code.once(Vocabulary.class, Vocabulary::new);
    }

    private void read(TypeFacts type) {
        List<String> named = IdentifierWords.of(type.simpleName());
        compound(named);
        if (!named.isEmpty()) {
            types.add(named.get(named.size() - 1));
        }
        type.allReferences()
                .filter(reference -> reference.kind() == Reference.Kind.CREATE)
                .map(Reference::owner)
                .distinct()
                .forEach(owner -> compound(IdentifierWords.of(owner.substring(owner.lastIndexOf('.') + 1))));
        for (MemberFacts member : type.members()) {
            List<String> words = IdentifierWords.of(member.name());
            words.forEach(this::counted);
            boolean truth = member.type().equals("boolean");
            if (member.isField() && !truth) {
                compound(words);
            } else if (member.isMethod() && words.size() > 1) {
                if (!NO_VERBS.contains(words.get(0))) {
                    leading.merge(words.get(0), 1, Integer::sum);
                }
                boolean asks = words.get(0).matches("is|has|can|should|was");
                if (!asks && !(truth && words.get(0).equals("get"))) {
                    compound(words.subList(1, words.size()));
                }
            }
            member.locals().stream()
                    .filter(local -> !local.type().equals("boolean"))
                    .forEach(local -> compound(IdentifierWords.of(local.name())));
        }
    }

    private void compound(List<String> words) {
        for (int i = 0; i < words.size(); i++) {
            String word = IdentifierWords.singular(words.get(i));
            (i == words.size() - 1 ? last : before).merge(word, 1, Integer::sum);
        }
        words.forEach(this::counted);
    }

    private void counted(String written) {
        String word = IdentifierWords.singular(written);
        if (!word.equals(written)) {
            plurals.merge(word, 1, Integer::sum);
        }
    }

    /** Whether a word, in the singular, can be the head of a name. */
    boolean isNoun(String word) {
        int ends = last.getOrDefault(word, 0);
        int describes = before.getOrDefault(word, 0);
        boolean form = word.length() > 3
                && word.matches(".*[aeiouy].*")
                && !word.matches(".*(able|ible|[^e]ed|less|ful|ous|ly)");
        boolean counted = plurals.getOrDefault(word, 0) >= 2;
        return form
                && !DESCRIBING.contains(word)
                && (types.contains(word) || counted || ends >= 2 && ends * 4 >= describes);
    }

    /** Whether a word that others belong to can name the thing that they are parts of. */
    boolean canName(String word) {
        return word.length() > 3
                && word.matches(".*[aeiouy].*")
                && !word.matches(".*(able|ible|[^e]ed|ing|less|ful|ous|ly)")
                && !DESCRIBING.contains(word)
                && !HOLLOW.contains(word)
                && leading.getOrDefault(word, 0) <= known(word);
    }

    /** Whether a noun says what it names without another word beside it. */
    boolean isTelling(String noun) {
        return isNoun(noun) && !HOLLOW.contains(noun);
    }

    /** Whether a word may stand before a noun: a whole word rather than a fragment or a sign of the types around it. */
    boolean isModifier(String word) {
        return word.length() > 2 && word.matches(".*[aeiouy].*") && !HOLLOW.contains(word) && known(word) >= 2;
    }

    /** A word as it mostly stands in names, where that is the plural: {@code bounds}. */
    String usual(String word) {
        int all = Math.max(1, known(word));
        return plurals.getOrDefault(word, 0) * 3 > all * 2 ? IdentifierWords.plural(word) : word;
    }

    /** Whether names of methods begin with a word as often as others end with it. */
    boolean isVerb(String word) {
        return leading.getOrDefault(word, 0) >= Math.max(1, last.getOrDefault(word, 0));
    }

    private int known(String word) {
        return Stream.of(last, before)
                .mapToInt(counts -> counts.getOrDefault(word, 0))
                .sum();
    }
}
