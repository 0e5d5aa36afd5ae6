package paredown.cut.extract;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import paredown.measure.IdentifierWords;
import paredown.source.Token;
import paredown.source.Tokens;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.LocalNames;
import paredown.tree.Names;
import paredown.tree.TouchedFile;

/**
 * The names that an extraction brings in; none of them stands anywhere in the source class's file before, so none can hide or be
 * hidden.
 *
 * @param type the new class
 * @param field the source class's field that holds it
 * @param accessor the source class's method that hands it out
 * @param source the parameter that passes the source object
 * @param values parameters that pass single values of it
 */
record NewNames(String type, String field, String accessor, String source, Map<Member, String> values) {
    /**
     * @param holder the field that holds the object already
     */
    static NewNames of(
            DeclaredClass source,
            Set<Member> moved,
            MovedCode code,
            String type,
            Optional<Member> holder,
            MemberNames members) {
        // Packages in imports are no names that a field could hide, nor are methods.
        int from = source.file().endOfImports();
        Set<String> taken =
                new LinkedHashSet<>(Tokens.words(source.file().text().substring(from), false));
        String plain = Names.variable(type);
        String field = holder.map(Member::name)
                .orElseGet(() -> Names.fresh(variables(source.file(), from), plain, "its" + type, "own" + type));
        boolean beans = source.members().stream()
                .anyMatch(member -> member.isMethod() && member.name().matches("get[A-Z].*"));
        String accessor = Names.fresh(taken, beans ? "get" + IdentifierWords.capitalized(type) : plain, "its" + type);
        Set<String> local = new LinkedHashSet<>();
        Set<String> variables = new LinkedHashSet<>();
        moved.forEach(member -> {
            local.addAll(Tokens.words(member.withComments().of(source.file().text()), false));
            variables.add(member.name());
            variables.add(members.of(member));
            variables.addAll(LocalNames.inAndInherited(source.file(), member.path()));
        });
        local.addAll(variables);
        String passed = Names.fresh(local, Names.variable(source.simpleName()), "source", "owner");
        Map<Member, String> values = new LinkedHashMap<>();
        for (Member member : moved) {
            for (Member value : code.needs(member).values()) {
                values.computeIfAbsent(value, field1 -> valueName(field1, variables));
            }
        }
        return new NewNames(type, field, accessor, passed, values);
    }

    /** The words of a file that are not the names of methods being called or declared. */
    private static Set<String> variables(TouchedFile file, int from) {
        Set<String> words = new LinkedHashSet<>();
        List<Token> tokens = file.tokens();
        for (int i = 0; i < tokens.size(); i++) {
            boolean called = i + 1 < tokens.size() && tokens.get(i + 1).is(file.text(), "(");
            if (tokens.get(i).kind() == Token.Kind.WORD
                    && tokens.get(i).region().start() >= from
                    && !called) {
                words.add(tokens.get(i).of(file.text()));
            }
        }
        return words;
    }

    /** The field's own name, unless a moved member or a local variable bears it too. */
    private static String valueName(Member value, Set<String> taken) {
        return Names.fresh(
                taken,
                value.name(),
                "its" + IdentifierWords.capitalized(value.name()),
                "source" + IdentifierWords.capitalized(value.name()));
    }
}
