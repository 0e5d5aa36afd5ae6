package paredown.cut.extract;

import com.sun.source.tree.ClassTree;
import com.sun.source.util.TreeScanner;
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
import paredown.tree.Names;
import paredown.tree.Scopes;
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
        Set<String> variables = new LinkedHashSet<>();
        Set<String> locals = new LinkedHashSet<>();
        for (Member member : moved) {
            // A parameter or variable hides a field, which this leads past; in a class inside, this is another.
            Set<String> local = LocalNames.inAndInherited(source.file(), member.path());
            if (isFlat(member)) {
                locals.addAll(local);
                local.removeAll(LocalNames.in(member.path()));
            }
            // A field that moves is asked below whether its name is free.
            local.removeIf(name -> member.isField() && name.equals(member.name()));
            variables.addAll(local);
            code.uses(member).stream()
                    .filter(use -> use.form() == Use.Form.NAME
                            && code.movedMember(use.symbol()).isEmpty())
                    .forEach(use -> (use.target().getKind().isField() ? variables : methods)
                            .add(use.target().getSimpleName().toString()));
        }
        Map<Member, String> shorter = new LinkedHashMap<>();
        shorten(moved.stream().filter(Member::isMethod), words, methods, shorter);
        // Variables that are declared together keep their names, and leave them to nobody else.
        moved.stream().filter(source::sharesDeclaration).map(Member::name).forEach(variables::add);
        List<Member> fields = moved.stream()
                .filter(member -> member.isField() && !source.sharesDeclaration(member))
                .toList();
        shorten(fields.stream().filter(member -> !member.isStatic()), words, variables, shorter);
        variables.addAll(locals);
        fields.forEach(field -> variables.add(shorter.getOrDefault(field, field.name())));
        shorten(fields.stream().filter(Member::isStatic), words, variables, shorter);
        return new MemberNames(shorter);
    }

    /** Whether a member has no class inside. */
    private static boolean isFlat(Member member) {
        return !Boolean.TRUE.equals(
                new TreeScanner<Boolean, Void>() {
                    @Override
                    public Boolean visitClass(ClassTree tree, Void nothing) {
                        return true;
                    }

                    @Override
                    public Boolean reduce(Boolean one, Boolean other) {
                        return Boolean.TRUE.equals(one) || Boolean.TRUE.equals(other);
                    }
                }.scan(member.tree(), null));
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
        String joined = String.join("", left);
        String shorter = Names.variable(joined);
        boolean free = SourceVersion.isName(shorter) && shorter.equalsIgnoreCase(joined);
        return free && Character.isLowerCase(name.charAt(0)) ? shorter : name;
    }

    String of(Member member) {
        return shorter.getOrDefault(member, member.name());
    }

    boolean isChanged(Member member) {
        return shorter.containsKey(member);
    }

    /** What a use is called now, where that is something else. */
    Optional<Edit> at(Use use, Member member) {
        return isChanged(member) ? Optional.of(new Edit(use.file().name(use.tree()), of(member))) : Optional.empty();
    }

    /** The same for a use in code that moves, where a local variable may have that name. */
    Optional<Edit> insideAt(Use use, Member member) {
        boolean hidden = isChanged(member)
                && member.isField()
                && use.form() == Use.Form.NAME
                && Scopes.localNames(use.path()).contains(of(member));
        return hidden ? Optional.of(new Edit(use.file().name(use.tree()), "this." + of(member))) : at(use, member);
    }

    /** What a declaration is called now, where that is something else. */
    Optional<Edit> declared(TouchedFile file, Member member) {
        if (!isChanged(member)) {
            return Optional.empty();
        }
        Region name = member.isField()
                ? file.nameOf(member.fieldTree())
                : file.word(member.name(), file.end(member.methodTree().getReturnType()));
        return Optional.of(new Edit(name, of(member)));
    }

    /** The parameter types and the name of a moved method, or the name of a field, as {@link Member#spelling} has them. */
    String spelling(Member member) {
        return of(member) + member.spelling().substring(member.name().length());
    }
}
