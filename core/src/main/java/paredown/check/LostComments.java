package paredown.check;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import paredown.source.ChangeSet;
import paredown.source.ChangeSet.Change;
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
                lost(change, left).forEach(place -> places.add(place));
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
        List<String> places = new ArrayList<>();
        boolean begun = change.after().isPresent();
        for (Token token : tokens) {
            if (!token.isComment()) {
                begun = true;
                continue;
            }
            // What heads a file that goes is said of the file.
            boolean heads = !begun && text.startsWith("package", next(tokens, token));
            boolean stays = heads
                    || isSilent(token.of(text))
                    || kept.stream().anyMatch(token.region()::overlaps)
                    || left.contains(words(token.of(text)));
            if (!stays) {
                places.add(change.file().getFileName() + ":"
                        + change.before().line(token.region().start()));
            }
        }
        return places;
    }

    /** Whether it says nothing of its own. */
    private static boolean isSilent(String comment) {
        return comment.replace("{@inheritDoc}", "").chars().noneMatch(Character::isLetterOrDigit);
    }

    private static int next(List<Token> tokens, Token comment) {
        return tokens.stream()
                .filter(token -> !token.isComment()
                        && token.region().start() > comment.region().start())
                .findFirst()
                .map(token -> token.region().start())
                .orElse(0);
    }

    /** What the texts afterwards have of a file. */
    private List<Region> kept(Path file) {
        return changes.changes().stream()
                .flatMap(change -> change.after().stream())
                .flatMap(draft -> draft.taken(file).stream())
                .toList();
    }

    /** What comments say that stand somewhere afterwards: the same may be said there already. */
    private Set<String> words() {
        Set<String> words = new LinkedHashSet<>();
        for (Change change : changes.changes()) {
            for (String text : change.after().map(Draft::text).stream().toList()) {
                Tokens.of(text).stream().filter(Token::isComment).forEach(token -> words.add(words(token.of(text))));
            }
        }
        return words;
    }

    private static String words(String comment) {
        return comment.replaceAll("[\\s*]+", " ").strip();
    }
}
