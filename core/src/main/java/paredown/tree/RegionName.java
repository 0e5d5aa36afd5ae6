package paredown.tree;

import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import paredown.code.index.Sources;
import paredown.project.NearNames;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.verdict.UnknownNameException;

/**
 * A stretch of a file as the command line names it: {@code path:12-30} for whole lines, {@code path:12:9-14:40} from a column to a column,
 * both ends included, all from 1.
 *
 * @param path relative to the project's root, or absolute
 * @param column 0 for whole lines
 */
public record RegionName(String path, int line, int column, int endLine, int endColumn) {
    private static final Pattern FORM = Pattern.compile("(.+?):(?:(\\d+):(\\d+)-(\\d+):(\\d+)|(\\d+)-(\\d+)|(\\d+))");

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
                    "'" + text + "' is no stretch of a file: write File.java:12-30 or File.java:12:9-14:40", List.of());
        }
        if (match.group(2) != null) {
            return new RegionName(
                    match.group(1), number(match, 2), number(match, 3), number(match, 4), number(match, 5));
        }
        boolean one = match.group(8) != null;
        return new RegionName(match.group(1), number(match, one ? 8 : 6), 0, number(match, one ? 8 : 7), 0);
    }

    private static int number(Matcher match, int group) {
        return Integer.parseInt(match.group(group).length() > 9 ? "999999999" : match.group(group));
    }

    /** The region that a stretch of a file has as a name. */
    public static String of(Sources sources, SourceText source, Region region) {
        int last = Math.max(region.start(), region.end() - 1);
        return sources.project().relative(source.path()) + ":" + source.line(region.start()) + ":"
                + source.column(region.start()) + "-" + source.line(last) + ":" + source.column(last);
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

    @Override
    public String toString() {
        return column == 0
                ? path + ":" + line + "-" + endLine
                : path + ":" + line + ":" + column + "-" + endLine + ":" + endColumn;
    }
}
