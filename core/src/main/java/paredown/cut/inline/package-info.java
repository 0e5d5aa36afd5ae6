/** Putting what a name stands for in its place. */
package paredown.cut.inline;
