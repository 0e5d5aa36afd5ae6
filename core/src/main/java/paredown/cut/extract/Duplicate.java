package paredown.cut.extract;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import paredown.analysis.flow.DataFlow;
import paredown.edit.TypeText;
import paredown.source.Draft;
import paredown.source.Region;

/**
 * Code that does the same as other code, with local variables of its own.
 *
 * @param region its text
 * @param flow what flows into it and out of it
 * @param counterparts its variables by those of the other code
 * @param literals its literals that are others than those of the other code, by where the other one stands
 * @param expression whether it is an expression
 * @param leaves whether it returns what the method around gives
 */
record Duplicate(
        Region region,
        DataFlow flow,
        Map<Element, Element> counterparts,
        Map<Integer, String> literals,
        boolean expression,
        boolean leaves) {
    /** The call that takes its place. */
    Draft call(
            String name,
            List<Element> parameters,
            List<LiteralParameter> given,
            Optional<Element> result,
            TypeText types) {
        String arguments = Stream.concat(
                        parameters.stream()
                                .map(one ->
                                        counterparts.get(one).getSimpleName().toString()),
                        given.stream()
                                .map(one -> literals.getOrDefault(one.offsets().get(0), one.text())))
                .collect(Collectors.joining(", "));
        String call = name + "(" + arguments + ")";
        if (expression) {
            return new Draft().write(call);
        }
        if (leaves) {
            return new Draft().write("return " + call + ";");
        }
        String assigned = result.map(one -> {
                    Element own = counterparts.get(one);
                    boolean isNew = flow.declared().contains(own);
                    return (isNew ? types.of(own.asType()).orElseThrow() + " " : "") + own.getSimpleName() + " = ";
                })
                .orElse("");
        return new Draft().write(assigned + call + ";");
    }
}
