package paredown.code.facts;

import com.sun.source.tree.DirectiveTree;
import com.sun.source.tree.ExportsTree;
import com.sun.source.tree.ModuleTree;
import com.sun.source.tree.OpensTree;
import com.sun.source.tree.ProvidesTree;
import com.sun.source.tree.RequiresTree;
import com.sun.source.tree.UsesTree;
import com.sun.source.util.JavacTask;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.tools.JavaFileObject;
import javax.tools.SimpleJavaFileObject;
import javax.tools.ToolProvider;
import paredown.code.compile.NoPlugins;
import paredown.project.Module;
import paredown.source.SourceText;

/**
 * Reads module descriptors by parsing them. The rest of the project is attributed on the class path: what a descriptor would forbid is
 * forbidden by the project's own build.
 */
public final class ModuleReader {
    private ModuleReader() {}

    /** The descriptor of the production code in a module of the project; empty where there is none or it does not parse. */
    public static Optional<ModuleFacts> of(Module module) {
        return module.mainRoots().stream()
                .map(root -> root.resolve("module-info.java"))
                .filter(Files::isRegularFile)
                .findFirst()
                .flatMap(file -> read(file, module));
    }

    private static Optional<ModuleFacts> read(Path file, Module module) {
        try {
            SourceText source = SourceText.read(file, module.encoding());
            JavacTask task = (JavacTask) ToolProvider.getSystemJavaCompiler()
                    .getTask(null, null, diagnostic -> {}, NoPlugins.OPTIONS, null, List.of(held(file, source)));
            for (var unit : task.parse()) {
                ModuleTree tree = unit.getModule();
                if (tree != null) {
                    List<ModuleFacts.Directive> directives = new ArrayList<>();
                    var positions = com.sun.source.util.Trees.instance(task).getSourcePositions();
                    for (DirectiveTree directive : tree.getDirectives()) {
                        directives.add(read(directive, source.line((int) positions.getStartPosition(unit, directive))));
                    }
                    boolean open = tree.getModuleType() == ModuleTree.ModuleKind.OPEN;
                    return Optional.of(new ModuleFacts(tree.getName().toString(), open, file, List.copyOf(directives)));
                }
            }
            return Optional.empty();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private static JavaFileObject held(Path file, SourceText source) {
        URI uri = file.toUri();
        return new SimpleJavaFileObject(uri, JavaFileObject.Kind.SOURCE) {
            @Override
            public CharSequence getCharContent(boolean ignoreEncodingErrors) {
                return source.text();
            }
        };
    }

    private static ModuleFacts.Directive read(DirectiveTree tree, int line) {
        if (tree instanceof RequiresTree requires) {
            return directive(ModuleFacts.Kind.REQUIRES, requires.getModuleName(), List.of(), line);
        }
        if (tree instanceof ExportsTree exports) {
            return directive(ModuleFacts.Kind.EXPORTS, exports.getPackageName(), exports.getModuleNames(), line);
        }
        if (tree instanceof OpensTree opens) {
            return directive(ModuleFacts.Kind.OPENS, opens.getPackageName(), opens.getModuleNames(), line);
        }
        if (tree instanceof UsesTree uses) {
            return directive(ModuleFacts.Kind.USES, uses.getServiceName(), List.of(), line);
        }
        ProvidesTree provides = (ProvidesTree) tree;
        return directive(ModuleFacts.Kind.PROVIDES, provides.getServiceName(), provides.getImplementationNames(), line);
    }

    private static ModuleFacts.Directive directive(ModuleFacts.Kind kind, Object subject, List<?> targets, int line) {
        List<String> names = targets == null
                ? List.of()
                : targets.stream().map(Object::toString).toList();
        return new ModuleFacts.Directive(kind, subject.toString(), names, line);
    }
}
