package paredown.analysis.jdk;

/** What somebody outside may make of the project. */
public enum Allocations {
    NONE,
    /** The static values of any class. */
    STATIC,
    /** Objects of a kind that he knows, without giving their constructors anything. */
    KNOWN,
    /** Objects of any class. */
    ANY
}
