package paredown.verdict;

/** What a cut must not break. Each refusal names one of these. */
public enum Rule {
    FITS_THE_KIND("only some kinds of declaration can be cut like this"),
    NAME_IS_FREE("a new name must not clash with one that is there"),
    WHOLE_DECLARATION("variables declared together move together"),
    KEEPS_DISPATCH("a call must reach the same method at run time"),
    KEEPS_INITIALISATION_ORDER("values must be computed in the same order as before"),
    KEEPS_EVALUATION("an expression must be evaluated as often and when it was before"),
    KEEPS_LOCK("synchronised code must lock the same object"),
    KEEPS_COPIES_APART("a copy of an object must not come to share state with it"),
    KEEPS_SERIALISED_FORM("objects that were written before must be readable afterwards"),
    KEEPS_FRAMEWORK_ROLE("a member that the platform or a framework looks for must stay where it is"),
    KEEPS_PUBLIC_API("what code outside the project may rely on must go on being there"),
    KEEPS_RESOURCES("a resource that is looked up beside a class must be found there"),
    KEEPS_LOOKUPS("a member that is looked up by its name as a string must stay where it is"),
    REACHABLE("what moved must stay reachable from where it is used"),
    OWN_SOURCES("only files that people write are changed"),
    SEES_USERS("whatever may use what changes must be readable"),
    RESOLVES("every name that the cut looks at must mean something"),
    COMPILES("the program must compile afterwards"),
    KEEPS_MEANING("every name that the cut leaves alone must mean what it meant");

    private final String sentence;

    Rule(String sentence) {
        this.sentence = sentence;
    }

    /** The rule in words. */
    public String sentence() {
        return sentence;
    }

    /** The rule's name in output, such as {@code keeps-dispatch}. */
    public String id() {
        return name().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
    }
}
