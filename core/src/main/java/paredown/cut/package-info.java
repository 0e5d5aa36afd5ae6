/**
 * One class a cut, in {@code extract}, {@code inline} and {@code move}; here is what all of them share. A cut turns a request into a
 * {@link paredown.verdict.Plan} or a {@link paredown.verdict.Refusal}; it writes nothing and leaves compiling, auditing and asking to
 * others. Enter by {@link paredown.cut.Cut}.
 */
package paredown.cut;
