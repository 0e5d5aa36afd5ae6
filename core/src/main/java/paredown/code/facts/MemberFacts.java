package paredown.code.facts;

import java.util.List;
import java.util.Set;
import javax.lang.model.element.Modifier;
import paredown.code.compile.Symbols;

/**
 * A field, method, constructor or initialiser of a type, with what it uses. Anonymous and local classes count as part of the member
 * that holds them.
 *
 * @param symbol its name throughout the project, see {@link Symbols}
 * @param name its simple name; {@code <init>} for a constructor, {@code <static>} and {@code <instance>} for initialisers
 * @param line first line of the declaration without its comment, from 1
 * @param endLine last line
 * @param codeLines lines that hold code
 * @param complexity decisions plus one; 0 for a field (McCabe, A Complexity Measure, 1976)
 * @param parameters of a method or constructor
 * @param type declared type of a field, result type of a method, as written by the compiler
 * @param annotations qualified names
 * @param overrides whether it overrides or implements a member of a supertype
 * @param references what it uses, in order
 * @param body what its body is made of
 */
public record MemberFacts(
        String symbol,
        String name,
        Kind kind,
        Set<Modifier> modifiers,
        int line,
        int endLine,
        int codeLines,
        int complexity,
        List<ParameterFacts> parameters,
        String type,
        List<String> annotations,
        boolean overrides,
        List<Reference> references,
        BodyFacts body) {
    /** Kinds of member. */
    public enum Kind {
        FIELD,
        METHOD,
        CONSTRUCTOR,
        INITIALIZER
    }

    public List<LocalFacts> locals() {
        return body.locals();
    }

    public List<StatementFacts> statements() {
        return body.statements();
    }

    public boolean isField() {
        return kind == Kind.FIELD;
    }

    public boolean isMethod() {
        return kind == Kind.METHOD;
    }

    public boolean is(Modifier modifier) {
        return modifiers.contains(modifier);
    }

    public List<String> parameterNames() {
        return parameters.stream().map(ParameterFacts::name).toList();
    }

    public boolean isVisible() {
        return !is(Modifier.PRIVATE);
    }

    /** Its name as people read it. */
    public String shown(TypeFacts type) {
        return switch (kind) {
            case CONSTRUCTOR -> type.simpleName();
            case INITIALIZER -> "initialiser";
            default -> name;
        };
    }

    public boolean uses(String target) {
        return references.stream().anyMatch(reference -> reference.target().equals(target));
    }

    /** Facts are keys of many maps, and deep: their symbol tells them apart well enough. */
    @Override
    public int hashCode() {
        return symbol.hashCode();
    }
}
