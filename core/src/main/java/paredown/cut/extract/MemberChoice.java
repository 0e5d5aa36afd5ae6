package paredown.cut.extract;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import paredown.cut.FrameworkRole;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.MemberName;
import paredown.verdict.Rule;

/** Finds the members that a list on the command line means, and refuses those that can never move. */
final class MemberChoice {
    private MemberChoice() {}

    static List<Member> of(DeclaredClass source, List<String> wanted) {
        Set<Member> chosen = new LinkedHashSet<>();
        for (String name : wanted) {
            chosen.add(MemberName.in(source, name.strip()));
        }
        List<Member> inOrder =
                source.members().stream().filter(chosen::contains).toList();
        inOrder.forEach(member -> check(source, member, chosen));
        return inOrder;
    }

    private static void check(DeclaredClass source, Member member, Set<Member> chosen) {
        var place = source.file().place(member.tree());
        String leave = "leave '" + member.name() + "' out of --members";
        if (member.element().getKind() == ElementKind.CONSTRUCTOR) {
            throw ExtractClass.refused(
                    place, Rule.FITS_THE_KIND, "a constructor makes objects of its own class", leave);
        }
        for (Member other : source.members()) {
            boolean together = other.isField()
                    && member.isField()
                    && other.declaration().start() == member.declaration().start();
            if (together && !chosen.contains(other)) {
                throw ExtractClass.refused(
                        place,
                        Rule.WHOLE_DECLARATION,
                        "'" + member.name() + "' is declared together with '" + other.name() + "'",
                        "name both, or give each a declaration of its own");
            }
        }
        if (member.isMethod()) {
            checkMethod(source, member, leave);
        }
    }

    private static void checkMethod(DeclaredClass source, Member member, String leave) {
        var place = source.file().place(member.tree());
        Set<Modifier> modifiers = member.element().getModifiers();
        if (modifiers.contains(Modifier.ABSTRACT) || modifiers.contains(Modifier.NATIVE)) {
            throw ExtractClass.refused(place, Rule.FITS_THE_KIND, "'" + member.name() + "' has no body", leave);
        }
        if (modifiers.contains(Modifier.SYNCHRONIZED)) {
            String lock = member.isStatic() ? "the class " : "the object of ";
            throw ExtractClass.refused(
                    place, Rule.KEEPS_LOCK, "'" + member.name() + "' locks " + lock + source.simpleName(), leave);
        }
        FrameworkRole.requireNone(source.file(), member.element(), place, leave);
    }
}
