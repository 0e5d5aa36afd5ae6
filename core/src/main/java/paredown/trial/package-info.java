/** Are the tests green? Runs the project's own build; the only room whose work runs code of the project. */
package paredown.trial;
