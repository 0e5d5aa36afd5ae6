/** Tries the tool on real projects in ways that nobody would think of, and checks the outcome without trusting it. Not shipped. */
package paredown.drill;
