package paredown.smell;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import paredown.code.index.Sources;
import paredown.project.Configuration;
import paredown.project.NearNames;
import paredown.source.SourceText;
import paredown.source.Token;
import paredown.source.Tokens;

/**
 * Findings that somebody has looked at and that stay: by the configuration, or by a comment right before the declaration,
 * {@code // pare: accept god-class: one protocol, one class}. A comment without a reason accepts nothing.
 */
public final class Acceptance {
    /** At the beginning of a comment, or of a line in it: elsewhere somebody only speaks of it. */
    private static final Pattern COMMENT = Pattern.compile(
            "^\\h*[/*]+\\h*pare:\\h*accept\\h+([\\w-]+)\\h*(?::\\h*(.*?))?\\h*(?:\\*/)?\\h*$", Pattern.MULTILINE);

    private final Sources sources;
    private final Map<Path, List<Remark>> remarks = new HashMap<>();
    private final List<String> problems = new ArrayList<>();

    /** A comment, its line, and that of the declaration that it stands before. */
    private record Remark(String smell, int line, int declaration) {
        boolean covers(Finding finding) {
            return smell.equals(finding.smell()) && declaration == finding.line();
        }
    }

    /** Findings, sorted out. */
    public record Sorted(List<Finding> open, List<Finding> accepted, List<String> problems) {}

    private Acceptance(Sources sources) {
        this.sources = sources;
    }

    /** Takes the accepted findings of a whole project out; names what accepts nothing. */
    public static Sorted sort(Sources sources, List<Finding> findings) {
        return sort(sources, findings, true);
    }

    /**
     * Takes the accepted findings out; names comments that say no reason or no smell.
     *
     * @param whole whether these are all findings there are, so that what accepts none of them accepts nothing
     */
    public static Sorted sort(Sources sources, List<Finding> findings, boolean whole) {
        Acceptance acceptance = new Acceptance(sources);
        for (Path file : sources.mentioning(List.of("pare"))) {
            acceptance.remarks.put(file, acceptance.remarks(file));
        }
        List<Finding> open = new ArrayList<>();
        List<Finding> accepted = new ArrayList<>();
        findings.forEach(finding -> (acceptance.accepts(finding) ? accepted : open).add(finding));
        if (whole) {
            acceptance.nameUnmatched(accepted);
        }
        return new Sorted(open, accepted, acceptance.problems);
    }

    private void nameUnmatched(List<Finding> accepted) {
        Configuration configuration = sources.project().configuration();
        configuration.accepted().stream()
                .filter(one -> accepted.stream().noneMatch(finding -> one.covers(finding.smell(), finding.type())))
                .forEach(one -> problems.add(Configuration.FILE + ":" + one.line() + " accepts " + one.smell() + " in "
                        + one.where() + ", where there is none"));
        remarks.forEach((file, some) -> some.stream()
                .filter(remark ->
                        accepted.stream().noneMatch(finding -> finding.file().equals(file) && remark.covers(finding)))
                .forEach(remark -> problems.add(sources.project().relative(file) + ":" + remark.line() + " accepts "
                        + remark.smell() + ", which is not there")));
    }

    private boolean accepts(Finding finding) {
        Configuration configuration = sources.project().configuration();
        return configuration.accepted().stream().anyMatch(one -> one.covers(finding.smell(), finding.type()))
                || remarks.getOrDefault(finding.file(), List.of()).stream().anyMatch(remark -> remark.covers(finding));
    }

    private List<Remark> remarks(Path file) {
        List<Remark> found = new ArrayList<>();
        SourceText source = sources.file(file).orElseThrow();
        String[] lines = source.text().split("\r\n|\r|\n", -1);
        for (Token token : Tokens.of(source.text())) {
            Matcher comment = COMMENT.matcher(token.of(source.text()));
            while (token.isComment() && comment.find()) {
                int line = source.line(token.region().start() + comment.start(1));
                Optional<String> problem = problem(comment.group(1), comment.group(2));
                problem.ifPresent(text -> problems.add(sources.project().relative(file) + ":" + line + " " + text));
                if (problem.isEmpty()) {
                    boolean behindCode = !lines[line - 1].strip().matches("[/*].*");
                    found.add(new Remark(comment.group(1), line, behindCode ? line : declaration(lines, line - 1)));
                }
            }
        }
        return found;
    }

    private static Optional<String> problem(String smell, String reason) {
        List<String> known = Smells.all().stream().map(Smell::name).toList();
        if (!known.contains(smell)) {
            return Optional.of("accepts '" + smell + "', which is no smell"
                    + NearNames.of(smell, known.stream()).stream()
                            .findFirst()
                            .map(near -> "; did you mean '" + near + "'?")
                            .orElse(""));
        }
        return reason == null || reason.isBlank()
                ? Optional.of("accepts " + smell + " without a reason: write 'pare: accept " + smell + ": why'")
                : Optional.empty();
    }

    /** The line, from 1, on which what stands behind a comment begins. */
    private static int declaration(String[] lines, int comment) {
        int at = comment + 1;
        while (at < lines.length && lines[at].strip().matches("|//.*|/\\*.*|\\*.*")) {
            at++;
        }
        return at + 1;
    }
}
