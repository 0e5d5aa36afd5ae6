package paredown.cut.extract;

import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;

/**
 * How a method gives back several values: as a record, from which the caller takes them.
 *
 * @param type name of the record
 * @param variable local variable of the caller that holds it
 * @param results the variables whose values are used afterwards
 */
record SeveralResults(String type, String variable, List<Element> results) {
    /** The first language level that has records. */
    static final int LEVEL = 16;

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
