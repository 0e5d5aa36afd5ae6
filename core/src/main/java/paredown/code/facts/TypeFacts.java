package paredown.code.facts;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.code.text.ContentHash;

/**
 * A named type of the project: a class, interface, enum, record or annotation type, at the top level or a member of another.
 *
 * @param name qualified name, nested types with dots
 * @param kind the kind of declaration
 * @param line first line of the declaration without its comment, from 1
 * @param codeLines lines that hold code, nested types included
 * @param superclass qualified name; empty for {@code java.lang.Object} and for what has none
 * @param interfaces qualified names of those that it names itself
 * @param enclosing qualified name of the type that it is a member of
 * @param members in the order of the source, without members of nested types
 * @param references what its declaration itself uses: supertypes, bounds, annotations; not what its members use
 * @param unresolved names in it that mean nothing to the compiler
 * @param commentedOut comments inside it that hold statements
 */
public record TypeFacts(
        String name,
        String simpleName,
        String packageName,
        Kind kind,
        Set<Modifier> modifiers,
        Path file,
        boolean test,
        int line,
        int codeLines,
        Optional<String> superclass,
        List<String> interfaces,
        Optional<String> enclosing,
        List<MemberFacts> members,
        List<Reference> references,
        List<String> unresolved,
        List<PlaceFacts> commentedOut) {
    /** Kinds of type. */
    public enum Kind {
        CLASS,
        INTERFACE,
        ENUM,
        RECORD,
        ANNOTATION
    }

    /** The name without its package: {@code Night}, {@code Night.Hour}. */
    public String nameInPackage() {
        return packageName.isEmpty() ? name : name.substring(packageName.length() + 1);
    }

    public Stream<MemberFacts> fields() {
        return members.stream().filter(MemberFacts::isField);
    }

    public Stream<MemberFacts> methods() {
        return members.stream().filter(MemberFacts::isMethod);
    }

    /** What its declaration and its members use. */
    public Stream<Reference> allReferences() {
        return Stream.concat(references.stream(), members.stream().flatMap(member -> member.references().stream()));
    }

    public Optional<MemberFacts> member(String symbol) {
        return members.stream().filter(member -> member.symbol().equals(symbol)).findFirst();
    }

    /** Tells these facts from any others. */
    public String fingerprint() {
        return ContentHash.of(FactsCodec.encoded(List.of(this), List.of()));
    }

    /** Facts are keys of many maps, and deep: their names tell them apart well enough. */
    @Override
    public int hashCode() {
        return 31 * name.hashCode() + file.hashCode();
    }
}
