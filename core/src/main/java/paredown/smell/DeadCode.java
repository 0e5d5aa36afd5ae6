package paredown.smell;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.code.compile.PlatformHooks;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.source.SourceText;

/**
 * What could go without anybody noticing: members that nothing uses and nobody outside can name, accessors that only their own class calls, code in
 * comments, constructors that the compiler would write. What others may call, or a framework may look up, is not asked about.
 */
public final class DeadCode implements Smell {
    private static final Traits TRAITS = new Traits(
            "dead-code",
            "DE",
            "what could go unnoticed: members that nothing uses, code in comments, needless accessors and constructors",
            Map.of("uses", 1.0));

    /** What a needless constructor counts: little, it costs a glance. */
    private static final double NEEDLESS = 0.12;

    /** What a needless accessor counts: each reader of the class follows it once. */
    private static final double DETOUR = 0.2;

    /** A body that does nothing but name a field. */
    private static final Pattern PLAIN = Pattern.compile("return\\s+(this\\.)?\\w+;|(this\\.)?\\w+\\s*=\\s*\\w+;");

    @Override
    public Traits traits() {
        return TRAITS;
    }

    @Override
    public Stream<Finding> findings(CodeBase code) {
        return code.types()
                .filter(type -> Roles.isOpen(code, type) && type.kind() != TypeFacts.Kind.RECORD)
                .flatMap(type -> Stream.of(
                                type.members().stream()
                                        .filter(member -> isDead(code, type, member))
                                        .map(member -> finding(code, type, member)),
                                type.methods()
                                        .filter(method -> isNeedlessAccessor(code, type, method))
                                        .map(method -> needlessAccessor(code, type, method)),
                                commentedOut(code, type),
                                needlessConstructor(code, type))
                        .flatMap(found -> found));
    }

    /** Statements that were put into comments: what was there before is in the history. */
    private Stream<Finding> commentedOut(CodeBase code, TypeFacts type) {
        int lines = type.commentedOut().stream()
                .mapToInt(place -> place.endLine() - place.line() + 1)
                .sum();
        if (lines == 0) {
            return Stream.empty();
        }
        String places = type.commentedOut().stream()
                .map(place -> place.line() + " to " + place.endLine())
                .collect(Collectors.joining(", "));
        return Stream.of(FindingBuilder.about(this, code, type)
                .line(type.commentedOut().get(0).line())
                .key("comments " + type.name())
                .score(0.2 + 0.3 * lines / (lines + 40.0))
                .summary(type.simpleName() + ": " + lines + " lines of code in comments")
                .counted(
                        "lines",
                        lines,
                        "lines " + places + " hold statements that do not run; the history keeps what was")
                .finding());
    }

    /** The one constructor that the compiler would write. */
    private Stream<Finding> needlessConstructor(CodeBase code, TypeFacts type) {
        List<MemberFacts> constructors = type.members().stream()
                .filter(member -> member.kind() == MemberFacts.Kind.CONSTRUCTOR)
                .toList();
        if (constructors.size() != 1 || type.kind() != TypeFacts.Kind.CLASS) {
            return Stream.empty();
        }
        MemberFacts only = constructors.get(0);
        boolean asWide = only.is(Modifier.PUBLIC) == type.modifiers().contains(Modifier.PUBLIC)
                && only.is(Modifier.PROTECTED) == type.modifiers().contains(Modifier.PROTECTED)
                && only.is(Modifier.PRIVATE) == type.modifiers().contains(Modifier.PRIVATE);
        boolean empty = only.parameters().isEmpty()
                && only.annotations().isEmpty()
                && only.statements().isEmpty()
                && only.codeLines() <= 2;
        // One that somebody documented is there to be read.
        if (!asWide || !empty || isDocumented(code, type, only)) {
            return Stream.empty();
        }
        return Stream.of(FindingBuilder.about(this, code, type, only, only.line())
                .score(NEEDLESS)
                .summary(type.simpleName() + ": a constructor that the compiler would write")
                .counted("lines", only.codeLines(), "it takes nothing, does nothing, and is the only one")
                .finding());
    }

    private static boolean isDocumented(CodeBase code, TypeFacts type, MemberFacts member) {
        SourceText source = code.sources().file(type.file()).orElseThrow();
        int start = source.lineStart(member.line());
        String before = source.text().substring(0, start).stripTrailing();
        String inside = source.text().substring(start, source.lineEnd(source.lineStart(member.endLine())));
        return before.endsWith("*/") || inside.contains("//") || inside.contains("/*");
    }

    /** One that hands out or takes in a field and that nobody but its own class calls, which could name the field. */
    private boolean isNeedlessAccessor(CodeBase code, TypeFacts type, MemberFacts method) {
        if (!isAsked(code, type, method) || !Roles.isAccessor(type, method) || method.codeLines() > 3) {
            return false;
        }
        List<CodeBase.Use> uses = code.uses(method.symbol());
        return !uses.isEmpty()
                && uses.stream()
                        .allMatch(use -> use.type().name().equals(type.name())
                                && !use.member().symbol().equals(method.symbol()))
                && PLAIN.matcher(body(code, type, method)).matches()
                && !isNamedInText(code, type, method);
    }

