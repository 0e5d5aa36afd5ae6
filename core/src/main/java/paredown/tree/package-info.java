/**
 * Attributed files as cuts look at them: classes and their members with comments, uses of a declaration, scopes, imports, names that a
 * user gives. Enter by {@link paredown.tree.Touched}. Trees are lent for the length of a call.
 */
package paredown.tree;
