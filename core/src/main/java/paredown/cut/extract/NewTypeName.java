package paredown.cut.extract;

import java.util.ArrayList;
import java.util.List;
import javax.lang.model.SourceVersion;
import paredown.code.index.Sources;
import paredown.code.text.Outline;
import paredown.tree.DeclaredClass;
import paredown.tree.Required;
import paredown.verdict.Rule;
import paredown.verdict.UnknownNameException;

/** The name of a class that comes to stand beside another. */
final class NewTypeName {
    private NewTypeName() {}

    /**
     * @throws UnknownNameException when it is no name for a class
     * @throws paredown.verdict.RefusedException when something has it
     */
    static void requireFree(Sources sources, DeclaredClass source, String name) {
        if (!SourceVersion.isIdentifier(name) || SourceVersion.isKeyword(name)) {
            throw new UnknownNameException("'" + name + "' is no name for a class", List.of());
        }
        String packageName = source.file().packageName();
        String qualified = packageName.isEmpty() ? name : packageName + "." + name;
        List<String> taken = new ArrayList<>();
        sources.declaring(qualified).forEach(path -> taken.add(sources.project().relative(path)));
        Outline outline = sources.outline(source.file().source().path());
        outline.types().stream().filter(type -> type.endsWith("." + name)).forEach(taken::add);
        source.file().unit().getImports().stream()
                .map(tree -> tree.getQualifiedIdentifier().toString())
                .filter(imported -> imported.endsWith("." + name))
                .forEach(taken::add);
        if (!taken.isEmpty()) {
            throw Required.refused(
                    source.file().place(source.tree()),
                    Rule.NAME_IS_FREE,
                    "the name '" + name + "' is taken: " + taken.get(0),
                    "choose another with --name, or name the class with --into");
        }
    }
}
