package paredown.code.facts;

import java.nio.file.Path;
import java.util.List;

/**
 * A module descriptor of the project, as it is written.
 *
 * @param name of the module
 * @param directives in the order of the source
 */
public record ModuleFacts(String name, boolean open, Path file, List<Directive> directives) {
    /** Kinds of directive. */
    public enum Kind {
        REQUIRES,
        EXPORTS,
        OPENS,
        USES,
        PROVIDES
    }

    /**
     * One directive.
     *
     * @param subject a module, package or service type, by its qualified name
     * @param targets modules behind {@code to}, implementations behind {@code with}; often empty
     * @param line from 1
     */
    public record Directive(Kind kind, String subject, List<String> targets, int line) {}

    /** Whether code outside the module can name the public types of a package; a package for some modules only counts as well. */
    public boolean exports(String packageName) {
        return directives.stream()
                .anyMatch(one -> one.kind() == Kind.EXPORTS && one.subject().equals(packageName));
    }
}
