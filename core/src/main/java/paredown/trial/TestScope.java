package paredown.trial;

/** Which tests must stay green for a step to stand. */
public enum TestScope {
    /** Those that can reach the change. For now the whole suite: what cannot reach it is not yet told apart. */
    TOUCHED,
    ALL,
    NONE
}
