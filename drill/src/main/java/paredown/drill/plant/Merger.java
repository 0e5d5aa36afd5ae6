package paredown.drill.plant;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javax.lang.model.element.Modifier;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/**
 * Writes the members of classes, its parts, into another, the host, as if they had never been apart: what was an object of a part is one of
 * the host. Members stay out that make such an object, that name what the host cannot see, or that use what stays out.
 */
final class Merger {
    private static final Set<String> ROUTINE =
            Set.of("equals", "hashCode", "toString", "clone", "compareTo", "serialVersionUID", "finalize");
    private static final String COMMENTS = "(?s)/\\*.*?\\*/|//[^\n]*";

    private final CodeBase code;
    private final TypeFacts host;
    private final List<TypeFacts> taken = new ArrayList<>();
    private final Set<String> there;
    private String text;

    Merger(CodeBase code, TypeFacts host) {
        this.code = code;
        this.host = host;
        this.there = host.members().stream().map(MemberFacts::name).collect(Collectors.toSet());
        this.text = source(host);
    }

    static boolean isRoutine(MemberFacts member) {
        return ROUTINE.contains(member.name());
    }

    /** The members of a part that can come along, in the order of the source. */
    List<MemberFacts> coming(TypeFacts part) {
        Pattern bound = Pattern.compile("\\bsuper\\.|" + part.simpleName() + "\\.this");
        List<MemberFacts> coming = new ArrayList<>(part.members().stream()
                .filter(member -> !isRoutine(member) && !member.name().startsWith("<"))
                .filter(member -> member.references().stream().allMatch(reference -> isReachable(part, reference)))
                .filter(member -> !bound.matcher(textOf(part, member).replaceAll(COMMENTS, ""))
                        .find())
                .toList());
        boolean less = true;
        while (less) {
            Set<String> symbols = coming.stream().map(MemberFacts::symbol).collect(Collectors.toSet());
            less = coming.removeIf(member -> member.references().stream()
                    .anyMatch(reference -> reference.owner().equals(part.name())
                            && reference.target().contains("#")
                            && !symbols.contains(reference.target())));
        }
        return coming;
    }

    /** Whether something can be named in the file of the host; an object of the part cannot be made there. */
    private boolean isReachable(TypeFacts part, Reference reference) {
        if (reference.owner().equals(part.name())) {
            return reference.kind() != Reference.Kind.CREATE && reference.kind() != Reference.Kind.STAND_IN;
        }
        boolean near = part.packageName().equals(host.packageName());
        Optional<TypeFacts> owner = code.type(reference.owner());
        boolean member = owner.flatMap(type -> type.member(reference.target()))
                .map(one -> isSeen(one.modifiers(), near))
                .orElse(true);
        return member && owner.map(type -> isSeen(type, near)).orElse(true);
    }

    private boolean isSeen(TypeFacts type, boolean near) {
        return isSeen(type.modifiers(), near)
                && type.enclosing()
                        .flatMap(code::type)
                        .map(outer -> isSeen(outer, near))
                        .orElse(true);
    }

    private static boolean isSeen(Set<Modifier> modifiers, boolean near) {
        return modifiers.contains(Modifier.PUBLIC) || near && !modifiers.contains(Modifier.PRIVATE);
    }

    /** Whether the host can have the type parameters of a part: it has none, or the same. */
    boolean takes(TypeFacts part) {
        Optional<String> wanted = parameters(source(part), part);
        Optional<String> own = parameters(text, host);
        return wanted.isEmpty() || own.isEmpty() || wanted.equals(own);
    }

