package paredown.verdict;

/** The answer to a request for a cut: how it would be done, or why it is not. */
public sealed interface Verdict permits Plan, Refusal {}
