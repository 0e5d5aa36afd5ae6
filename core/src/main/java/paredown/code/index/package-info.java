/**
 * The sources of a project, and the facts of all of them, kept and brought up to date. Enter by {@link paredown.code.index.Sources} and
 * {@link paredown.code.index.CodeBase}. Knows no findings and no cuts.
 */
package paredown.code.index;
