package paredown.edit;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.source.Token;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.TouchedFile;

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
        return shifted(file, region, from, to, edits, file.source());
    }

    /**
     * The same for a stretch that goes into another file: it takes on that file's line ends, and its tabs or spaces.
     *
     * @param into the file that the stretch goes to
     */
    public static List<Edit> shifted(
            TouchedFile file, Region region, String from, String to, List<Edit> edits, SourceText into) {
        List<Edit> all = new ArrayList<>(
                edits.stream().filter(edit -> region.contains(edit.region())).toList());
        SourceText source = file.source();
        boolean elsewhere = into != source;
        String own = elsewhere ? source.indentationUnit() : "";
        String theirs = elsewhere ? into.indentationUnit() : "";
        boolean converts = own.equals("\t") != theirs.equals("\t");
        List<Edit> shifts = new ArrayList<>();
        if (!from.equals(to) || converts) {
            Map<Integer, Boolean> blocks = linesOfTextBlocks(file, region, from);
            for (int line = source.line(region.start()) + 1; line <= source.line(region.end()); line++) {
                int start = source.lineStart(line);
                String white = source.indentation(start);
                boolean blank = source.text()
                        .substring(start, Math.max(start, source.lineEnd(start)))
                        .isBlank();
                boolean fixed = !blocks.getOrDefault(line, true);
                if (start >= region.end() || blank || fixed || !white.startsWith(from)) {
                    continue;
                }
                String further = converts && !blocks.containsKey(line) ? white.substring(from.length()) : "";
                Region old = new Region(start, start + from.length() + further.length());
                String put = to + (further.isEmpty() ? "" : converted(further, own, theirs));
                if (!put.equals(old.of(source.text()))) {
                    shifts.add(new Edit(old, put));
                }
            }
        }
        if (elsewhere) {
            shifts.addAll(lineEnds(source, region, into.lineEnding()));
        }
        shifts.removeIf(shift -> edits.stream().anyMatch(edit -> edit.region().overlaps(shift.region())));
        // What is put in front of a line's first word stands behind its white space.
        shifts.addAll(all);
        return shifts;
    }

    /**
     * The edits of a member, its comments included, and those that fit its text in among the members of another class.
     *
     * @param whole what goes along
     */
    public static List<Edit> fitted(
            TouchedFile file, Member member, Region whole, DeclaredClass target, List<Edit> edits) {
        String from = file.source().indentation(member.declaration().start());
        return shifted(
                file,
                whole,
                from,
                target.memberIndentation(),
                edits,
                target.file().source());
    }

    /** White space of one kind as that of another; what is less than a step stays. */
    private static String converted(String white, String own, String theirs) {
        int steps = 0;
        int at = 0;
        while (white.startsWith(own, at)) {
            steps++;
            at += own.length();
        }
        return theirs.repeat(steps) + white.substring(at);
    }

    private static List<Edit> lineEnds(SourceText source, Region region, String wanted) {
        List<Edit> ends = new ArrayList<>();
        for (int line = source.line(region.start()) + 1; line <= source.line(region.end()); line++) {
            int end = source.lineStart(line);
            int start = end - (source.text().startsWith("\r\n", Math.max(0, end - 2)) && end >= 2 ? 2 : 1);
            Region old = new Region(start, end);
            if (start >= region.start()
                    && end <= region.end()
                    && !old.of(source.text()).equals(wanted)) {
                ends.add(new Edit(old, wanted));
            }
        }
        return ends;
    }

    /**
     * A text block keeps its value only if all its lines shift alike; where they cannot, they stay where they are.
     *
     * @return the lines of text blocks, and whether they may be shifted
     */
    private static Map<Integer, Boolean> linesOfTextBlocks(TouchedFile file, Region region, String from) {
        SourceText source = file.source();
        Map<Integer, Boolean> lines = new HashMap<>();
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
            inside.forEach(line -> lines.put(line, even));
        }
        return lines;
    }
}
