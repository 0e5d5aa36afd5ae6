/**
 * One class a smell: from facts to findings with evidence and offered cuts, ranked. Enter by {@link paredown.smell.Smells}. Offers are
 * plain values; trying them is the business of others.
 */
package paredown.smell;
