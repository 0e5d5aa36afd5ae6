/**
 * What evaluating an expression may do: side effects, exceptions, objects that are made, boxing and conversions, the order of evaluation
 * (JLS 15.7). Enter by {@link paredown.analysis.effect.SideEffects}.
 */
package paredown.analysis.effect;