    private static String body(CodeBase code, TypeFacts type, MemberFacts method) {
        SourceText source = code.sources().file(type.file()).orElseThrow();
        String text = source.text()
                .substring(source.lineStart(method.line()), source.lineEnd(source.lineStart(method.endLine())));
        return text.substring(text.indexOf('{') + 1, Math.max(text.indexOf('{') + 1, text.lastIndexOf('}')))
                .strip();
    }

    private Finding needlessAccessor(CodeBase code, TypeFacts type, MemberFacts method) {
        int uses = code.uses(method.symbol()).size();
        return FindingBuilder.about(this, code, type, method, method.line())
                .score(DETOUR)
                .summary(type.simpleName() + "#" + method.name() + ": an accessor for its own class alone")
                .counted(
                        "uses",
                        uses,
                        uses + (uses == 1 ? " call, from" : " calls, all from") + " the class that has the field")
                .counted("lines", method.codeLines(), "it does nothing but hand the field on")
                .cut(inlining(type, method, "inline " + method.name() + ": the field says as much", uses))
                .finding();
    }

    private boolean isAsked(CodeBase code, TypeFacts type, MemberFacts member) {
        return (member.is(Modifier.PRIVATE) || isOurs(code, type, member))
                && (member.isField() || member.isMethod() && !member.is(Modifier.NATIVE))
                && !PlatformHooks.isName(member.name())
                && !Roles.isMarked(member);
    }

    private boolean isDead(CodeBase code, TypeFacts type, MemberFacts member) {
        return isAsked(code, type, member)
                && code.uses(member.symbol()).stream()
                                .filter(use -> !use.member().symbol().equals(member.symbol()))
                                .count()
                        < limit(code, "uses")
                && !isNamedInText(code, type, member);
    }

    /**
     * Whether a member that others can see is for this project alone, and all of it was read: outside code cannot name it, and it stands
     * for nothing declared above.
     */
    private static boolean isOurs(CodeBase code, TypeFacts type, MemberFacts member) {
        return !Roles.isApi(code, type, member)
                && type.kind() == TypeFacts.Kind.CLASS
                && Roles.areUsersKnown(code)
                && !type.test()
                && !member.overrides()
                && !member.is(Modifier.ABSTRACT)
                && !Roles.isRoutine(member)
                && code.subtypes(type.name()).isEmpty();
    }

    /** Whether the name stands in quotes in the same file: it may be looked up by it. */
    private static boolean isNamedInText(CodeBase code, TypeFacts type, MemberFacts member) {
        return code.once(QuotedNames.class, all -> new QuotedNames(new ConcurrentHashMap<>()))
                .of(code.sources().file(type.file()).orElseThrow())
                .contains(member.name());
    }

    /** The words that stand in quotes, file by file: looking through a file once for each of thousands of members takes too long. */
    private record QuotedNames(Map<Path, Set<String>> byFile) {
        private static final Pattern QUOTED = Pattern.compile("\"(\\p{javaJavaIdentifierPart}++)(?=\")");

        Set<String> of(SourceText file) {
            return byFile.computeIfAbsent(
                    file.path(),
                    path -> QUOTED.matcher(file.text())
                            .results()
                            .map(match -> match.group(1))
                            .collect(Collectors.toSet()));
        }
    }

    private Finding finding(CodeBase code, TypeFacts type, MemberFacts member) {
        String what = member.isField() ? "field" : "method";
        Evidence unused = new Evidence(
                "uses", 0, OptionalDouble.of(limit(code, "uses")), "no code of the project uses this " + what, false);
        Evidence lines = new Evidence(
                "lines",
                member.codeLines(),
                OptionalDouble.empty(),
                member.codeLines() + (member.codeLines() == 1 ? " line" : " lines") + " would go",
                false);
        CutOffer cut = inlining(type, member, "delete " + member.name() + ": inlining what nothing uses", 0);
        double score = 0.3 + 0.4 * member.codeLines() / (member.codeLines() + 20.0);
        return new Finding(
                Finding.id(TRAITS, member.symbol()),
                name(),
                member.symbol(),
                type.file(),
                member.line(),
                Math.round(1000 * score) / 1000.0,
                type.simpleName() + "#" + member.name() + ": nothing uses this " + what,
                List.of(unused, lines),
                List.of(),
                List.of(cut));
    }

    private static CutOffer inlining(TypeFacts type, MemberFacts member, String title, int callers) {
        int members = type.members().size();
        return CutOffer.untried(
                member.isField() ? "inline-field" : "inline-method",
                title,
                Map.of("member", type.name() + "#" + GodClass.spelling(type, member)),
                List.of(member.symbol()),
                List.of(
                        new CutOffer.Effect("members of " + type.simpleName(), members, members - 1.0),
                        new CutOffer.Effect("callers to change", callers, 0)));
    }
}
