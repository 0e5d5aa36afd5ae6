/** Moving a class, a method or a field to where it belongs. */
package paredown.cut.move;
