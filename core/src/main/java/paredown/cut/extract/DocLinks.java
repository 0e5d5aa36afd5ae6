package paredown.cut.extract;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import paredown.edit.MemberLinks;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.TouchedFile;

/** Keeps {@code link}, {@code see} and {@code value} tags in documentation comments pointing at what they pointed at. */
final class DocLinks {
    private final DeclaredClass source;
    private final Set<Member> moved;
    private final Set<Member> delegates;
    private final MovedCode code;
    private final String newType;
    private final MemberNames names;

    DocLinks(
            DeclaredClass source,
            Set<Member> moved,
            Set<Member> delegates,
            MovedCode code,
            String newType,
            MemberNames names) {
        this.names = names;
        this.code = code;
        this.source = source;
        this.moved = moved;
        this.delegates = delegates;
        this.newType = newType;
    }

    /** Edits in the comments that stay, of the source file or any other. */
    List<Edit> staying(TouchedFile file) {
        List<Edit> edits = new ArrayList<>();
        boolean here = file == source.file();
        if (!here && !file.text().contains(source.simpleName())) {
            return edits;
        }
        for (Token token : file.tokens()) {
            if (!mayLink(token, file) || here && isMoving(token.region())) {
                continue;
            }
            Matcher tag = MemberLinks.TAG.matcher(token.of(file.text()));
            while (tag.find()) {
                String prefix = tag.group(1);
                boolean own = prefix.isEmpty()
                        ? here && file.region(source.tree()).contains(token.region()) || here && isAbove(token)
                        : namesSource(prefix);
                if (own
                        && means(tag.group(2), tag.group(3))
                                .map(member -> !delegates.contains(member))
                                .orElse(false)) {
                    int start = token.region().start() + tag.start(1);
                    boolean samePackage =
                            file.packageName().equals(source.file().packageName());
                    String name = samePackage && !prefix.contains(".") ? newType : qualified();
                    edits.add(new Edit(new Region(start, start + prefix.length()), name));
                    Member member = means(tag.group(2), tag.group(3)).orElseThrow();
                    renamed(token, tag, member).ifPresent(edits::add);
                    String further = tag.group(3) == null ? "" : further(file, member);
                    if (!further.isEmpty()) {
                        String gap = tag.group(3).replaceAll("[()\\s]", "").isEmpty() ? "" : ", ";
                        edits.add(Edit.insert(token.region().start() + tag.end(3) - 1, gap + further));
                    }
                }
            }
        }
        return edits;
    }

    /** What a moved method takes besides: what it needs of the source object comes last. */
    private String further(TouchedFile file, Member member) {
        CapturedState needed = code.needs(member);
        return needed.isSource()
                ? MemberLinks.written(file, source.element().asType())
                : needed.values().stream()
                        .map(value -> MemberLinks.written(file, value.element().asType()))
                        .collect(Collectors.joining(", "));
    }

    private static boolean mayLink(Token token, TouchedFile file) {
        if (token.kind() != Token.Kind.JAVADOC) {
            return false;
        }
        int hash = file.text().indexOf('#', token.region().start());
        return hash >= 0 && hash < token.region().end();
    }

    /** The comment of the source class itself stands above it. */
    private boolean isAbove(Token token) {
        return token.region().end() <= source.file().start(source.tree());
    }

    /** Edits in the comments that move: what they point at may have stayed. */
    List<Edit> moving() {
        List<Edit> edits = new ArrayList<>();
        for (Token token : source.file().tokens()) {
            if (!mayLink(token, source.file()) || !isMoving(token.region())) {
                continue;
            }
            Matcher tag = MemberLinks.TAG.matcher(token.of(source.file().text()));
            while (tag.find()) {
                String prefix = tag.group(1);
                boolean own = prefix.isEmpty()
                        && source.members().stream()
                                .anyMatch(member -> member.name().equals(tag.group(2)));
                if (!own && !namesSource(prefix)) {
                    continue;
                }
                int start = token.region().start() + tag.start(1);
                Optional<Member> meant = means(tag.group(2), tag.group(3));
                if (own && meant.isEmpty()) {
                    edits.add(Edit.insert(start, source.nameInPackage()));
                }
                meant.filter(member -> own || !delegates.contains(member)).ifPresent(member -> {
                    if (!own) {
                        edits.add(new Edit(new Region(start, start + prefix.length()), newType));
                    }
                    renamed(token, tag, member).ifPresent(edits::add);
                });
            }
        }
        return edits;
    }

    private Optional<Edit> renamed(Token comment, Matcher tag, Member member) {
        int at = comment.region().start();
        return names.isChanged(member)
                ? Optional.of(new Edit(new Region(at + tag.start(2), at + tag.end(2)), names.of(member)))
                : Optional.empty();
    }

    /** Whether the comment of a member names a type in one of its tags. */
    boolean mentions(Member member, String simpleName) {
        String comment = member.withComments().of(source.file().text());
        return Pattern.compile("@(?:link|linkplain|see|throws|exception|value)\\s+(?:[^}\\n]*[#(, ])?"
                        + Pattern.quote(simpleName) + "\\b")
                .matcher(comment)
                .find();
    }

    private boolean isMoving(Region comment) {
        return moved.stream().anyMatch(member -> member.withComments().contains(comment));
    }

    private boolean namesSource(String prefix) {
        return prefix.equals(source.simpleName())
                || prefix.equals(source.nameInPackage())
                || prefix.equals(source.symbol());
    }

    private String qualified() {
        String packageName = source.file().packageName();
        return packageName.isEmpty() ? newType : packageName + "." + newType;
    }

    /** The moved member that a tag means; none when it means one that stays, or may mean either. */
    private Optional<Member> means(String name, String parameters) {
        List<Member> same = source.members().stream()
                .filter(member -> member.name().equals(name))
                .toList();
        if (parameters == null) {
            return same.stream().allMatch(moved::contains) ? same.stream().findFirst() : Optional.empty();
        }
        return same.stream()
                .filter(member -> MemberLinks.takes(member, parameters))
                .filter(moved::contains)
                .findFirst();
    }
}
