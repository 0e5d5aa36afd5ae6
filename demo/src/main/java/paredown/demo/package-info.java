/** The sample project Meridian, as it is shipped, and the script of its history. Enter by {@link paredown.demo.Meridian}. */
package paredown.demo;
