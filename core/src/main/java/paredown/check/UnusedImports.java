package paredown.check;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.source.Token;
import paredown.source.Tokens;
import paredown.tree.MemberText;

/**
 * Takes away the imports that a change left without use: what they name was named in the file before, in code or comments, and is not any
 * more. Those that were unused before stay: nobody asked for them.
 */
final class UnusedImports {
    private UnusedImports() {}

    /** The changes without them. */
    static ChangeSet removed(ChangeSet changes) {
        return new ChangeSet(
                changes.changes().stream().map(UnusedImports::removed).toList());
    }

    private static ChangeSet.Change removed(ChangeSet.Change change) {
        boolean edited = change.kind() == ChangeSet.Kind.EDITED
                && change.file().getFileName().toString().endsWith(".java");
        if (!edited) {
            return change;
        }
        Draft after = change.after().orElseThrow();
        SourceText text = change.before().sibling(change.file(), after.text());
        Names now = Names.of(after.text());
        Names was = null;
        List<Region> unused = new ArrayList<>();
        for (Map.Entry<String, Region> one : now.imports().entrySet()) {
            String simple = one.getKey().substring(one.getKey().lastIndexOf('.') + 1);
            if (now.words().contains(simple)) {
                continue;
            }
            was = was == null ? Names.of(change.before().text()) : was;
            if (was.imports().containsKey(one.getKey()) && was.words().contains(simple)) {
                unused.add(one.getValue());
            }
        }
        if (unused.isEmpty()) {
            return change;
        }
        List<Region> gone = MemberText.blocks(text, unused).stream()
                .map(block -> MemberText.toDelete(text, block))
                .toList();
        return new ChangeSet.Change(change.file(), change.kind(), change.before(), Optional.of(after.without(gone)));
    }

    /**
     * The names in a file.
     *
     * @param imports where they stand, by what they say without the first word
     * @param words of everything else, comments too
     */
    private record Names(Map<String, Region> imports, Set<String> words) {
        static Names of(String text) {
            Map<String, Region> imports = new LinkedHashMap<>();
            Set<String> words = new HashSet<>();
            List<Token> tokens = Tokens.of(text);
            for (int i = 0; i < tokens.size(); i++) {
                Token token = tokens.get(i);
                if (token.is(text, "import")) {
                    int end = i;
                    StringBuilder said = new StringBuilder();
                    while (end + 1 < tokens.size() && !tokens.get(end).is(text, ";")) {
                        end++;
                        said.append(tokens.get(end).of(text));
                    }
                    imports.put(
                            said.toString().replaceFirst("^static", "static ").replace(";", ""),
                            new Region(
                                    token.region().start(),
                                    tokens.get(end).region().end()));
                    i = end;
                } else if (token.kind() == Token.Kind.WORD) {
                    words.add(token.of(text));
                } else if (token.isComment()) {
                    words.addAll(List.of(token.of(text).split("\\W+")));
                }
            }
            return new Names(imports, words);
        }
    }
}
