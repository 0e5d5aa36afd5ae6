package paredown.edit;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.type.TypeMirror;
import paredown.code.compile.Symbol;
import paredown.code.index.Sources;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.Imports;
import paredown.tree.MemberText;
import paredown.tree.Required;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;

/** Leads {@code link}, {@code see} and {@code value} tags in documentation comments to where a member has gone. */
public final class MemberLinks {
    /** A tag that names a member: the type in front, the member, the types in brackets. */
    public static final Pattern TAG =
            Pattern.compile("(?:\\{@(?:link|linkplain|value)\\s+|@see\\s+)([\\w.]*)#(\\w+)(\\([^)]*\\))?");

    /** A tag that names a type alone. */
    public static final Pattern TYPE = Pattern.compile("(?:\\{@(?:link|linkplain)\\s+|@see\\s+)([\\w.]++)(?![#(])");

    private final Sources sources;
    private final DeclaredClass source;
    private final DeclaredClass target;
    private final EditSet edits;
    private final boolean dissolves;

    /**
     * @param dissolves whether the source class goes with all its comments
     */
    public MemberLinks(Sources sources, DeclaredClass source, DeclaredClass target, EditSet edits, boolean dissolves) {
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

    /** Edits the comments that name the class itself, which is no more. */
    public void followType(Touched touched) {
        for (TouchedFile file : touched.files()) {
            if (!file.text().contains(source.simpleName()) || !Required.isOwn(sources, file)) {
                continue;
            }
            for (Token token : file.tokens()) {
                Matcher tag = TYPE.matcher(token.of(file.text()));
                while (stays(file, token, Optional.empty()) && tag.find()) {
                    if (isOwner(file, token, tag.group(1))) {
                        int start = token.region().start();
                        edits.add(
                                file,
                                new Edit(
                                        new Region(start + tag.start(1), start + tag.end(1)),
                                        named(file, tag.group(1))));
                    }
                }
            }
        }
    }

    private boolean stays(TouchedFile file, Token token, Optional<Member> member) {
        boolean goes = file == source.file()
                && (dissolves
                        ? isOf(source, token)
                        : member.filter(one -> one.withComments().contains(token.region()))
                                .isPresent());
        return token.kind() == Token.Kind.JAVADOC && !goes && !edits.deletes(file, token.region());
    }

    private void follow(TouchedFile file, Member member, Optional<List<TypeMirror>> parameters) {
        for (Token token : file.tokens()) {
            if (!stays(file, token, Optional.of(member))) {
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
            boolean brief = prefix.equals(source.simpleName()) || prefix.equals(source.nameInPackage());
            return brief && sees(file) || prefix.equals(source.symbol());
        }
        return file == source.file() && isOf(source, comment);
    }

    private boolean sees(TouchedFile file) {
        String outermost = source.nameInPackage().split("\\.")[0];
        Imports imports = new Imports(file);
        return Stream.of(outermost, source.simpleName())
                .map(imports::named)
                .flatMap(Optional::stream)
                .findFirst()
                .map(one ->
                        source.symbol().equals(one.name()) || source.symbol().startsWith(one.name() + "."))
                .orElseGet(() -> file.packageName().equals(source.file().packageName())
                        || imports.all().stream()
                                .anyMatch(one -> one.isOnDemand()
                                        && one.name().equals(source.file().packageName())));
    }

    /** The comment of a class stands above it. */
    private static boolean isOf(DeclaredClass type, Token comment) {
        TouchedFile file = type.file();
        return file.region(type.tree()).contains(comment.region())
                || MemberText.withComments(file, file.region(type.tree())).contains(comment.region());
    }

    private boolean means(Member member, String name, String parameters) {
        // Without brackets the first of its name is meant; while others stay it is not said which.
        boolean alone = source.members().stream()
                .filter(other -> other.name().equals(name))
                .limit(dissolves ? 1 : Long.MAX_VALUE)
                .allMatch(member::equals);
        return member.name().equals(name) && (parameters == null ? alone : takes(member, parameters));
    }

    private String owner(TouchedFile file, Token comment, Matcher tag) {
        if (file == target.file() && isOf(target, comment)) {
            return "";
        }
        return named(file, tag.group(1));
    }

    private String named(TouchedFile file, String before) {
        boolean near = file.packageName().equals(target.file().packageName()) && !before.contains(".");
        boolean imported = new Imports(file)
                        .named(target.simpleName())
                        .filter(one -> one.name().equals(target.symbol()))
                        .isPresent()
                || edits.types(file).imported().contains(target.symbol());
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
        return !member.isField() && simpleTypes(types).equals(simpleTypes(Symbol.parameterList(spelling)));
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
