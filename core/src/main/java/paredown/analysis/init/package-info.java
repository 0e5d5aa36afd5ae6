/**
 * Initialisation of classes (JLS 12.4) and of objects (JLS 12.5): what sets it off, what it does, what sees a value before it is there.
 * Enter by {@link paredown.analysis.init.ClassInitialisation} and {@link paredown.analysis.init.SuperConstructorCalls}.
 */
package paredown.analysis.init;
