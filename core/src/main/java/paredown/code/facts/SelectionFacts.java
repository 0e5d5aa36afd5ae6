package paredown.code.facts;

import java.util.List;

/**
 * A {@code switch}, or a chain of three or more {@code if} that compare the same thing with one constant after another or ask for its kind.
 *
 * @param line where it begins, from 1
 * @param subject what decides, as written; {@code ?} where it is no path
 * @param type erased type of what decides
 * @param labels what it is compared with: names of constants and of types, literals; {@code default} left out
 */
public record SelectionFacts(int line, String subject, String type, List<String> labels) {}
