package paredown.smell;

import java.util.Map;

/**
 * What is known of a smell without looking at any code.
 *
 * @param name in output and options, such as {@code god-class}
 * @param code two letters with which the IDs of its findings begin; no other smell has them
 * @param description what it is, in a sentence
 * @param limits as they usually are, by measure; the configuration may set others
 */
public record Traits(String name, String code, String description, Map<String, Double> limits) {}
