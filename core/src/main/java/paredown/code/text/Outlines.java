package paredown.code.text;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.source.Token;
import paredown.source.Tokens;

/**
 * Finds the outline of a file by its tokens alone, which costs a tenth of parsing it. Reads declarations, never statements: it follows the
 * braces and looks at what stands between them in the bodies of types.
 */
public final class Outlines {
    private static final Set<String> TYPE_WORDS = Set.of("class", "interface", "enum");

    /** The types that a constant may have. */
    private static final Set<String> CONSTANT_TYPES =
            Set.of("boolean", "byte", "short", "int", "long", "char", "float", "double", "String");

    private final SourceText source;
    private final String text;
    private final List<Token> tokens;
    private final List<String> types = new ArrayList<>();
    private final List<String> topLevel = new ArrayList<>();
    private final List<Region> bodies = new ArrayList<>();
    private final List<Region> code = new ArrayList<>();
    private String packageName = "";
    private int at;

    private Outlines(SourceText source) {
        this.source = source;
        this.text = source.text();
        this.tokens =
                Tokens.of(text).stream().filter(token -> !token.isComment()).toList();
    }

    public static Outline of(SourceText source) {
        Outlines outlines = new Outlines(source);
        outlines.packageAndImports();
        boolean closed = outlines.declarations("", false);
        return new Outline(
                source,
                outlines.packageName,
                List.copyOf(outlines.types),
                List.copyOf(outlines.topLevel),
                outlines.parents(),
                // A file that does not close its braces keeps all it has.
                closed && outlines.at >= outlines.tokens.size() ? List.copyOf(outlines.bodies) : List.of(),
                closed && outlines.at >= outlines.tokens.size() ? List.copyOf(outlines.code) : List.of());
    }

    private Set<String> parents() {
        Set<String> words = new LinkedHashSet<>();
        boolean behind = false;
        for (Token token : tokens) {
            if (token.kind() == Token.Kind.WORD) {
                if (behind) {
                    words.add(token.of(text));
                }
                behind |= token.is(text, "extends");
            } else if (token.is(text, "{") || token.is(text, ";")) {
                behind = false;
            }
        }
        for (int i = 0; i < tokens.size(); i++) {
            if (is(i, "new")) {
                words.addAll(madeHere(i + 1));
            }
        }
        return words;
    }

    /** The words of the type behind a {@code new} where a class of its own is made there: arguments, and then a brace. */
    private Set<String> madeHere(int from) {
        Set<String> words = new LinkedHashSet<>();
        int i = from;
        for (; i < tokens.size() && !is(i, "("); i++) {
            if (tokens.get(i).kind() == Token.Kind.WORD) {
                words.add(word(i));
            } else if (is(i, "[") || is(i, ";") || is(i, "{")) {
                return Set.of();
            }
        }
        int open = 0;
        do {
            open += is(i, "(") ? 1 : is(i, ")") ? -1 : 0;
            i++;
        } while (i < tokens.size() && open > 0);
        return is(i, "{") ? words : Set.of();
    }

    private void packageAndImports() {
        int found = at;
        while (is(found, "@")) {
            found = behindAnnotation(found);
        }
        if (is(found, "package")) {
            StringBuilder name = new StringBuilder();
            for (found++; found < tokens.size() && !is(found, ";"); found++) {
                name.append(word(found));
            }
            packageName = name.toString();
            at = found + 1;
        }
    }

    /**
     * Reads members until the brace that closes the body, or the end of the file at the top level.
     *
     * @param owner qualified name of the enclosing type; empty at the top level
     * @return whether everything in it was closed
     */
    private boolean declarations(String owner, boolean enumBody) {
        if (enumBody && !constants()) {
            return true;
        }
        while (at < tokens.size()) {
            if (is(at, "}")) {
                at++;
                return !owner.isEmpty();
            }
            if (!declaration(owner)) {
                return false;
            }
        }
        return owner.isEmpty();
    }

    /** Skips the constants of an enum. Returns whether members follow; otherwise the body is read to its end. */
    private boolean constants() {
        while (at < tokens.size()) {
            if (is(at, ";")) {
                at++;
                return true;
            }
            if (is(at, "}")) {
                at++;
                return false;
            }
            skip();
        }
        return true;
    }

