/** The program: arguments in, text or JSON out. One class a command; the work itself is done by {@code core}. */
package paredown.cli;
