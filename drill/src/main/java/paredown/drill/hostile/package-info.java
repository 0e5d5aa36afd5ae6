/** Inputs that are broken, or made to do harm, and what the program makes of them. */
package paredown.drill.hostile;
