/**
 * Facts: what is kept of an attributed file once its trees are let go, and the readers that take it from the trees. Enter by {@link
 * paredown.code.facts.FactsReader} and {@link paredown.code.facts.TypeFacts}. Knows one file at a time, and not where facts are kept.
 */
package paredown.code.facts;
