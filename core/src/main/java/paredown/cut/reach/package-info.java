/** What code may come to when it runs: through the project, and through code outside that calls it back. */
package paredown.cut.reach;
