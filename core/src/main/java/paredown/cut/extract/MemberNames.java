package paredown.cut.extract;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.SourceVersion;
import javax.lang.model.element.Element;
import javax.lang.model.util.ElementFilter;
import paredown.measure.IdentifierWords;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.LocalNames;
import paredown.tree.TouchedFile;
import paredown.tree.Use;

/**
 * What the moved members are called in the new class: as before, or without the words that the class's name says.
 *
 * @param shorter the names that change, by member
 */
record MemberNames(Map<Member, String> shorter) {
    /** What is left of a name must say something. */
    private static final Set<String> SAYS_NOTHING = Set.of(
            "get", "set", "is", "has", "to", "of", "for", "by", "from", "in", "with", "at", "on", "as", "and", "or",
            "the", "no", "can", "all", "do", "min", "max", "value", "values");

    /** All as before. */
    static MemberNames kept() {
        return new MemberNames(Map.of());
    }

    /** Without the words of the class's name, where what is left is a name that nothing in the moved code bears. */
    static MemberNames shortened(DeclaredClass source, Set<Member> moved, MovedCode code, String type) {
        Set<String> words =
                IdentifierWords.of(type).stream().map(IdentifierWords::singular).collect(Collectors.toSet());
        Set<String> methods = new LinkedHashSet<>(objectMethods(source));
        Set<String> fields = new LinkedHashSet<>();
        for (Member member : moved) {
            fields.addAll(LocalNames.inAndInherited(source.file(), member.path()));
            for (Use use : code.uses(member)) {
                boolean bare = use.form() == Use.Form.NAME
                        && code.movedMember(use.symbol()).isEmpty();
                if (bare) {
                    (use.target().getKind().isField() ? fields : methods)
                            .add(use.target().getSimpleName().toString());
                }
            }
        }
        Map<Member, String> shorter = new LinkedHashMap<>();
        shorten(moved.stream().filter(Member::isMethod), words, methods, shorter);
        // The name of a field is spoken for by its own declaration.
        Set<String> own = moved.stream()
                .filter(member -> member.isField() && !source.sharesDeclaration(member))
                .map(Member::name)
                .collect(Collectors.toSet());
        Set<String> local = fields.stream().filter(name -> !own.contains(name)).collect(Collectors.toSet());
        shorten(
                moved.stream().filter(member -> member.isField() && !source.sharesDeclaration(member)),
                words,
                local,
                shorter);
        return new MemberNames(shorter);
    }

    private static Set<String> objectMethods(DeclaredClass source) {
        Element object = source.file().attribution().elements().getTypeElement("java.lang.Object");
        return ElementFilter.methodsIn(object.getEnclosedElements()).stream()
                .map(method -> method.getSimpleName().toString())
                .collect(Collectors.toSet());
    }

    /** Overloads keep one name; two names that would become one both stay. */
    private static void shorten(
            Stream<Member> members, Set<String> words, Set<String> taken, Map<Member, String> shorter) {
        Map<String, List<Member>> byName =
                members.collect(Collectors.groupingBy(Member::name, LinkedHashMap::new, Collectors.toList()));
        Map<String, List<String>> wanted = byName.keySet().stream()
                .collect(Collectors.groupingBy(name -> without(words, name), LinkedHashMap::new, Collectors.toList()));
        wanted.forEach((name, from) -> {
            boolean free =
                    from.size() == 1 && !taken.contains(name) && !from.get(0).equals(name);
            if (free) {
                byName.get(from.get(0)).forEach(member -> shorter.put(member, name));
            }
        });
    }

    /** {@code addWeatherReading} without the word weather: {@code addReading}; the name itself where little would be left. */
    static String without(Set<String> words, String name) {
        List<String> parts = IdentifierWords.parts(name);
        List<String> left = parts.stream()
                .filter(part -> !words.contains(IdentifierWords.singular(part.toLowerCase(Locale.ROOT))))
                .toList();
        boolean telling = left.stream()
                .anyMatch(part -> part.length() > 2 && !SAYS_NOTHING.contains(part.toLowerCase(Locale.ROOT)));
        if (!telling || left.size() == parts.size() || !String.join("", parts).equals(name)) {
            return name;
        }
        String first = left.get(0);
        boolean acronym = first.length() > 1 && Character.isUpperCase(first.charAt(1));
        String rest = String.join("", left.subList(1, left.size()));
        String shorter = (acronym ? first.toLowerCase(Locale.ROOT) : lowered(first)) + rest;
        return SourceVersion.isName(shorter) && Character.isLowerCase(name.charAt(0)) ? shorter : name;
    }

    private static String lowered(String word) {
        return Character.toLowerCase(word.charAt(0)) + word.substring(1);
    }

    String of(Member member) {
        return shorter.getOrDefault(member, member.name());
    }

    boolean isChanged(Member member) {
        return shorter.containsKey(member);
    }

    /** What a use is called now, where that is something else. */
    Optional<Edit> at(Use use, Member member) {
        return isChanged(member) ? Optional.of(new Edit(nameOf(use), of(member))) : Optional.empty();
    }

    /** The name in a use: its last word. */
    private static Region nameOf(Use use) {
        TouchedFile file = use.file();
        int end = file.end(use.tree());
        return new Region(end - use.target().getSimpleName().length(), end);
    }

    /** What a declaration is called now, where that is something else. */
    Optional<Edit> declared(TouchedFile file, Member member) {
        if (!isChanged(member)) {
            return Optional.empty();
        }
        int from = file.end(
                member.isMethod()
                        ? member.methodTree().getReturnType()
                        : member.fieldTree().getType());
        return Optional.of(new Edit(file.word(member.name(), from), of(member)));
    }

    /** The parameter types and the name of a moved method, or the name of a field, as {@link Member#spelling} has them. */
    String spelling(Member member) {
        return of(member) + member.spelling().substring(member.name().length());
    }
}