    /** Takes some members of a part over, and gives their names as they are now, without doubles. */
    Set<String> take(TypeFacts part, List<MemberFacts> coming) {
        StringBuilder fields = new StringBuilder("\n");
        StringBuilder methods = new StringBuilder("\n");
        Set<String> names = new LinkedHashSet<>();
        for (MemberFacts member : coming) {
            names.add(member.name());
            String moved = textOf(part, member)
                    .replaceAll("(?m)^\\s*@Override\\s*$", "")
                    .replace("@Override", "")
                    .replaceAll("(?<![\\w.])" + part.simpleName() + "\\.(?!this\\b|class\\b)(?=\\w)", "")
                    .replaceAll("\\b" + part.simpleName() + "\\b", host.simpleName());
            boolean variable = member.isField() && !member.is(Modifier.STATIC);
            (member.isField() ? fields : methods)
                    .append(variable ? moved.replaceFirst("\\bfinal ", "") : moved)
                    .append("\n\n");
        }
        // Fields stand with fields, as a person would put them.
        String separator = "\n//\n";
        String pasted = fields + separator + methods;
        for (String name : List.copyOf(names)) {
            if (there.contains(name)) {
                // Both have one of this name: the newcomer gets another.
                String other = name + part.simpleName();
                pasted = pasted.replaceAll("(?<![\\w.])(this\\.)?" + Pattern.quote(name) + "(?!\\w)", other);
                names.remove(name);
                names.add(other);
            }
        }
        int middle = pasted.indexOf(separator);
        text = withFields(withoutPart(part, coming), pasted.substring(0, middle))
                        .replaceFirst("\\}\\s*$", "") + pasted.substring(middle + separator.length()) + "}\n";
        parameters(source(part), part)
                .filter(wanted -> parameters(text, host).isEmpty())
                .ifPresent(wanted -> text = text.replaceFirst(
                        "\\bclass " + host.simpleName() + "\\b",
                        Matcher.quoteReplacement("class " + host.simpleName() + wanted)));
        taken.add(part);
        there.addAll(names);
        return names;
    }

    /** The file of the host, with what it has taken. */
    String text() {
        String whole = text;
        for (TypeFacts part : taken) {
            whole = Places.withImports(whole, withOwnNames(part));
        }
        return whole;
    }

    private String textOf(TypeFacts type, MemberFacts member) {
        return lines(source(type), member.line() - 1, member.endLine());
    }

    private String source(TypeFacts type) {
        return code.sources().file(type.file()).orElseThrow().text();
    }

    private static String lines(String text, int from, int to) {
        return String.join("\n", List.of(text.split("\n", -1)).subList(from, to));
    }

    /** The host, calling what comes to it without going by its part. */
    private String withoutPart(TypeFacts part, List<MemberFacts> coming) {
        String called = coming.stream()
                .filter(MemberFacts::isMethod)
                .map(MemberFacts::name)
                .distinct()
                .collect(Collectors.joining("|"));
        String without = text;
        for (MemberFacts field : host.fields().toList()) {
            if (field.type().equals(part.name())) {
                without = without.replaceAll(
                        "(?<![\\w.])(this\\.)?" + Pattern.quote(field.name()) + "\\.(?=(" + called + ")\\()", "");
            }
        }
        return without;
    }

    private static Optional<String> parameters(String text, TypeFacts type) {
        Matcher header = Pattern.compile(
                        "\\bclass " + type.simpleName() + "\\s*(<[^{]*?>)(?=\\s*(\\{|extends\\s[^,>]*\\{|implements))")
                .matcher(text.replaceAll(COMMENTS, ""));
        return header.find() ? Optional.of(header.group(1)) : Optional.empty();
    }

    /** The source of a part with imports of what it names by itself: its neighbours and the types inside it. */
    private String withOwnNames(TypeFacts part) {
        return source(part)
                .replaceFirst(
                        "(?m)^package [^;]+;",
                        "$0\nimport " + part.packageName() + ".*;\nimport " + part.name() + ".*;");
    }

    /** The host's text with more fields behind those that it had at first; at the top of the class where it had none. */
    private String withFields(String whole, String fields) {
        int line = host.fields().mapToInt(MemberFacts::endLine).max().orElse(0);
        if (line == 0) {
            int brace = whole.indexOf('{', whole.indexOf("class " + host.simpleName()));
            return whole.substring(0, brace + 1) + fields + whole.substring(brace + 1);
        }
        return lines(whole, 0, line) + "\n" + fields + lines(whole, line, whole.split("\n", -1).length);
    }
}
