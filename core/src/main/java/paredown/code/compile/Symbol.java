package paredown.code.compile;

import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;

/**
 * The parts of a symbol, the name by which a declaration is known outside the compiler, see {@link Symbols}. Symbols stay strings: the facts of
 * a large project hold millions of them, and they are compared and looked up far more often than taken apart.
 */
public final class Symbol {
    /** The name of a constructor. JVMS 2.9.1. */
    public static final String CONSTRUCTOR = "<init>";

    private static final Pattern PREFIX = Pattern.compile("^(get|set|is)(?=[A-Z])");
    private static final Pattern CONSTRUCTOR_OF = Pattern.compile("(?<!\\w)(\\w++)([#.])<init>");
    private static final Pattern CONSTRUCTOR_NAME = Pattern.compile("'<init>'|<init>");

    private static final Pattern INITIALISER = Pattern.compile("<(static|instance)>(:\\d+)?");

    private Symbol() {}

    /** The erased types of the parameters that a symbol, or a parameter list alone, has; none for what is not called. */
    public static List<String> parameterTypes(String symbol) {
        String list = parameterList(symbol);
        return list.length() <= 2
                ? List.of()
                : List.of(list.substring(1, list.length() - 1).split(","));
    }

    /** The type that a symbol of a member names before the member. */
    public static String typeName(String symbol) {
        int hash = symbol.indexOf('#');
        return hash < 0 ? symbol : symbol.substring(0, hash);
    }

    /** The name of the member that a symbol stands for, without its type and its parameters. */
    public static String memberName(String symbol) {
        int parenthesis = symbol.indexOf('(');
        return symbol.substring(symbol.indexOf('#') + 1, parenthesis < 0 ? symbol.length() : parenthesis);
    }

    /** The member with its parameters, without its type. */
    public static String spelling(String symbol) {
        return symbol.substring(symbol.indexOf('#') + 1);
    }

    public static boolean isMember(String symbol) {
        return symbol.indexOf('#') >= 0;
    }

    /** Whether it stands for a method or a constructor. */
    public static boolean isCallable(String symbol) {
        return symbol.indexOf('(') >= 0;
    }

    public static boolean isConstructor(String symbol) {
        return memberName(symbol).equals(CONSTRUCTOR);
    }

    /** The parameters as the symbol has them: {@code (int,java.util.List)}; empty for what has none. */
    public static String parameterList(String symbol) {
        return symbol.substring(isCallable(symbol) ? symbol.indexOf('(') : symbol.length());
    }

    /** The name of a type as it is written, without type arguments. */
    public static String plain(String type) {
        int arguments = type.indexOf('<');
        return arguments < 0 ? type : type.substring(0, arguments);
    }

    /** The same without its package and what encloses it. */
    public static String simple(String type) {
        String plain = plain(type);
        return plain.substring(plain.lastIndexOf('.') + 1);
    }

    /** The simple name of what a symbol stands for: of the member, or of the type where there is none. */
    public static String simpleName(String symbol) {
        return isMember(symbol) ? memberName(symbol) : simple(symbol);
    }

    /** {@code getSeconds()}, {@code seconds} and {@code setSeconds(double)} as {@code seconds}. */
    public static String property(String symbol) {
        return PREFIX.matcher(memberName(symbol)).replaceFirst("").toLowerCase(Locale.ROOT);
    }

    /** A symbol, or a sentence with symbols in it, as people read it: a constructor has the name of its class. */
    public static String shown(String text) {
        if (text.indexOf('<') < 0) {
            return text;
        }
        String named = CONSTRUCTOR_NAME
                .matcher(CONSTRUCTOR_OF.matcher(text).replaceAll("$1$2$1"))
                .replaceAll("constructor");
        return INITIALISER
                .matcher(named)
                .replaceAll(match -> match.group(1).equals("static") ? "static initialiser" : "initialiser");
    }
}
