/**
 * Data flow within a method: what a stretch of code takes and gives, what is live behind it, what is never null. Enter by {@link
 * paredown.analysis.flow.DataFlow}.
 */
package paredown.analysis.flow;
