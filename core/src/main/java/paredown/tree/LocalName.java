package paredown.tree;

import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import paredown.code.index.Sources;
import paredown.project.NearNames;
import paredown.tree.DeclaredClass.Member;
import paredown.verdict.UnknownNameException;

/**
 * A local variable or parameter as the command line names it: {@code Type#method/local}, or the stretch of a file that its name or its
 * declaration takes.
 */
public record LocalName(String text) {
    /** The file that declares it. */
    public Path file(Sources sources) {
        return RegionName.fits(text)
                ? RegionName.parse(text).file(sources)
                : TypeName.file(sources, TypeName.resolve(sources, member().type()));
    }

    private MemberName member() {
        int slash = text.lastIndexOf('/');
        if (slash < 0) {
            throw new UnknownNameException(
                    "'" + text + "' names no local variable: write Type#method/local", List.of());
        }
        return MemberName.parse(text.substring(0, slash));
    }

    /**
     * Its declaration.
     *
     * @throws UnknownNameException when there is none, or more than one
     */
    public TreePath in(Sources sources, Touched touched) {
        if (RegionName.fits(text)) {
            RegionName region = RegionName.parse(text);
            TouchedFile file = touched.file(region.file(sources)).orElseThrow();
            return Selection.of(file, region.in(file.source()))
                    .variable()
                    .orElseThrow(() -> new UnknownNameException("no local variable is declared at " + text, List.of()));
        }
        String name = text.substring(text.lastIndexOf('/') + 1);
        DeclaredClass owner = member().owner(sources, touched);
        Member member = member().in(owner);
        List<TreePath> all = new ArrayList<>();
        new TreePathScanner<Void, Void>() {
            @Override
            public Void visitVariable(VariableTree tree, Void nothing) {
                if (!owner.file().element(getCurrentPath()).getKind().isField()) {
                    all.add(getCurrentPath());
                }
                return super.visitVariable(tree, nothing);
            }
        }.scan(member.path(), null);
        List<TreePath> found = all.stream()
                .filter(path -> ((VariableTree) path.getLeaf()).getName().contentEquals(name))
                .toList();
        if (found.size() == 1) {
            return found.get(0);
        }
        if (found.isEmpty()) {
            Stream<String> known = all.stream()
                    .map(path -> ((VariableTree) path.getLeaf()).getName().toString());
            throw new UnknownNameException(
                    "'" + member() + "' has no local variable '" + name + "'", NearNames.of(name, known));
        }
        TouchedFile file = owner.file();
        throw new UnknownNameException(
                "'" + text + "' means several variables",
                found.stream()
                        .map(path -> RegionName.of(sources, file.source(), file.nameOf((VariableTree) path.getLeaf())))
                        .toList());
    }

    @Override
    public String toString() {
        return text;
    }
}
