package paredown.verdict;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import paredown.code.compile.Symbol;
import paredown.source.ChangeSet;

/**
 * A cut worked out in full, not yet carried out.
 *
 * @param title what it does, in a line
 * @param changes the files as they would be
 * @param meanings for symbols whose uses may mean something else afterwards: what they may mean then
 * @param introduced declarations that the cut names where they were not named before; such a name must not meet another declaration. Of a new
 *     local variable it is {@code #name}
 * @param words identifiers that the cut brings in, takes away or makes visible; a file without any of them keeps its meaning
 * @param effects what a reader of the preview wants to know beside the text
 * @param renamed types that have another qualified name afterwards, by the old one
 */
public record Plan(
        String title,
        ChangeSet changes,
        Map<String, Set<String>> meanings,
        Set<String> introduced,
        Set<String> words,
        Effects effects,
        Map<String, String> renamed)
        implements Verdict {
    public Plan {
        title = Symbol.shown(title);
    }

    /** A plan after which all types have the names that they had. */
    public Plan(
            String title,
            ChangeSet changes,
            Map<String, Set<String>> meanings,
            Set<String> introduced,
            Set<String> words,
            Effects effects) {
        this(title, changes, meanings, introduced, words, effects, Map.of());
    }

    /** The same with more to be said of what nobody can judge here. */
    public Plan warned(List<String> further) {
        List<String> all = new ArrayList<>(effects.warnings());
        all.addAll(further);
        Effects said = new Effects(effects.callers(), effects.delegates(), effects.visibility(), all);
        return new Plan(title, changes, meanings, introduced, words, said, renamed);
    }

    /** The same with other text. */
    public Plan with(ChangeSet changed) {
        return new Plan(title, changed, meanings, introduced, words, effects, renamed);
    }

    /** The same, where the cut names a declaration of its own. */
    public Plan naming(String symbol) {
        return new Plan(title, changes, meanings, Set.of(symbol), words, effects, renamed);
    }

    /**
     * What a plan does besides moving text.
     *
     * @param callers places outside the moved code that were rewritten
     * @param delegates members that stay behind and pass on
     * @param visibility declarations made more visible, with the old and the new access
     * @param warnings what the tool cannot judge, a sentence each
     */
    public record Effects(int callers, List<String> delegates, List<String> visibility, List<String> warnings) {
        /** Places rewritten, and nothing else to be said. */
        public static Effects on(int callers) {
            return new Effects(callers, List.of(), List.of(), List.of());
        }

        public Effects {
            warnings = warnings.stream().map(Symbol::shown).toList();
            delegates = List.copyOf(delegates);
            visibility = List.copyOf(visibility);
        }
    }
}
