/**
 * The program as the compiler resolves it: facts for finding, and trees lent for the length of a call for cutting. Enter by
 * {@link paredown.code.CodeBase} and {@link paredown.code.SourceSet}. Uses the JDK's public compiler interface only.
 */
package paredown.code;
