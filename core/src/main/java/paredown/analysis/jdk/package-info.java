/**
 * What the types and methods of the JDK, and those of libraries by their class files, are known to do. Enter by {@link
 * paredown.analysis.jdk.LibraryModel}.
 */
package paredown.analysis.jdk;
