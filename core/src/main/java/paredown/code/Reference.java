package paredown.code;

/**
 * One use of a declaration from inside a member.
 *
 * @param target symbol of what is used
 * @param owner qualified name of the type that declares it; for a type, the type itself
 * @param kind how it is used
 * @param line where, from 1
 * @param inProject whether the project declares it
 */
public record Reference(String target, String owner, Kind kind, int line, boolean inProject) {
    /** How a declaration is used. */
    public enum Kind {
        READ,
        WRITE,
        CALL,
        CREATE,
        TYPE
    }
}
