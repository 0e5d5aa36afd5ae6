/**
 * The program as the compiler resolves it: facts for finding, and trees lent for the length of a call for cutting. Enter by
 * {@link paredown.code.Sources} and {@link paredown.code.CodeBase}. Uses the JDK's public compiler interface only.
 */
package paredown.code;
