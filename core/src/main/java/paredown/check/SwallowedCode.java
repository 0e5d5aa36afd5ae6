package paredown.check;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import paredown.source.ChangeSet;
import paredown.source.ChangeSet.Change;
import paredown.source.Draft;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.source.Token;
import paredown.source.Tokens;
import paredown.verdict.Place;
import paredown.verdict.Refusal;
import paredown.verdict.Rule;

/** Code that would end up in the line comment in front of it: nobody would miss it but those who run the program. */
final class SwallowedCode {
    private final ChangeSet changes;
    private final Map<Path, SourceText> before;
    private final Map<Path, List<Token>> tokens = new HashMap<>();

    SwallowedCode(ChangeSet changes) {
        this.changes = changes;
        this.before = changes.changes().stream()
                .filter(change -> change.kind() != ChangeSet.Kind.ADDED)
                .collect(Collectors.toMap(Change::file, Change::before, (one, other) -> one));
    }

    Optional<Refusal> first() {
        return changes.changes().stream()
                .filter(change -> change.file().toString().endsWith(".java"))
                .flatMap(change -> change.after().stream().flatMap(draft -> first(change, draft).stream()))
                .findFirst();
    }

    private Optional<Refusal> first(Change change, Draft draft) {
        SourceText after = change.before().sibling(change.file(), draft.text());
        return Tokens.of(after.text()).stream()
                .filter(token -> token.isComment()
                        && after.text().startsWith("//", token.region().start()))
                .filter(token -> wasCode(draft, after.text(), token.region()))
                .map(token -> Refusal.at(
                        new Place(change.file(), after.line(token.region().start())),
                        Rule.KEEPS_MEANING,
                        "code would become part of the comment '" + token.of(after.text()) + "'"))
                .findFirst();
    }

    /** Whether the last character of a comment stood in code before. */
    private boolean wasCode(Draft draft, String text, Region comment) {
        int last = comment.start() + comment.of(text).stripTrailing().length() - 1;
        return draft.origin(last, 1)
                .filter(origin -> before.containsKey(origin.file()))
                .filter(origin -> tokens(origin.file()).stream()
                        .noneMatch(token -> token.isComment()
                                && token.region().contains(new Region(origin.offset(), origin.offset() + 1))))
                .isPresent();
    }

    private List<Token> tokens(Path file) {
        return tokens.computeIfAbsent(file, key -> Tokens.of(before.get(key).text()));
    }
}
