/**
 * What planning a cut comes to: a plan, or a refusal with its rule, its place and the way out. Enter by {@link paredown.verdict.Verdict}.
 * Knows no trees: whoever plans or checks can refuse.
 */
package paredown.verdict;
