package paredown.cut;

import java.util.List;
import java.util.function.Function;

/**
 * A kind of cut: all that the command line, findings, JSON and the documentation have to know to ask for one.
 *
 * @param name verb and object: {@code extract-class}
 * @param brief what it does, in a sentence
 * @param description how it goes about it, and what it refuses
 * @param arguments the subject first
 * @param examples command lines that run on the sample project, without the program's name and the kind's
 * @param factory makes a cut of its arguments
 */
public record CutKind(
        String name,
        String brief,
        String description,
        List<CutArgument> arguments,
        List<String> examples,
        Function<CutArguments, Cut> factory) {
    /** What is done: {@code extract}. */
    public String verb() {
        return name.substring(0, name.indexOf('-'));
    }

    /** To what: {@code class}. */
    public String object() {
        return name.substring(name.indexOf('-') + 1);
    }
}
