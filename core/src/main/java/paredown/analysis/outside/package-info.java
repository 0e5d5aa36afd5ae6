/**
 * Code that is not in the project and may rely on it: users of an API, names that are spelled in resources and strings. Enter by {@link
 * paredown.analysis.outside.OutsideUsers}.
 */
package paredown.analysis.outside;
