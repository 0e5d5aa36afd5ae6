/**
 * What belongs to the project: modules, source roots, class path, release level, encoding. Enter by
 * {@link paredown.project.ProjectReader}. Reads build files, folders and the configuration; fetches nothing,
 * and runs nothing but the command for the class path that a configuration may name.
 */
package paredown.project;
