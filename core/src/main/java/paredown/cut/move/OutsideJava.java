package paredown.cut.move;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import paredown.code.index.Resources;
import paredown.code.index.Sources;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.source.Token;
import paredown.tree.Required;
import paredown.tree.TouchedFile;

/**
 * Where the qualified name of a class stands outside its code: service files and manifests are changed, and so are texts in the code that hold the name and
 * nothing else; all else is pointed out.
 */
final class OutsideJava {
    private final List<ChangeSet.Change> changes = new ArrayList<>();
    private final List<String> warnings = new ArrayList<>();

    OutsideJava(Sources sources, String old, String now) {
        Pattern name = Pattern.compile("(?<![\\w.])" + Pattern.quote(old) + "(?!\\w)");
        for (SourceText text : sources.resources()) {
            Path path = text.path();
            List<Region> found = new ArrayList<>();
            Matcher matcher = name.matcher(text.text());
            while (matcher.find()) {
                found.add(new Region(matcher.start(), matcher.end()));
            }
            if (Resources.isService(path) || Resources.isManifest(path)) {
                followed(path, text, found, old, now);
            } else {
                found.forEach(region -> warnings.add("'" + old + "' is named in "
                        + sources.project().relative(path) + ":" + text.line(region.start())));
            }
        }
        strings(sources, old);
    }

    List<ChangeSet.Change> changes() {
        return changes;
    }

    List<String> warnings() {
        return warnings;
    }

    private void followed(Path path, SourceText text, List<Region> found, String old, String now) {
        List<Edit> edits = found.stream().map(region -> new Edit(region, now)).toList();
        boolean renamed = path.getFileName().toString().equals(old);
        Draft after = Draft.of(text, edits);
        if (renamed) {
            Path there = path.resolveSibling(now);
            changes.add(new ChangeSet.Change(path, ChangeSet.Kind.DELETED, text, Optional.empty()));
            changes.add(new ChangeSet.Change(there, ChangeSet.Kind.ADDED, text.sibling(there, ""), Optional.of(after)));
        } else if (!edits.isEmpty()) {
            changes.add(new ChangeSet.Change(path, ChangeSet.Kind.EDITED, text, Optional.of(after)));
        }
    }

    /** Texts of a file that hold the binary name of the class, or of one inside it, and nothing else: they cannot mean anything else. */
    static List<Edit> texts(Sources sources, TouchedFile file, String old, String now) {
        List<Edit> edits = new ArrayList<>();
        for (Token token : file.tokens()) {
            if (token.kind() == Token.Kind.TEXT && isName(token.of(file.text()), old)) {
                Required.ownFile(sources, file, file.place(token.region().start()));
                int start = token.region().start() + 1;
                edits.add(new Edit(new Region(start, start + old.length()), now));
            }
        }
        return edits;
    }

    private static boolean isName(String text, String old) {
        return old.contains(".") && text.matches("\"" + Pattern.quote(old) + "(\\$\\w+)*\"");
    }

    /** Files with texts that begin with a name. */
    static List<Path> naming(Sources sources, String name) {
        return sources.files()
                .filter(file -> file.text().contains('"' + name))
                .map(SourceText::path)
                .toList();
    }

    /** Texts that say more than the name may mean something else. */
    private void strings(Sources sources, String old) {
        Pattern text = Pattern.compile("\"" + Pattern.quote(old) + "(?![\\w])[^\"]*\"");
        sources.files().filter(file -> file.text().contains('"' + old)).forEach(file -> {
            Matcher matcher = text.matcher(file.text());
            while (matcher.find()) {
                boolean follows = isName(matcher.group(), old);
                warnings.add("'" + old + "' is named in a string at "
                        + sources.project().relative(file.path()) + ":" + file.line(matcher.start())
                        + (follows ? ", which follows" : ""));
            }
        });
    }
}
