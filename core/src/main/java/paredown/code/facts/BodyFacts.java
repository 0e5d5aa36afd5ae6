package paredown.code.facts;

import java.util.List;

/**
 * What the body of a member is made of, beside what it uses.
 *
 * @param locals its parameters and local variables, in the order of their declarations
 * @param statements its statements, each before what lies in it
 * @param conditions the conditions it decides by, in order
 * @param selections where it decides by the value or kind of one thing among several
 * @param literals numbers and texts that stand in it as they are; those of annotations left out
 * @param implicitCalls methods that the language calls for it, see {@link ImplicitCalls}
 * @param outside calls that leave the project of which more is known than the declaration of the method tells; {@code equals},
 *     {@code hashCode} and {@code toString} of any object are always among them
 * @param callArguments calls of methods of the project that are handed functions
 * @param closures classes that are made in it on the spot, once for each type that they extend or implement
 */
public record BodyFacts(
        List<LocalFacts> locals,
        List<StatementFacts> statements,
        List<ConditionFacts> conditions,
        List<SelectionFacts> selections,
        List<LiteralFacts> literals,
        List<String> implicitCalls,
        List<OutsideCall> outside,
        List<CallArgumentFacts> callArguments,
        List<ClosureFacts> closures) {}
