package paredown.code.text;

import java.util.List;
import java.util.Set;
import paredown.source.Region;
import paredown.source.SourceText;

/**
 * What the tokens of a file tell, without parsing it.
 *
 * @param packageName empty for the unnamed package
 * @param types qualified names of the types declared in it, nested ones after what encloses them
 * @param topLevel simple names of its top-level types
 * @param parents the words between an {@code extends} and the brace behind it, and those of types of which classes are made on the spot
 * @param bodies the bodies of its methods, braces included, outermost only; constructors and initialisers are left out
 * @param code all that declares nothing: all bodies, and initial values that are no constants from their equals sign on
 */
public record Outline(
        SourceText source,
        String packageName,
        List<String> types,
        List<String> topLevel,
        Set<String> parents,
        List<Region> bodies,
        List<Region> code) {

    /**
     * The file without what no other file can see: every method throws at once. It declares the same types and members and compiles
     * wherever the file does, so it stands in for the file while others are attributed.
     */
    public String stub() {
        String text = source.text();
        StringBuilder stub = new StringBuilder();
        int at = 0;
        for (Region body : bodies) {
            stub.append(text, at, body.start()).append("{throw null;}");
            at = body.end();
        }
        return stub.append(text, at, text.length()).toString();
    }

    /** As little of the file as is needed to tell what it declares. It would not compile: what is final gets no value. */
    public String declarations() {
        String text = source.text();
        StringBuilder left = new StringBuilder();
        int at = 0;
        for (Region region : code) {
            left.append(text, at, region.start()).append(text.charAt(region.start()) == '{' ? "{}" : "");
            at = region.end();
        }
        return left.append(text, at, text.length()).toString();
    }

    /** Whether it declares a type that does not give the file its name: the compiler finds such a type only when the file is compiled. */
    public boolean hidesTypes() {
        String file = source.path().getFileName().toString();
        return topLevel.stream().anyMatch(type -> !file.equals(type + ".java"));
    }
}
