package paredown.check;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.source.ChangeSet;
import paredown.source.ChangeSet.Change;
import paredown.source.CommentText;
import paredown.source.Draft;
import paredown.source.Region;
import paredown.source.Token;
import paredown.source.Tokens;

/** Which comments a cut takes away: nothing of them stands anywhere afterwards. */
record LostComments(ChangeSet changes) {
    private static final int SHOWN = 5;

    /** Where they stand, in a sentence; none where all stay. */
    Optional<String> warning() {
        List<String> places = new ArrayList<>();
        Set<String> left = words();
        for (Change change : changes.changes()) {
            if (change.kind() != ChangeSet.Kind.ADDED
                    && change.file().toString().endsWith(".java")) {
                places.addAll(lost(change, left));
            }
        }
        String shown = places.stream().limit(SHOWN).collect(Collectors.joining(", "))
                + (places.size() > SHOWN ? ", and " + (places.size() - SHOWN) + " more" : "");
        return places.isEmpty()
                ? Optional.empty()
                : Optional.of((places.size() == 1 ? "a comment goes: " : places.size() + " comments go: ") + shown);
    }

    private List<String> lost(Change change, Set<String> left) {
        String text = change.before().text();
        List<Token> tokens = Tokens.of(text);
        List<Region> kept = kept(change.file());
        // What heads a file that goes is said of the file.
        int from = change.after().isPresent() ? 0 : endOfHeading(text, tokens);
        return tokens.stream()
                .filter(token -> token.isComment() && token.region().start() >= from)
                .filter(token -> !CommentText.isSilent(token.of(text))
                        && kept.stream().noneMatch(token.region()::overlaps)
                        && !left.contains(CommentText.words(token.of(text))))
                .map(token -> change.file().getFileName() + ":"
                        + change.before().line(token.region().start()))
                .toList();
    }

    private static int endOfHeading(String text, List<Token> tokens) {
        return tokens.stream()
                .filter(token -> !token.isComment())
                .findFirst()
                .filter(token -> token.is(text, "package"))
                .map(token -> token.region().start())
                .orElse(0);
    }

    /** What the texts afterwards have of a file. */
    private List<Region> kept(Path file) {
        return drafts().flatMap(draft -> draft.taken(file).stream()).toList();
    }

    /** What comments say that stand somewhere afterwards: the same may be said there already. */
    private Set<String> words() {
        return drafts().map(Draft::text)
                .flatMap(text -> Tokens.of(text).stream()
                        .filter(Token::isComment)
                        .map(token -> CommentText.words(token.of(text))))
                .collect(Collectors.toSet());
    }

    private Stream<Draft> drafts() {
        return changes.changes().stream().flatMap(change -> change.after().stream());
    }
}
