/**
 * Edits after which the text stays the author's: code on its way to another class, types named at another place, indentation, links in
 * comments. Enter by {@link paredown.edit.EditSet} and {@link paredown.edit.Transplant}. Decides nothing about whether a cut is safe.
 */
package paredown.edit;
