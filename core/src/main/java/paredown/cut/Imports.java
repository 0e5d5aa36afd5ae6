package paredown.cut;

import com.sun.source.tree.ImportTree;
import com.sun.source.tree.MemberSelectTree;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.source.Token;

/** The imports of a file, and edits to them that keep their order. */
public final class Imports {
    /**
     * One import declaration.
     *
     * @param name what it names, without the star
     * @param simple the last part; {@code *} for an import on demand
     */
    public record Import(String name, String simple, boolean isStatic, Region region) {
        /** The type or package that the last part is a member of. */
        public String owner() {
            return simple.equals("*") ? name : name.substring(0, Math.max(0, name.lastIndexOf('.')));
        }

        public boolean isOnDemand() {
            return simple.equals("*");
        }
    }

    private final TouchedFile file;
    private final List<Import> all = new ArrayList<>();

    public Imports(TouchedFile file) {
        this.file = file;
        for (ImportTree tree : file.unit().getImports()) {
            String name = tree.getQualifiedIdentifier().toString();
            String simple = tree.getQualifiedIdentifier() instanceof MemberSelectTree select
                    ? select.getIdentifier().toString()
                    : name;
            String clean = simple.equals("*") ? name.substring(0, name.length() - 2) : name;
            all.add(new Import(clean, simple, tree.isStatic(), file.region(tree)));
        }
    }

    public List<Import> all() {
        return all;
    }

    /** What a simple name is imported as by a declaration of its own. */
    public Optional<Import> named(String simple) {
        return all.stream()
                .filter(one -> !one.isStatic() && one.simple().equals(simple))
                .findFirst();
    }

    /** The edit that imports a type; none when it is imported already. */
    public Optional<Edit> adding(String qualified) {
        if (all.stream().anyMatch(one -> !one.isStatic() && one.name().equals(qualified) && !one.isOnDemand())) {
            return Optional.empty();
        }
        SourceText source = file.source();
        String newline = source.lineEnding();
        String line = "import " + qualified + ";";
        List<Import> plain = all.stream().filter(one -> !one.isStatic()).toList();
        if (plain.isEmpty()) {
            int after = file.unit().getPackage() == null
                    ? 0
                    : source.lineEnd(file.end(file.unit().getPackage()));
            String text = after == 0 ? line + newline + newline : newline + line + newline;
            return Optional.of(Edit.insert(after, text));
        }
        Optional<Import> next = sorted(plain)
                ? plain.stream()
                        .filter(one -> one.name().compareTo(qualified) > 0)
                        .findFirst()
                : Optional.empty();
        if (next.isPresent()) {
            return Optional.of(
                    Edit.insert(source.lineStart(source.line(next.get().region().start())), line + newline));
        }
        return Optional.of(
                Edit.insert(source.lineEnd(plain.get(plain.size() - 1).region().end()), line + newline));
    }

    /** Edits that remove the imports of names that a cut took out of the file: in {@code gone} and in no word that is left. */
    public List<Edit> removing(Set<String> gone, Set<String> left) {
        List<Region> unused = all.stream()
                .filter(one -> !one.isOnDemand() && gone.contains(one.simple()) && !left.contains(one.simple()))
                .map(Import::region)
                .toList();
        return MemberText.blocks(file.source(), unused).stream()
                .map(block -> Edit.delete(MemberText.toDelete(file.source(), block)))
                .toList();
    }

    /**
     * Edits that remove the imports that only a part of the file needed.
     *
     * @param away the part that goes
     * @param written names that the cut writes elsewhere in the file
     */
    public List<Edit> leftBehind(Region away, Set<String> written) {
        Set<String> gone = new LinkedHashSet<>();
        for (Token token : file.tokensFrom(away.start())) {
            if (token.region().start() >= away.end()) {
                break;
            }
            // A comment may link to what nothing else names.
            gone.addAll(List.of(token.of(file.text()).split("\\W+")));
        }
        int from = file.endOfImports();
        String left = file.text().substring(from, Math.max(from, away.start())) + " "
                + file.text().substring(away.end());
        Set<String> words = new LinkedHashSet<>(List.of(left.split("\\W+")));
        words.addAll(written);
        return removing(gone, words);
    }

    private static boolean sorted(List<Import> imports) {
        for (int i = 1; i < imports.size(); i++) {
            if (imports.get(i - 1).name().compareTo(imports.get(i).name()) > 0) {
                return false;
            }
        }
        return true;
    }
}
