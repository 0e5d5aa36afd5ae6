package paredown.source;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * A text in the making that remembers which of its characters were taken from where, so that a check can compare what a name meant
 * before with what it means now.
 */
public final class Draft {
    /**
     * A run of characters taken over unchanged.
     *
     * @param at where it stands in the draft
     * @param length its length in UTF-16 units
     * @param file the file that it comes from
     * @param from where it stood there
     */
    private record Piece(int at, int length, Path file, int from) {}

    /** A place in a file. */
    public record Origin(Path file, int offset) {}

    private final StringBuilder text = new StringBuilder();
    private final List<Piece> pieces = new ArrayList<>();

    /** The whole of a file with edits applied. */
    public static Draft of(SourceText source, List<Edit> edits) {
        return new Draft().copy(source, new Region(0, source.text().length()), edits);
    }

    public Draft write(String added) {
        text.append(added);
        return this;
    }

    /** Writes another draft, which keeps the memory of where its text was taken from. */
    public Draft write(Draft other) {
        other.pieces.forEach(
                piece -> pieces.add(new Piece(text.length() + piece.at(), piece.length(), piece.file(), piece.from())));
        text.append(other.text);
        return this;
    }

    public Draft copy(SourceText source, Region region) {
        if (region.length() > 0) {
            pieces.add(new Piece(text.length(), region.length(), source.path(), region.start()));
            text.append(source.text(), region.start(), region.end());
        }
        return this;
    }

    /**
     * Copies a region with those of the edits that lie in it. Edits at one place are applied in the order of the list. What follows a line
     * comment that an edit brings starts a new line.
     *
     * @throws IllegalArgumentException where two edits overlap
     */
    public Draft copy(SourceText source, Region region, List<Edit> edits) {
        List<Edit> inside = edits.stream()
                .filter(edit -> region.contains(edit.region()))
                // What is put in before something that goes stays before it.
                .sorted(Comparator.comparingInt((Edit edit) -> edit.region().start())
                        .thenComparing(edit -> edit.region().length() > 0))
                .toList();
        int at = region.start();
        boolean open = false;
        for (Edit edit : inside) {
            if (edit.region().start() < at) {
                throw new IllegalArgumentException(
                        "edits overlap in " + source.path() + ":" + source.line(at) + ": '" + edit.text() + "'");
            }
            open = copyBehind(open, source, new Region(at, edit.region().start()));
            boolean goesOn = isWithinLine(edit.text());
            if (open && !goesOn) {
                startLine(source, edit.text());
            }
            write(edit.content());
            open = open && goesOn || endsInLineComment(edit.text());
            at = edit.region().end();
        }
        copyBehind(open, source, new Region(at, region.end()));
        return this;
    }

    /**
     * Copies a stretch, on a new line where the draft ends in a line comment.
     *
     * @param open whether it does so
     * @return whether it still does
     */
    private boolean copyBehind(boolean open, SourceText source, Region stretch) {
        String following = stretch.of(source.text());
        boolean goesOn = isWithinLine(following);
        int blanks = open && !goesOn ? startLine(source, following) : 0;
        copy(source, new Region(stretch.start() + blanks, stretch.end()));
        return open && goesOn;
    }

    private static boolean isWithinLine(String text) {
        return text.isBlank() && text.indexOf('\n') < 0;
    }

    /** Starts a line as far in as this one, unless what follows does so itself; the length of the blanks that it need not start with. */
    private int startLine(SourceText source, String following) {
        int blanks = 0;
        while (" \t".indexOf(following.charAt(blanks)) >= 0) {
            blanks++;
        }
        if ("\r\n".indexOf(following.charAt(blanks)) >= 0) {
            return 0;
        }
        String line = text.substring(text.lastIndexOf("\n") + 1);
        write(source.lineEnding()
                + line.substring(0, line.length() - line.stripLeading().length()));
        return blanks;
    }

    private static boolean endsInLineComment(String written) {
        if (written.indexOf("//", written.lastIndexOf('\n') + 1) < 0) {
            return false;
        }
        List<Token> tokens = Tokens.of(written);
        Token last = tokens.get(tokens.size() - 1);
        return last.region().of(written).startsWith("//")
                && last.region().end() == written.stripTrailing().length();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Draft draft && text().equals(draft.text()) && pieces.equals(draft.pieces);
    }

    @Override
    public int hashCode() {
        return text().hashCode();
    }

    public String text() {
        return text.toString();
    }

    /**
     * The same without some stretches.
     *
     * @param gone in order, apart from one another
     */
    public Draft without(List<Region> gone) {
        Draft left = new Draft();
        int at = 0;
        for (Region region : gone) {
            left.write(this, new Region(at, region.start()));
            at = region.end();
        }
        return left.write(this, new Region(at, text.length()));
    }

    private Draft write(Draft other, Region stretch) {
        int shift = text.length() - stretch.start();
        for (Piece piece : other.pieces) {
            int start = Math.max(piece.at(), stretch.start());
            int end = Math.min(piece.at() + piece.length(), stretch.end());
            if (start < end) {
                pieces.add(new Piece(start + shift, end - start, piece.file(), piece.from() + start - piece.at()));
            }
        }
        text.append(other.text, stretch.start(), stretch.end());
        return this;
    }

    /** Where what stands at a place, or else the nearest before it that was not written anew, was taken from; empty where all is new. */
    public Optional<Origin> nearest(int offset) {
        Optional<Origin> nearest = Optional.empty();
        for (Piece piece : pieces) {
            if (piece.at() > offset) {
                break;
            }
            nearest = Optional.of(
                    new Origin(piece.file(), piece.from() + Math.min(offset - piece.at(), piece.length() - 1)));
        }
        return nearest;
    }

    /** The stretches of a file that stand in the draft. */
    public List<Region> taken(Path file) {
        return pieces.stream()
                .filter(piece -> piece.file().equals(file))
                .map(piece -> new Region(piece.from(), piece.from() + piece.length()))
                .toList();
    }

    /** Where a stretch of the draft was taken from; empty when any of it was written anew. */
    public Optional<Origin> origin(int offset, int length) {
        int low = 0;
        int high = pieces.size() - 1;
        while (low <= high) {
            int middle = (low + high) >>> 1;
            Piece piece = pieces.get(middle);
            if (offset < piece.at()) {
                high = middle - 1;
            } else if (offset >= piece.at() + piece.length()) {
                low = middle + 1;
            } else {
                boolean whole = offset + length <= piece.at() + piece.length();
                return whole
                        ? Optional.of(new Origin(piece.file(), piece.from() + offset - piece.at()))
                        : Optional.empty();
            }
        }
        return Optional.empty();
    }
}
