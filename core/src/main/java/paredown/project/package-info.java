/**
 * What belongs to the project: modules, source roots, class path, release level, encoding. Enter by
 * {@link paredown.project.ProjectReader}. Reads build files and folders; runs nothing and fetches nothing.
 */
package paredown.project;
