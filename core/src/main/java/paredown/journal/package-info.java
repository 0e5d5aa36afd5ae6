/**
 * Steps: written whole or not at all, undone byte for byte, recovered after a kill. Enter by {@link paredown.journal.Journal} for the
 * record and {@link paredown.journal.StepRunner} for carrying a plan out.
 */
package paredown.journal;
