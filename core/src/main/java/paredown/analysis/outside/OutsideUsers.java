package paredown.analysis.outside;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.PackageElement;
import paredown.code.facts.ModuleFacts;
import paredown.code.index.Beans;
import paredown.code.index.PublicApi;
import paredown.code.index.PublicApi.Users;
import paredown.code.index.Sources;
import paredown.project.Configuration;
import paredown.project.Module;

/**
 * Code outside the project that may build on it: what it may call, name or override, and what therefore has to stay. Where nothing is known
 * of such code, that is what a class offers to its subclasses and the accessors of its properties; of a library, its public methods too; of
 * a project whose configuration keeps its API, all that is public or protected.
 */
public final class OutsideUsers {
    private final Sources sources;
    private final Map<Module, Optional<ModuleFacts>> descriptors = new HashMap<>();

    public OutsideUsers(Sources sources) {
        this.sources = sources;
    }

    /** Whether they can name a declaration. */
    public boolean canName(Path file, Element element) {
        return PublicApi.isOpen(element)
                && !sources.isTest(file)
                && !PublicApi.hasNoUsers(sources)
                && isExported(file, element);
    }

    private boolean isExported(Path file, Element element) {
        Element at = element;
        while (!(at instanceof PackageElement)) {
            at = at.getEnclosingElement();
        }
        String name = ((PackageElement) at).getQualifiedName().toString();
        return sources.project()
                .moduleOf(file)
                .flatMap(this::descriptor)
                .map(module -> module.exports(name))
                .orElse(true);
    }

    private synchronized Optional<ModuleFacts> descriptor(Module module) {
        return descriptors.computeIfAbsent(module, sources::descriptor);
    }

    /** Whether a declaration must go on being there under its name. */
    public boolean needs(Path file, Element element) {
        if (!canName(file, element)) {
            return false;
        }
        boolean member =
                element.getKind() == ElementKind.METHOD || element.getKind().isField();
        boolean special = PublicApi.isForSubclasses(element)
                || element instanceof ExecutableElement method && PublicApi.isOfAccessorPair(method);
        return member && special || users() == Users.PROMISED;
    }

    /** Whether a member that goes elsewhere should leave one behind that passes on, where nobody said what becomes of its callers. */
    public boolean expect(Path file, Element member) {
        return needs(file, member)
                || canName(file, member) && users() == Users.LIKELY
                || member instanceof ExecutableElement method
                        && PublicApi.isOfAccessorPair(method)
                        && isSpelled(method);
    }

    private boolean isSpelled(ExecutableElement method) {
        String type = method.getEnclosingElement().toString();
        return SpelledNames.place(sources, type, method.getSimpleName().toString(), Beans.property(method))
                .isPresent();
    }

    /** Whether a call of a method may reach one of theirs. */
    public boolean mayOverride(Path file, ExecutableElement method) {
        return PublicApi.isOverridable(method)
                && canName(file, method)
                && (PublicApi.isForSubclasses(method) || users() == Users.PROMISED || users() == Users.LIKELY);
    }

    private Users users() {
        return PublicApi.users(sources);
    }

    /** What to say in the configuration where there are none. */
    public static String wayOut(String instead) {
        return instead + ", or say 'publicApi: free' in " + Configuration.FILE
                + " if no code outside the project uses it";
    }
}
