package paredown.cut;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.source.Token;

/** Moves the lines of a stretch of text to the left or to the right. */
public final class Indentation {
    private Indentation() {}

    /**
     * The edits of a stretch and those that give its lines another indentation. The first line is left alone: it stands where it is put.
     *
     * @param from white space that the lines start with
     * @param to white space that they shall start with
     */
    public static List<Edit> shifted(TouchedFile file, Region region, String from, String to, List<Edit> edits) {
        List<Edit> all = new ArrayList<>(
                edits.stream().filter(edit -> region.contains(edit.region())).toList());
        if (from.equals(to)) {
            return all;
        }
        SourceText source = file.source();
        Set<Integer> fixed = linesOfUnevenTextBlocks(file, region, from);
        for (int line = source.line(region.start()) + 1; line <= source.line(region.end()); line++) {
            int start = source.lineStart(line);
            int end = Math.min(start + from.length(), source.text().length());
            Region indentation = new Region(start, end);
            boolean inside = start < region.end();
            boolean gone = all.stream().anyMatch(edit -> edit.region().overlaps(indentation));
            boolean blank = source.text()
                    .substring(start, Math.max(start, source.lineEnd(start)))
                    .isBlank();
            if (inside && !blank && source.text().startsWith(from, start) && !fixed.contains(line) && !gone) {
                all.add(new Edit(indentation, to));
            }
        }
        return all;
    }

    /** A text block keeps its value only if all its lines shift alike; where they cannot, they stay where they are. */
    private static Set<Integer> linesOfUnevenTextBlocks(TouchedFile file, Region region, String from) {
        SourceText source = file.source();
        Set<Integer> lines = new LinkedHashSet<>();
        for (Token token : file.tokensFrom(region.start())) {
            if (token.region().start() >= region.end()) {
                break;
            }
            int first = source.line(token.region().start()) + 1;
            int last = source.line(token.region().end());
            if (token.kind() != Token.Kind.TEXT || last < first) {
                continue;
            }
            List<Integer> inside = IntStream.rangeClosed(first, last).boxed().toList();
            boolean even = inside.stream()
                    .map(source::lineStart)
                    .allMatch(start -> source.text().startsWith(from, start)
                            || source.text()
                                    .substring(start, source.lineEnd(start))
                                    .isBlank());
            if (!even) {
                lines.addAll(inside);
            }
        }
        return lines;
    }
}
