package paredown.cut.extract;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import paredown.edit.MemberLinks;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;
import paredown.tree.ParamTag;
import paredown.tree.TouchedFile;

/** What comments say of a method some of whose parameters became one: its tags, and links to it. */
final class ParameterComments {
    private ParameterComments() {}

    /**
     * The edits to the links in one comment.
     *
     * @param type how the new class is named
     */
    static List<Edit> links(TouchedFile file, Token comment, GroupedParameters method, String type) {
        List<Edit> edits = new ArrayList<>();
        Matcher tag = MemberLinks.TAG.matcher(comment.of(file.text()));
        String name = method.isConstructor()
                ? method.owner().simpleName()
                : method.member().name();
        while (tag.find()) {
            String owner = tag.group(1);
            boolean here = owner.isEmpty() && file == method.file()
                    || owner.equals(method.owner().simpleName())
                    || owner.equals(method.owner().symbol());
            boolean meant = here
                    && tag.group(2).equals(name)
                    && tag.group(3) != null
                    && MemberLinks.takes(method.member(), tag.group(3));
            if (meant) {
                int at = comment.region().start();
                edits.add(
                        new Edit(new Region(at + tag.start(3), at + tag.end(3)), written(tag.group(3), method, type)));
            }
        }
        return edits;
    }

    /** The list of types with brackets around it, the new one in the place of the first that goes. */
    private static String written(String list, GroupedParameters method, String type) {
        String[] old = list.substring(1, list.length() - 1).split("\\s*,\\s*");
        List<String> types = new ArrayList<>();
        for (int i = 0; i < old.length; i++) {
            if (i == method.first()) {
                types.add(type);
            } else if (!method.indexes().contains(i)) {
                types.add(old[i].strip());
            }
        }
        return "(" + String.join(", ", types) + ")";
    }

    /** What a tag says, in one line. */
    static String words(Matcher tag) {
        return tag.group(1)
                .replaceAll("\\R[ \\t]*\\*", " ")
                .replaceAll("\\s+", " ")
                .strip();
    }

    /** The tag of a parameter in the comment of a method, found. */
    static Optional<Matcher> tag(GroupedParameters method, String parameter) {
        return comment(method)
                .flatMap(comment -> ParamTag.find(comment.of(method.file().text()), parameter));
    }

    /** The documentation comment of a method. */
    static Optional<Token> comment(GroupedParameters method) {
        int end = method.member().declaration().start();
        return method.file().tokensFrom(method.member().withComments().start()).stream()
                .takeWhile(token -> token.region().start() < end)
                .filter(token -> token.kind() == Token.Kind.JAVADOC)
                .reduce((one, other) -> other);
    }
}
