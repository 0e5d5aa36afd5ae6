/**
 * One class a smell: from facts to findings with evidence and offered cuts, ranked. Enter by {@link paredown.smell.Smells}. Offers are
 * plain values; trying them is the business of others. A new smell is a class here with its {@link paredown.smell.Traits}, a line in
 * {@link paredown.smell.Smells}, cases in {@code smells/cases.txt}, its name and limits in the two schemas under {@code docs}, and its page there.
 */
package paredown.smell;
