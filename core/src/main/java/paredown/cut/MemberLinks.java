package paredown.cut;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javax.lang.model.type.TypeMirror;
import paredown.code.Sources;
import paredown.cut.SourceClass.Member;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;

/** Leads {@code link}, {@code see} and {@code value} tags in documentation comments to where a member has gone. */
public final class MemberLinks {
    /** A tag that names a member: the type in front, the member, the types in brackets. */
    public static final Pattern TAG =
            Pattern.compile("(?:\\{@(?:link|linkplain|value)\\s+|@see\\s+)([\\w.]*)#(\\w+)(\\([^)]*\\))?");

    private final Sources sources;
    private final SourceClass source;
    private final SourceClass target;
    private final EditSet edits;
    private final boolean dissolves;

    /**
     * @param dissolves whether the source class goes with all its comments
     */
    public MemberLinks(Sources sources, SourceClass source, SourceClass target, EditSet edits, boolean dissolves) {
        this.dissolves = dissolves;
        this.sources = sources;
        this.source = source;
        this.target = target;
        this.edits = edits;
    }

    /**
     * Edits the comments of some files, but for those that go along.
     *
     * @param parameters the types that a method takes from now on
     */
    public void follow(Touched touched, Member member, Optional<List<TypeMirror>> parameters) {
        for (TouchedFile file : touched.files()) {
            boolean named = file == source.file() || file.text().contains(source.simpleName());
            if (named && Required.isOwn(sources, file)) {
                follow(file, member, parameters);
            }
        }
    }

    private void follow(TouchedFile file, Member member, Optional<List<TypeMirror>> parameters) {
        for (Token token : file.tokens()) {
            boolean goes = file == source.file()
                    && (dissolves ? isOf(source, token) : member.withComments().contains(token.region()));
            if (token.kind() != Token.Kind.JAVADOC || goes || edits.deletes(file, token.region())) {
                continue;
            }
            Matcher tag = TAG.matcher(token.of(file.text()));
            while (tag.find()) {
                if (isOwner(file, token, tag.group(1)) && means(member, tag.group(2), tag.group(3))) {
                    int start = token.region().start();
                    edits.add(
                            file,
                            new Edit(new Region(start + tag.start(1), start + tag.end(1)), owner(file, token, tag)));
                    if (tag.group(3) != null && parameters.isPresent()) {
                        edits.add(
                                file,
                                new Edit(
                                        new Region(start + tag.start(3), start + tag.end(3)),
                                        written(file, parameters.get())));
                    }
                }
            }
        }
    }

    private boolean isOwner(TouchedFile file, Token comment, String prefix) {
        if (!prefix.isEmpty()) {
            return prefix.equals(source.simpleName())
                    || prefix.equals(source.nameInPackage())
                    || prefix.equals(source.symbol());
        }
        return file == source.file() && isOf(source, comment);
    }

    /** The comment of a class stands above it. */
    private static boolean isOf(SourceClass type, Token comment) {
        TouchedFile file = type.file();
        return file.region(type.tree()).contains(comment.region())
                || MemberText.withComments(file, file.region(type.tree())).contains(comment.region());
    }

    private boolean means(Member member, String name, String parameters) {
        boolean alone = source.members().stream()
                .allMatch(other -> other == member || !other.name().equals(name));
        return member.name().equals(name) && (parameters == null ? alone : takes(member, parameters));
    }

    private String owner(TouchedFile file, Token comment, Matcher tag) {
        if (file == target.file() && isOf(target, comment)) {
            return "";
        }
        boolean near = file.packageName().equals(target.file().packageName())
                && !tag.group(1).contains(".");
        boolean imported = new Imports(file)
                .named(target.simpleName())
                .filter(one -> one.name().equals(target.symbol()))
                .isPresent();
        return near ? target.nameInPackage() : imported ? target.simpleName() : target.symbol();
    }

    /** The types that a method takes, in brackets, as a tag in some file names them. */
    public static String written(TouchedFile file, List<TypeMirror> types) {
        return types.stream().map(type -> written(file, type)).collect(Collectors.joining(", ", "(", ")"));
    }

    /** A type as a tag in some file names it. */
    public static String written(TouchedFile file, TypeMirror type) {
        String erased = file.attribution().types().erasure(type).toString();
        int dot = erased.lastIndexOf('.');
        String plain = erased.replace("[]", "");
        String simple = plain.substring(plain.lastIndexOf('.') + 1);
        String packageName = dot < 0 ? "" : erased.substring(0, dot);
        boolean known = packageName.isEmpty()
                || packageName.equals("java.lang")
                || packageName.equals(file.packageName())
                || new Imports(file)
                        .named(simple)
                        .filter(one -> one.name().equals(plain))
                        .isPresent();
        return known ? erased.substring(dot + 1) : erased;
    }

    /** Whether a member is a method that takes the types which a tag names in brackets; their packages are not compared. */
    public static boolean takes(Member member, String types) {
        String spelling = member.spelling();
        return member.isMethod() && simpleTypes(types).equals(simpleTypes(spelling.substring(spelling.indexOf('('))));
    }

    private static List<String> simpleTypes(String parameters) {
        List<String> simple = new ArrayList<>();
        for (String one : parameters
                .substring(1, parameters.length() - 1)
                .replace("...", "[]")
                .split(",")) {
            String type = one.strip().split("\\s")[0];
            if (!type.isEmpty()) {
                simple.add(type.substring(type.lastIndexOf('.') + 1));
            }
        }
        return simple;
    }
}
