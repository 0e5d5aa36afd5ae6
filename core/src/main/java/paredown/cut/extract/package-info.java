/** Cuts that take something out of where it is and give it a place and a name of its own. */
package paredown.cut.extract;
