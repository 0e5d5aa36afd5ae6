package paredown.drill.hostile;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/** Java files that no compiler takes, or that bring one to its limits. */
final class SourceInputs {
    private static final String FAMILY = "sources";
    private static final String FILE = "src/dome/Odd.java";

    private SourceInputs() {}

    static List<Input> all(long seed) {
        List<Input> inputs = new ArrayList<>();
        texts().forEach((name, text) -> inputs.add(Input.found(FAMILY, name, place -> place.write(FILE, text))));
        inputs.add(Input.found(
                FAMILY, "no UTF-8", place -> place.write(FILE, new byte[] {(byte) 0xff, (byte) 0xfe, 0, 'c'})));
        inputs.add(Input.found(FAMILY, "NUL bytes", place -> place.write(FILE, new byte[4096])));
        Random random = new Random(seed);
        byte[] sound = Input.SHUTTER.getBytes(StandardCharsets.UTF_8);
        for (int i = 0; i < 60; i++) {
            byte[] mutant = sound.clone();
            for (int j = 0; j <= i % 5; j++) {
                mutant[random.nextInt(mutant.length)] = (byte) random.nextInt(256);
            }
            int end = i % 3 == 0 ? random.nextInt(mutant.length) : mutant.length;
            inputs.add(Input.found(
                    FAMILY,
                    "mutant " + i,
                    place -> place.write("src/dome/Shutter.java", java.util.Arrays.copyOf(mutant, end))));
        }
        return inputs;
    }

    private static String nested(String before, String inner, String after, int depth) {
        return before.repeat(depth) + inner + after.repeat(depth);
    }

    private static String body(String statements) {
        return "package dome; class Odd { int go(int n, boolean b, String s) { " + statements + " } }";
    }

