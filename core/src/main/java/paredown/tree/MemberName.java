package paredown.tree;

import com.sun.source.tree.ClassTree;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.code.compile.Symbol;
import paredown.code.index.Sources;
import paredown.project.NearNames;
import paredown.tree.DeclaredClass.Member;
import paredown.verdict.RefusedException;
import paredown.verdict.Rule;
import paredown.verdict.UnknownNameException;

/**
 * A member as the command line names it: {@code Type#field}, {@code Type#method}, {@code Type#method(int,java.util.List)}; simple type
 * names do where they are unambiguous.
 *
 * @param type simple or qualified
 * @param name with parameter types where they are given
 */
public record MemberName(String type, String name) {
    /**
     * @throws UnknownNameException when the text has no {@code #} with names around it
     */
    public static MemberName parse(String text) {
        int hash = text.indexOf('#');
        if (hash <= 0 || hash == text.length() - 1) {
            throw new UnknownNameException("'" + text + "' names no member: write Type#member", List.of());
        }
        return new MemberName(text.substring(0, hash), text.substring(hash + 1).strip());
    }

    /** The name without parameter types. */
    public String simple() {
        int parenthesis = name.indexOf('(');
        return parenthesis < 0 ? name : name.substring(0, parenthesis).strip();
    }

    /** The class, found in one of the files. */
    public DeclaredClass owner(Sources sources, Touched touched) {
        return owner(sources, touched, type);
    }

    /**
     * A class by its name.
     *
     * @throws UnknownNameException when there is none, or more than one
     */
    public static DeclaredClass owner(Sources sources, Touched touched, String type) {
        String resolved = TypeName.resolve(sources, type);
        return touched.file(TypeName.file(sources, resolved))
                .flatMap(file -> DeclaredClass.find(file, resolved))
                .orElseThrow(() -> new UnknownNameException("there is no class '" + resolved + "'", List.of()));
    }

    /**
     * The member of a class.
     *
     * @throws UnknownNameException when there is none, or more than one
     */
    public Member in(DeclaredClass owner) {
        return in(owner, name);
    }

    /**
     * The method of a class, where a method is meant: a field of the same name does not count.
     *
     * @throws UnknownNameException when there is none, or more than one
     * @throws RefusedException for a constructor or a field
     */
    public Member method(DeclaredClass owner) {
        List<Member> methods = owner.members().stream()
                .filter(member -> member.isMethod() && matches(owner, member, name))
                .toList();
        Member found =
                methods.size() == 1 ? methods.get(0) : in(methods.isEmpty() ? owner.members() : methods, owner, name);
        if (!found.isMethod()) {
            String kind = found.isField() ? "a field" : "a constructor";
            throw Required.refused(
                    owner.file().place(found.tree()),
                    Rule.FITS_THE_KIND,
                    "'" + owner.simpleName() + "#" + simple() + "' is " + kind,
                    "name a method");
        }
        return found;
    }

    /** The member that a name without its type means. */
    public static Member in(DeclaredClass owner, String name) {
        return in(owner.members(), owner, name);
    }

    private static Member in(List<Member> members, DeclaredClass owner, String name) {
        List<Member> found =
                members.stream().filter(member -> matches(owner, member, name)).toList();
        if (found.isEmpty()) {
            boolean typed = Symbol.isCallable(name);
            Stream<String> known = owner.members().stream()
                    .map(member -> typed ? member.spelling() : member.name())
                    .filter(one -> !one.startsWith("<"))
                    .distinct();
            boolean type = owner.tree().getMembers().stream()
                    .anyMatch(one -> one instanceof ClassTree nested
                            && nested.getSimpleName().contentEquals(name));
            if (type) {
                throw new UnknownNameException(
                        "'" + name + "' is a type inside " + owner.simpleName()
                                + ": a cut of members leaves it where it is. Move it by itself: pare move class "
                                + owner.symbol() + "." + name + " --top-level",
                        List.of());
            }
            throw new UnknownNameException(
                    "'" + owner.symbol() + "' has no member '" + name + "'", NearNames.of(name, known));
        }
        List<Member> fields = found.stream().filter(Member::isField).toList();
        if (fields.size() == 1) {
            return fields.get(0);
        }
        if (found.size() > 1) {
            throw new UnknownNameException(
                    "'" + name + "' means several members of " + owner.symbol(),
                    found.stream()
                            .map(member -> Symbol.shown(member.symbol()))
                            .map(Symbol::spelling)
                            .toList());
        }
        return found.get(0);
    }

    private static boolean matches(DeclaredClass owner, Member member, String name) {
        return matches(owner.simpleName(), member.name(), Symbol.parameterList(member.symbol()), name);
    }

    /**
     * Whether it means a member of its type.
     *
     * @param typeName simple
     * @param member {@code <init>} for a constructor
     * @param parameters qualified types in parentheses; empty for a field
     */
    public boolean means(String typeName, String member, String parameters) {
        return matches(typeName, member, parameters, name);
    }

    private static boolean matches(String typeName, String member, String parameters, String name) {
        int paren = name.indexOf('(');
        String bare = paren < 0 ? name : name.substring(0, paren);
        String own = bare.equals(typeName) ? Symbol.CONSTRUCTOR : bare;
        if (!member.equals(own)) {
            return false;
        }
        if (paren < 0) {
            return true;
        }
        if (parameters.isEmpty()) {
            return false;
        }
        List<String> wanted = types(name.substring(paren));
        List<String> actual = types(parameters);
        if (wanted.size() != actual.size()) {
            return false;
        }
        for (int i = 0; i < wanted.size(); i++) {
            boolean same = actual.get(i).equals(wanted.get(i)) || actual.get(i).endsWith("." + wanted.get(i));
            if (!same) {
                return false;
            }
        }
        return true;
    }

    private static List<String> types(String parameters) {
        String inside =
                parameters.substring(1, Math.max(1, parameters.length() - 1)).replace("...", "[]");
        return inside.isBlank()
                ? List.of()
                : Stream.of(inside.split(",")).map(String::strip).collect(Collectors.toCollection(ArrayList::new));
    }

    @Override
    public String toString() {
        return type + "#" + name;
    }
}
