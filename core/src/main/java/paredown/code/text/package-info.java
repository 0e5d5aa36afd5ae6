/**
 * What the text of a Java file tells without the compiler: tokens into outlines, words, hashes, lines of code. Enter by {@link
 * paredown.code.text.Outlines} and {@link paredown.code.text.TextSummary}. Knows neither trees nor symbols.
 */
package paredown.code.text;
