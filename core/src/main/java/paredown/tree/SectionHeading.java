package paredown.tree;

import com.sun.source.tree.Tree;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.source.Token;

/**
 * A comment that stands by itself between the members of a class and heads those below it, up to the next one.
 *
 * @param region the comment, several lines of comment together
 * @param members what it heads
 */
public record SectionHeading(TouchedFile file, Region region, List<Tree> members) {
    public SectionHeading {
        members = List.copyOf(members);
    }

    /** The headings of a class that head something, in the order of the text. */
    private static List<SectionHeading> in(DeclaredClass type) {
        List<Tree> members = new ArrayList<>();
        for (Tree member : type.tree().getMembers()) {
            boolean written = type.file().start(member) >= type.openBrace()
                    && type.file().end(member) > type.file().start(member);
            if (written) {
                members.add(member);
            }
        }
        List<Region> comments = comments(type, members);
        List<SectionHeading> found = new ArrayList<>();
        for (int i = 0; i < comments.size(); i++) {
            int from = comments.get(i).end();
            int to = i + 1 < comments.size()
                    ? comments.get(i + 1).start()
                    : type.file().end(type.tree());
            List<Tree> own = members.stream()
                    .filter(member ->
                            type.file().start(member) > from && type.file().start(member) < to)
                    .toList();
            if (!own.isEmpty()) {
                found.add(new SectionHeading(type.file(), comments.get(i), own));
            }
        }
        return found;
    }

    /** Comments between the members that belong to none of them, those on neighbouring lines as one. */
    private static List<Region> comments(DeclaredClass type, List<Tree> members) {
        TouchedFile file = type.file();
        SourceText source = file.source();
        List<Region> owned = members.stream()
                .map(member -> MemberText.withComments(file, file.region(member)))
                .toList();
        List<Region> found = new ArrayList<>();
        for (Token token : file.tokensFrom(type.openBrace())) {
            Region region = token.region();
            boolean here = token.isComment()
                    && region.end() < file.end(type.tree())
                    && source.line(region.start()) > source.line(type.openBrace())
                    && owned.stream().noneMatch(one -> one.contains(region));
            if (!here) {
                continue;
            }
            Region last = found.isEmpty() ? null : found.get(found.size() - 1);
            if (last != null && source.line(region.start()) - source.line(last.end()) <= 1) {
                found.set(found.size() - 1, new Region(last.start(), region.end()));
            } else {
                found.add(region);
            }
        }
        return found;
    }

    /** What it says, without the signs and rules around: {@code // ---- weather} as {@code weather}. */
    public String words() {
        return region.of(file.text())
                .lines()
                .map(line -> line.replaceAll("^[\\s/*=#~_+-]+|[\\s/*=#~_+-]+$", ""))
                .filter(line -> !line.isEmpty())
                .collect(Collectors.joining(" "));
    }

    /** The headings of a class under which nothing is left when some members go. */
    public static List<SectionHeading> emptied(DeclaredClass type, Set<Tree> going) {
        return in(type).stream()
                .filter(heading -> going.containsAll(heading.members()))
                .toList();
    }
}
