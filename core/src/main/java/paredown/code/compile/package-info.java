/**
 * Lending the compiler: attribution of some files against the declarations of all others, class files that stand for a source, symbols as
 * strings, overriding. Enter by {@link paredown.code.compile.Attribution}. Uses the JDK's public compiler interface only, and knows no
 * facts.
 */
package paredown.code.compile;
