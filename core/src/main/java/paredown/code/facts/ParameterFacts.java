package paredown.code.facts;

/**
 * A parameter of a method or constructor, and what its body does with it.
 *
 * @param type erased type, as written by the compiler
 * @param worked how often it is used for more than to be handed on
 * @param handed how often it is an argument as it is
 * @param written whether it is assigned
 */
public record ParameterFacts(String name, String type, int worked, int handed, boolean written) {}
