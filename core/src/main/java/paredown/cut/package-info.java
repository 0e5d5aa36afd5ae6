/**
 * One class a cut. A cut turns a request into a {@link paredown.cut.Plan} or a {@link paredown.cut.Refusal}; it writes nothing and
 * leaves compiling, auditing and asking to others. What cuts share about Java text (members with their comments, imports, uses of a
 * declaration) is here too.
 */
package paredown.cut;
