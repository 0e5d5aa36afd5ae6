package paredown.code.compile;

import java.util.IdentityHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.Types;

/**
 * The names by which declarations are known outside the compiler: {@code a.b.Type.Nested}, {@code a.b.Type#field},
 * {@code a.b.Type#method(int,java.util.List)} with erased parameter types, {@code a.b.Type#<init>()} for a constructor.
 */
public final class Symbols {
    private static final Pattern PREFIX = Pattern.compile("^(get|set|is)(?=[A-Z])");

    private static final Pattern CONSTRUCTOR = Pattern.compile("(?<!\\w)(\\w++)([#.])<init>");
    private static final Pattern CONSTRUCTOR_NAME = Pattern.compile("'<init>'|<init>");

    private final Types types;
    private final Map<Element, String> known = new IdentityHashMap<>();

    public Symbols(Types types) {
        this.types = types;
    }

    /** The symbol of a type or a member of one; a local variable or parameter is just its name. */
    public String of(Element element) {
        return known.computeIfAbsent(element, this::make);
    }

    private String make(Element element) {
        if (element instanceof TypeElement type) {
            String name = type.getQualifiedName().toString();
            return name.isEmpty() ? "<anonymous>" : name;
        }
        if (element instanceof ExecutableElement method) {
            return make(method.getEnclosingElement()) + "#" + method.getSimpleName() + parameters(method);
        }
        boolean field = element.getKind() == ElementKind.FIELD || element.getKind() == ElementKind.ENUM_CONSTANT;
        // The length of an array belongs to no type.
        return field && element.getEnclosingElement() instanceof TypeElement owner
                ? make(owner) + "#" + element.getSimpleName()
                : element.getSimpleName().toString();
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

    /** The name of the member that a symbol stands for, without its type and its parameters. */
    public static String memberName(String symbol) {
        int parenthesis = symbol.indexOf('(');
        return symbol.substring(symbol.indexOf('#') + 1, parenthesis < 0 ? symbol.length() : parenthesis);
    }

    /** {@code getSeconds()}, {@code seconds} and {@code setSeconds(double)} as {@code seconds}. */
    public static String property(String symbol) {
        return PREFIX.matcher(memberName(symbol)).replaceFirst("").toLowerCase(Locale.ROOT);
    }

    /** A symbol, or a sentence with symbols in it, as people read it: a constructor has the name of its class. */
    public static String shown(String text) {
        return CONSTRUCTOR_NAME
                .matcher(CONSTRUCTOR.matcher(text).replaceAll("$1$2$1"))
                .replaceAll("constructor");
    }

    /** The type that a symbol of a member names before the member. */
    public static String typeName(String symbol) {
        int hash = symbol.indexOf('#');
        return hash < 0 ? symbol : symbol.substring(0, hash);
    }

    /** A type without its type arguments, as the symbols of methods have it. */
    public String erased(TypeMirror type) {
        return types.erasure(type).toString();
    }

    private String parameters(ExecutableElement method) {
        return method.getParameters().stream()
                .map(parameter -> types.erasure(parameter.asType()).toString())
                .collect(Collectors.joining(",", "(", ")"));
    }
}
