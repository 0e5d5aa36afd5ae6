/**
 * Is the plan safe? The rules of the cut, the compiler, and an audit of what every name means. Enter by
 * {@link paredown.check.Planner}.
 */
package paredown.check;
