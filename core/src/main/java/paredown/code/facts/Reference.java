package paredown.code.facts;

/**
 * One use of a declaration from inside a member.
 *
 * @param target symbol of what is used
 * @param owner qualified name of the type that declares it; for a type, the type itself
 * @param through what it is reached through, as written: {@code sequence.camera()}, {@code this.dome}; empty for a member of the class
 *     itself, a static import and a type, {@code ?} for an expression that is no path
 * @param kind how it is used
 * @param line where, from 1
 * @param inProject whether the project declares it
 */
public record Reference(String target, String owner, String through, Kind kind, int line, boolean inProject) {
    /** How a declaration is used. */
    public enum Kind {
        READ,
        WRITE,
        CALL,
        CREATE,
        TYPE,
        /** A lambda, a method reference, an anonymous or a local class that makes an object of the type. */
        STAND_IN
    }
}
