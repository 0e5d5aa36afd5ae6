package paredown.cut.extract;

import com.sun.source.util.TreePath;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import paredown.code.index.Sources;
import paredown.source.Tokens;
import paredown.tree.Required;
import paredown.tree.TouchedFile;
import paredown.verdict.Place;
import paredown.verdict.Rule;

/**
 * How a method gives back several values: as a record, from which the caller takes them.
 *
 * @param type name of the record
 * @param variable local variable of the caller that holds it
 * @param results the variables whose values are used afterwards
 */
record SeveralResults(String type, String variable, List<Element> results) {
    /** The first language level that has records. */
    private static final int LEVEL = 16;

    static boolean areRecordsKnown(Sources sources, TouchedFile file) {
        return sources.project()
                        .moduleOf(file.source().path())
                        .map(module -> module.release().orElse(LEVEL))
                        .orElse(LEVEL)
                >= LEVEL;
    }

    /**
     * @param method name of the method
     * @param taken names of local variables of the caller
     */
    static SeveralResults of(String method, List<Element> results, Set<String> taken) {
        String name = method + "Result";
        String variable = name;
        for (int next = 2; taken.contains(variable); next++) {
            variable = name + next;
        }
        return new SeveralResults(Character.toUpperCase(name.charAt(0)) + name.substring(1), variable, results);
    }

    /** Refuses results that no record beside the method can hold. */
    static void require(
            TouchedFile file,
            Place place,
            TreePath member,
            TreePath type,
            String method,
            List<Element> results,
            boolean records) {
        TypeElement owner = (TypeElement) file.element(type);
        String named =
                results.stream().map(one -> "'" + one.getSimpleName() + "'").collect(Collectors.joining(" and "));
        String record = of(method, results, Set.of()).type();
        Optional<Element> open = results.stream()
                .filter(one -> ExtractionContext.namesAny(one.asType(), owner.getTypeParameters())
                        || file.element(member) instanceof ExecutableElement around
                                && ExtractionContext.namesAny(one.asType(), around.getTypeParameters()))
                .findFirst();
        String reason = !records
                ? "there are no records before Java 16"
                : owner.getKind() == ElementKind.INTERFACE
                        ? "an interface would show a record of them to all"
                        : open.map(one -> "the type of '" + one.getSimpleName()
                                        + "' is known in the method or the class only")
                                .orElse("");
        if (!reason.isEmpty()) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    named + " are used afterwards, and " + reason,
                    "take less, or more, along");
        }
        if (Tokens.words(file.text(), true).contains(record)) {
            throw Required.refused(
                    place,
                    Rule.NAME_IS_FREE,
                    named + " would come back in a record '" + record + "', which the file names already",
                    "choose another with --name");
        }
    }

    /**
     * The record.
     *
     * @param written how the type of a variable is written
     */
    String declaration(String modifiers, Function<Element, String> written) {
        return modifiers + "record " + type
                + results.stream()
                        .map(one -> written.apply(one) + " " + one.getSimpleName())
                        .collect(Collectors.joining(", ", "(", ") {}"));
    }

    /** The statement that ends the method. */
    String given() {
        return "return new " + type
                + results.stream().map(Element::getSimpleName).collect(Collectors.joining(", ", "(", ");"));
    }

    /**
     * The statements that take the place of the code.
     *
     * @param assigned the left side of a statement that gives a variable its value
     * @param next what stands between two lines
     */
    String taken(String call, Function<Element, String> assigned, String next) {
        return type + " " + variable + " = " + call + ";"
                + results.stream()
                        .map(one -> next + assigned.apply(one) + variable + "." + one.getSimpleName() + "();")
                        .collect(Collectors.joining());
    }
}