    /** Reads one member, or one stray semicolon. */
    private boolean declaration(String owner) {
        Optional<String> type = Optional.empty();
        boolean isEnum = false;
        boolean parameters = false;
        boolean mayBeConstant = false;
        String named = "";
        while (at < tokens.size()) {
            if (is(at, ";")) {
                at++;
                return true;
            }
            if (is(at, "}")) {
                return true;
            }
            if (is(at, "@") && !is(at + 1, "interface")) {
                at = behindAnnotation(at);
            } else if (is(at, "=")) {
                return initialValue(mayBeConstant);
            } else if (is(at, "{")) {
                if (type.isPresent()) {
                    at++;
                    return body(owner, type.get(), isEnum);
                }
                int open = tokens.get(at).region().start();
                boolean method = parameters && !named.equals(simple(owner));
                skip();
                if (!is(at - 1, "}")) {
                    return false;
                }
                Region body = new Region(open, tokens.get(at - 1).region().end());
                code.add(body);
                if (method) {
                    bodies.add(body);
                }
                return true;
            } else if (type.isEmpty() && !parameters && startsType(at)) {
                type = Optional.of(word(at + 1));
                isEnum = is(at, "enum");
                at += 2;
            } else if (is(at, "(")) {
                if (!parameters) {
                    named = word(at - 1);
                }
                parameters = true;
                skip();
            } else if (is(at, "default") && parameters) {
                return initialValue(true);
            } else {
                mayBeConstant |= CONSTANT_TYPES.contains(word(at));
                mayBeConstant &= !is(at, "[");
                at++;
            }
        }
        return owner.isEmpty() && type.isEmpty();
    }

    private boolean startsType(int index) {
        boolean keyword = TYPE_WORDS.contains(word(index)) && !is(index - 1, ".");
        boolean record = is(index, "record") && isName(index + 1) && (is(index + 2, "(") || is(index + 2, "<"));
        return keyword && isName(index + 1) || record && !is(index - 1, ".");
    }

    private boolean body(String owner, String name, boolean isEnum) {
        String outer = owner.isEmpty() ? packageName : owner;
        String qualified = outer.isEmpty() ? name : outer + "." + name;
        types.add(qualified);
        if (owner.isEmpty()) {
            topLevel.add(name);
        }
        return declarations(qualified, isEnum);
    }

    /** Skips to the end of a field's declaration or of an element's default. */
    private boolean initialValue(boolean mayBeConstant) {
        int from = tokens.get(at).region().start();
        boolean alone = true;
        while (at < tokens.size()) {
            if (is(at, ";")) {
                if (alone && !mayBeConstant) {
                    code.add(new Region(from, tokens.get(at).region().start()));
                }
                at++;
                return true;
            }
            if (is(at, "}")) {
                return true;
            }
            alone &= !is(at, ",");
            skip();
        }
        return false;
    }

    /** Steps over one token, or over all that a bracket encloses. */
    private void skip() {
        int depth = 0;
        do {
            if (is(at, "(") || is(at, "{") || is(at, "[")) {
                depth++;
            } else if (is(at, ")") || is(at, "}") || is(at, "]")) {
                depth--;
            }
            at++;
        } while (depth > 0 && at < tokens.size());
    }

    private int behindAnnotation(int from) {
        int index = from + 2;
        while (is(index, ".") && isName(index + 1)) {
            index += 2;
        }
        if (is(index, "(")) {
            int before = at;
            at = index;
            skip();
            index = at;
            at = before;
        }
        return Math.max(index, from + 1);
    }

    private boolean is(int index, String expected) {
        return index >= 0 && index < tokens.size() && tokens.get(index).is(text, expected);
    }

    private boolean isName(int index) {
        return index < tokens.size() && tokens.get(index).kind() == Token.Kind.WORD;
    }

    private String word(int index) {
        return index >= 0 && index < tokens.size() ? tokens.get(index).of(text) : "";
    }

    private static String simple(String qualified) {
        return qualified.substring(qualified.lastIndexOf('.') + 1);
    }
}
