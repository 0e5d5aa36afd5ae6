package paredown.tree;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import paredown.code.index.Sources;
import paredown.project.NearNames;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.source.Token;
import paredown.source.Tokens;
import paredown.verdict.UnknownNameException;

/**
 * A stretch of a file as the command line names it: {@code path:12-30} for whole lines, {@code path:12:9-14:40} from a column to a column,
 * both ends included, all from 1; {@code path:12 'total > limit'} by what stands there, from a line on.
 *
 * @param path relative to the project's root, or absolute
 * @param column 0 for whole lines
 * @param words what stands there, but for white space and comments; empty where the columns say it
 */
public record RegionName(String path, int line, int column, int endLine, int endColumn, String words) {
    private static final Pattern FORM = Pattern.compile(
            "(.+?):(?:(\\d+):(\\d+)-(\\d+):(\\d+)|(\\d+)-(\\d+)|(\\d+)(?:\\s+'(.+)')?)", Pattern.DOTALL);
    private static final int SHOWN = 5;

    /** Whether a text has the form of a region rather than that of a name. */
    public static boolean fits(String text) {
        return FORM.matcher(text).matches();
    }

    /**
     * @throws UnknownNameException when the text has another form
     */
    public static RegionName parse(String text) {
        Matcher match = FORM.matcher(text);
        if (!match.matches()) {
            throw new UnknownNameException(
                    "'" + text
                            + "' is no stretch of a file: write File.java:12-30, File.java:12:9-14:40 or File.java:12 'total > limit'",
                    List.of());
        }
        if (match.group(2) != null) {
            return new RegionName(
                    match.group(1), number(match, 2), number(match, 3), number(match, 4), number(match, 5), "");
        }
        boolean one = match.group(8) != null;
        String words = match.group(9) == null ? "" : match.group(9);
        return new RegionName(match.group(1), number(match, one ? 8 : 6), 0, number(match, one ? 8 : 7), 0, words);
    }

    private static int number(Matcher match, int group) {
        return Integer.parseInt(match.group(group).length() > 9 ? "999999999" : match.group(group));
    }

    /** The region that a stretch of a file has as a name. */
    public static String of(Sources sources, SourceText source, Region region) {
        return sources.project().relative(source.path()) + columns(source, region);
    }

    /** The same with the name of the file alone. */
    static String of(SourceText source, Region region) {
        return source.path().getFileName() + columns(source, region);
    }

    private static String columns(SourceText source, Region region) {
        int last = Math.max(region.start(), region.end() - 1);
        return ":" + source.line(region.start()) + ":" + source.column(region.start()) + "-" + source.line(last) + ":"
                + source.column(last);
    }

    /**
     * The file that it lies in.
     *
     * @throws UnknownNameException when the project has no such source file
     */
    public Path file(Sources sources) {
        for (Path candidate : List.of(
                sources.project().root().resolve(path).normalize(),
                Path.of(path).toAbsolutePath().normalize())) {
            if (sources.file(candidate).isPresent()) {
                return candidate;
            }
        }
        throw new UnknownNameException(
                "there is no source file '" + path + "' in this project",
                NearNames.of(path, sources.files().map(file -> sources.project().relative(file.path()))));
    }

    /**
     * The same in offsets.
     *
     * @throws UnknownNameException when the file has no such lines or columns
     */
    public Region in(SourceText source) {
        boolean there = line >= 1 && endLine >= line && endLine <= source.lines();
        if (!there) {
            throw new UnknownNameException(
                    path + " has lines 1 to " + source.lines() + ", not " + line + " to " + endLine, List.of());
        }
        if (!words.isEmpty()) {
            return reading(source);
        }
        if (column == 0) {
            return new Region(source.lineStart(line), source.lineEnd(source.lineStart(endLine)));
        }
        int start = source.lineStart(line) + column - 1;
        int end = source.lineStart(endLine) + endColumn;
        boolean inLines = start < source.lineEnd(source.lineStart(line))
                && end <= source.lineEnd(source.lineStart(endLine))
                && start < end;
        if (!inLines) {
            throw new UnknownNameException(this + " lies outside the text of its lines", List.of());
        }
        return new Region(start, end);
    }

    /** Where the words stand that begin in the line. */
    private Region reading(SourceText source) {
        List<Region> all = places(source);
        List<Region> here = all.stream()
                .filter(region -> source.line(region.start()) == line)
                .toList();
        if (here.size() != 1) {
            String what = here.isEmpty()
                    ? "no '" + words + "' begins in line " + line + " of " + path
                    : "'" + words + "' stands " + here.size() + " times in line " + line + " of " + path;
            throw new UnknownNameException(
                    what,
                    (here.isEmpty() ? all : here)
                            .stream()
                                    .sorted(Comparator.comparingInt(
                                            region -> Math.abs(source.line(region.start()) - line)))
                                    .limit(SHOWN)
                                    .map(region -> path + columns(source, region))
                                    .toList());
        }
        return here.get(0);
    }

    /** All stretches of a file that read like the words, token for token. */
    private List<Region> places(SourceText source) {
        List<Token> tokens = code(source.text());
        List<String> wanted = code(words).stream().map(token -> token.of(words)).toList();
        List<Region> found = new ArrayList<>();
        for (int i = 0; !wanted.isEmpty() && i + wanted.size() <= tokens.size(); i++) {
            int from = i;
            boolean same = IntStream.range(0, wanted.size())
                    .allMatch(k -> tokens.get(from + k).is(source.text(), wanted.get(k)));
            if (same) {
                int end = tokens.get(from + wanted.size() - 1).region().end();
                found.add(new Region(tokens.get(from).region().start(), end));
            }
        }
        return found;
    }

    private static List<Token> code(String text) {
        return Tokens.of(text).stream().filter(token -> !token.isComment()).toList();
    }

    @Override
    public String toString() {
        if (!words.isEmpty()) {
            return path + ":" + line + " '" + words + "'";
        }
        return column == 0
                ? path + ":" + line + "-" + endLine
                : path + ":" + line + ":" + column + "-" + endLine + ":" + endColumn;
    }
}
