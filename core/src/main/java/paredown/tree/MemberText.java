package paredown.tree;

import java.util.ArrayList;
import java.util.List;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.source.Token;

/** Which part of a file's text belongs to a declaration: the comments right above it, what follows on its last line, its blank line. */
public final class MemberText {
    private MemberText() {}

    /**
     * A declaration with the comments that touch it from above and a comment behind it on its last line. A comment with a blank line
     * below it heads a section and does not belong to the declaration.
     */
    public static Region withComments(TouchedFile file, Region declaration) {
        SourceText source = file.source();
        List<Token> tokens = file.tokens();
        int first = tokens.size() - file.tokensFrom(declaration.start()).size();
        int start = declaration.start();
        for (int i = first - 1; i >= 0 && tokens.get(i).isComment(); i--) {
            Token comment = tokens.get(i);
            boolean touches = source.line(start) - source.line(comment.region().end()) <= 1;
            boolean trails = i > 0
                    && source.line(tokens.get(i - 1).region().end())
                            == source.line(comment.region().start());
            if (!touches || trails && !tokens.get(i - 1).isComment()) {
                break;
            }
            start = comment.region().start();
        }
        int end = declaration.end();
        for (int i = first; i < tokens.size(); i++) {
            Token token = tokens.get(i);
            if (token.region().start() < declaration.end()) {
                continue;
            }
            if (!token.isComment() || source.line(token.region().start()) != source.line(end)) {
                break;
            }
            end = token.region().end();
        }
        return new Region(start, end);
    }

    /** The whole lines of a declaration, from its indentation to its line end, where nothing else stands on them; else just itself. */
    public static Region wholeLines(SourceText source, Region region) {
        String text = source.text();
        int start = region.start();
        while (start > 0 && isBlank(text.charAt(start - 1))) {
            start--;
        }
        int end = region.end();
        while (end < text.length() && isBlank(text.charAt(end))) {
            end++;
        }
        boolean fromLineStart = start == 0 || isLineEnd(text.charAt(start - 1));
        boolean toLineEnd = end == text.length() || isLineEnd(text.charAt(end));
        return fromLineStart && toLineEnd ? new Region(start, source.lineEnd(region.end())) : region;
    }

    /**
     * What to delete so that declarations leave no gap: their lines, and the blank line above, or below where there is none above.
     *
     * @param block declarations with their comments and nothing but white space between them, or a single one
     */
    public static Region toDelete(SourceText source, Region block) {
        Region lines = wholeLines(source, block);
        if (lines.equals(block)) {
            return lines;
        }
        int line = source.line(lines.start());
        boolean blankAbove = line > 1 && isBlankLine(source, line - 1);
        int next = source.line(lines.end());
        boolean blankBelow = lines.end() < source.text().length() && isBlankLine(source, next);
        if (blankAbove && (blankBelow || closes(source, next))) {
            return new Region(source.lineStart(line - 1), lines.end());
        }
        if (blankBelow && (line == 1 || opens(source, line - 1))) {
            return new Region(lines.start(), source.lineEnd(lines.end()));
        }
        return lines;
    }

    /** Regions in order, those joined that have only white space between them. */
    public static List<Region> blocks(SourceText source, List<Region> regions) {
        List<Region> blocks = new ArrayList<>();
        for (Region region : regions.stream().sorted().toList()) {
            Region last = blocks.isEmpty() ? null : blocks.get(blocks.size() - 1);
            if (last != null
                    && (region.start() < last.end()
                            || source.text()
                                    .substring(last.end(), region.start())
                                    .isBlank())) {
                blocks.set(blocks.size() - 1, new Region(last.start(), Math.max(last.end(), region.end())));
            } else {
                blocks.add(region);
            }
        }
        return blocks;
    }

    /** Puts something else in the place of a stretch; comments in it stay. */
    public static List<Edit> instead(TouchedFile file, Region region, Draft content) {
        List<Token> tokens = file.tokensFrom(region.start()).stream()
                .takeWhile(token -> token.region().start() < region.end())
                .toList();
        if (tokens.stream().noneMatch(Token::isComment)) {
            return List.of(new Edit(region, content));
        }
        List<Edit> edits = new ArrayList<>();
        int from = -1;
        int to = -1;
        for (int i = 0; i <= tokens.size(); i++) {
            boolean stays = i == tokens.size() || tokens.get(i).isComment();
            if (!stays) {
                from = from < 0 ? tokens.get(i).region().start() : from;
                to = tokens.get(i).region().end();
            } else if (from >= 0) {
                edits.add(new Edit(new Region(from, to), edits.isEmpty() ? content : new Draft()));
                from = -1;
            }
        }
        return edits;
    }

    public static boolean isBlankLine(SourceText source, int line) {
        return lineText(source, line).isBlank();
    }

    private static boolean opens(SourceText source, int line) {
        return lineText(source, line).strip().endsWith("{");
    }

    private static boolean closes(SourceText source, int line) {
        return line <= source.lines() && lineText(source, line).strip().startsWith("}");
    }

    private static String lineText(SourceText source, int line) {
        int start = source.lineStart(line);
        return source.text().substring(start, source.lineEnd(start));
    }

    /** Whether a character is white space within a line. */
    public static boolean isBlank(char c) {
        return c == ' ' || c == '\t';
    }

    private static boolean isLineEnd(char c) {
        return c == '\n' || c == '\r';
    }
}