    private static Map<String, String> texts() {
        Map<String, String> texts = new LinkedHashMap<>();
        texts.put("empty", "");
        texts.put("a comment alone", "/* nothing */");
        texts.put("an open comment", "package dome; class Odd { /* never closed");
        texts.put("an open text", "package dome; class Odd { String s = \"open; }");
        texts.put("an open text block", "package dome; class Odd { String s = \"\"\"\n open; }");
        texts.put("half a Unicode escape", "package dome; class Odd { char c = '\\u00'; }");
        texts.put("a Unicode escape as a brace", "package dome; class Odd \\u007b int n; \\u007d");
        texts.put("a control as an escape", "package dome; class Odd { String s = \"\\u001b[2J\"; }");
        texts.put("a byte order mark", "\ufeffpackage dome; class Odd {}");
        texts.put("another package", "package roof; class Odd {}");
        texts.put("no package", "class Odd {}");
        texts.put("a package of a keyword", "package dome.class; class Odd {}");
        texts.put("declared twice", "package dome; class Odd {} class Odd {}");
        texts.put("declared elsewhere too", "package dome; class Odd {} class Shutter {}");
        texts.put("its own parent", "package dome; class Odd extends Odd {}");
        texts.put("parents in a circle", "package dome; class Odd extends Even {} class Even extends Odd {}");
        texts.put("bounds in a circle", "package dome; class Odd<A extends B, B extends A> {}");
        texts.put("a type that grows", "package dome; class Odd<T> extends java.util.ArrayList<Odd<Odd<T>>> {}");
        texts.put("its own permitted class", "package dome; sealed class Odd permits Odd {}");
        texts.put("an enum of itself", "package dome; enum Odd { A(Odd.A); Odd(Odd o) {} }");
        texts.put("a record of itself", "package dome; record Odd(Odd odd) {}");
        texts.put("an annotation of itself", "package dome; @Odd @interface Odd { Odd value(); }");
        texts.put(
                "an import of nothing",
                "package dome; import nowhere.*; import static nowhere.Nothing.*; class Odd {}");
        texts.put("a constant of itself", "package dome; class Odd { static final int A = B, B = A; }");
        texts.put("a division by zero", "package dome; class Odd { static final int A = 1 / 0; }");
        texts.put(
                "a number too large",
                "package dome; class Odd { int n = 99999999999999; long m = 0x1ffffffffffffffffL; }");
        texts.put("a module", "module dome { requires nowhere; exports nothing; }");
        texts.put("a long name", "package dome; class Odd { int " + "n".repeat(70_000) + "; }");
        texts.put("a long text", "package dome; class Odd { String s = \"" + "s".repeat(70_000) + "\"; }");
        texts.put("a long line", "package dome; class Odd { int n = 1" + " + 1".repeat(20_000) + "; }");
        texts.put("parentheses", body("return " + nested("(", "n", ")", 4_000) + ";"));
        texts.put("blocks", body(nested("{", "", "}", 4_000) + " return n;"));
        texts.put("ifs", body(nested("if (b) {", "", "}", 2_000) + " return n;"));
        texts.put("an if behind each else", body("if (b) n++; " + "else if (b) n++; ".repeat(3_000) + " return n;"));
        texts.put(
                "lambdas", body("Runnable r = " + nested("() -> { Runnable q = ", "null", "; }", 40) + "; return n;"));
        texts.put("a chain of calls", body("return s" + ".trim()".repeat(5_000) + ".length();"));
        texts.put("texts put together", body("s = s" + " + \"a\" + n".repeat(3_000) + "; return n;"));
        texts.put(
                "type arguments",
                "package dome; class Odd { " + nested("java.util.List<", "String", ">", 1_000) + " n; }");
        texts.put("dimensions", "package dome; class Odd { int" + "[]".repeat(300) + " n; }");
        texts.put("many parameters", "package dome; class Odd { void go(" + numbered("int p%d", ", ", 300) + ") {} }");
        texts.put("many constants", "package dome; enum Odd { " + numbered("C%d", ", ", 4_000) + " }");
        texts.put(
                "many members",
                "package dome; class Odd { " + numbered("int f%d; void m%<d() { f%<d++; }", " ", 4_000) + " }");
        texts.put("many statements", body(numbered("n += %d;", "\n", 10_000) + " return n;"));
        texts.put("many variables", body(numbered("int v%d = n;", "\n", 3_000) + " return n;"));
        texts.put("many cases", body("switch (n) { " + numbered("case %d: n++; break;", "\n", 5_000) + " } return n;"));
        texts.put(
                "a class too large",
                "package dome; class Odd { "
                        + numbered("static final String S%d = \"text %<d\" + new Object();", "\n", 9_000) + " }");
        texts.put("a method too large", body("int[] a = {" + numbered("n + %d", ", ", 12_000) + "}; return a[0];"));
        texts.put(
                "an array too large", "package dome; class Odd { int[] a = {" + numbered("%d", ", ", 30_000) + "}; }");
        texts.put("nested classes", "package dome; " + nested("class N { ", "", " }", 300));
        texts.put(
                "classes side by side",
                "package dome; class Odd { "
                        + numbered("static class N%d { int f; int go() { return f; } }", "\n", 1_000) + " }");
        texts.put("anonymous classes", body(nested("new Object() { void go() { ", "", " } };", 30) + " return n;"));
        texts.put(
                "generics that explode",
                "package dome; class Odd { static <T> T[] two(T a, T b) { return null; } Object o = "
                        + nested("two(", "two(1, \"\")", ", 1)", 12) + "; }");
        texts.put("directions of text", "package dome; class Odd { /* \u202e } \u2066 */ int \u0130; }");
        texts.put("an escape sequence", "package dome; class Odd { // \u001b]0;title\u0007 \u001b[2J\n }");
        texts.put(
                "old words as names",
                "package dome; class Odd { int enum; int assert; int _; int record; int yield; }");
        texts.put("a goto", body("goto there; const int k = 1; return n;"));
        texts.put("labels alone", body("a: b: c: d: ; break a; return n;"));
        texts.put(
                "patterns",
                body(
                        "Object o = s; return switch (o) { case String t when t.isEmpty() -> 1; case null, default -> 2; };"));
        return texts;
    }

    private static String numbered(String format, String between, int count) {
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < count; i++) {
            text.append(i == 0 ? "" : between).append(String.format(format, i));
        }
        return text.toString();
    }
}
