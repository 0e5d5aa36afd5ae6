/**
 * The text of a file and changes to it. Enter by {@link paredown.source.SourceText} and {@link paredown.source.Draft}. Knows nothing of
 * Java beyond its tokens, and nothing of projects.
 */
package paredown.source;
