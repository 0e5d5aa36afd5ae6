package paredown.cut;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.nio.file.Path;
import java.util.Collection;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.verdict.Place;
import paredown.verdict.Plan;
import paredown.verdict.Refusal;
import paredown.verdict.Rule;
import paredown.verdict.Verdict;

/**
 * A cut that must not make anything visible to more code than see it now: it is refused where it would have to.
 *
 * @param cut the cut itself
 */
public record VisibilityPreservingCut(Cut cut) implements Cut {
    @Override
    public String kind() {
        return cut.kind();
    }

    @Override
    public String commandLine() {
        return cut.commandLine() + " --keep-visibility";
    }

    @Override
    public Set<String> words(Sources sources) {
        return cut.words(sources);
    }

    @Override
    public boolean concerns(Sources sources, Path file) {
        return cut.concerns(sources, file);
    }

    @Override
    public Collection<Path> further(Sources sources) {
        return cut.further(sources);
    }

    @Override
    public Collection<Path> users(CodeBase code) {
        return cut.users(code);
    }

    @Override
    public Optional<Refusal> early(CodeBase code) {
        return cut.early(code);
    }

    @Override
    public Verdict plan(Sources sources, Touched touched) {
        Verdict verdict = cut.plan(sources, touched);
        if (!(verdict instanceof Plan plan) || plan.effects().visibility().isEmpty()) {
            return verdict;
        }
        String first = plan.effects().visibility().get(0);
        int others = plan.effects().visibility().size() - 1;
        return Refusal.at(
                        place(plan, touched, first),
                        Rule.REACHABLE,
                        "the cut would have to open " + first + (others == 0 ? "" : ", and " + others + " more"))
                .withWayOut("leave --keep-visibility out, or open it first");
    }

    /** Where the declaration stands; the first file that changes where it cannot be told. */
    private static Place place(Plan plan, Touched touched, String opened) {
        String symbol = opened.substring(0, opened.indexOf(": "));
        String name = symbol.substring(Math.max(symbol.lastIndexOf('#'), symbol.lastIndexOf('.', openEnd(symbol))) + 1);
        Declared declared = new Declared(symbol, name.replaceAll("\\(.*", ""));
        touched.files().forEach(declared::search);
        return declared.exact
                .or(() -> declared.named)
                .orElseGet(() -> new Place(plan.changes().changes().get(0).file(), 1));
    }

    private static int openEnd(String symbol) {
        int parenthesis = symbol.indexOf('(');
        return parenthesis < 0 ? symbol.length() : parenthesis;
    }

    /** Finds a declaration by its symbol, or by its simple name where it is to move. */
    private static final class Declared {
        private final String symbol;
        private final String name;
        private Optional<Place> exact = Optional.empty();
        private Optional<Place> named = Optional.empty();

        Declared(String symbol, String name) {
            this.symbol = symbol;
            this.name = name;
        }

        void search(TouchedFile file) {
            new TreePathScanner<Void, Void>() {
                @Override
                public Void scan(Tree tree, Void nothing) {
                    if (tree instanceof ClassTree || tree instanceof MethodTree || tree instanceof VariableTree) {
                        Element element = file.element(new TreePath(getCurrentPath(), tree));
                        note(file, tree, element);
                    }
                    return super.scan(tree, nothing);
                }
            }.scan(new TreePath(file.unit()), null);
        }

        private void note(TouchedFile file, Tree tree, Element element) {
            boolean written = element != null && file.start(tree) >= 0;
            if (written && element.getSimpleName().contentEquals(name)) {
                Place place = file.place(tree);
                named = named.or(() -> Optional.of(place));
                if (file.symbol(element).endsWith(symbol)) {
                    exact = exact.or(() -> Optional.of(place));
                }
            }
        }
    }
}
