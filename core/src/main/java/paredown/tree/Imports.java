package paredown.tree;

import com.sun.source.tree.ImportTree;
import com.sun.source.tree.MemberSelectTree;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
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

        /** One of a type, which stands nowhere yet. */
        public static Import of(String qualified) {
            return new Import(qualified, qualified.substring(qualified.lastIndexOf('.') + 1), false, new Region(0, 0));
        }

        /** As it is written. */
        String line() {
            return "import " + (isStatic ? "static " : "") + name + (isOnDemand() ? ".*;" : ";");
        }

        boolean sameAs(Import other) {
            return line().equals(other.line());
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
        return adding(List.of(Import.of(qualified))).stream().findFirst();
    }

    /** The edits that take over imports of another file, or import types; none for those that are there already. */
    public List<Edit> adding(Collection<Import> others) {
        List<Edit> edits = new ArrayList<>();
        for (boolean isStatic : new boolean[] {true, false}) {
            List<Import> missing = others.stream()
                    .filter(other ->
                            other.isStatic() == isStatic && all.stream().noneMatch(other::sameAs))
                    .sorted(Comparator.comparing(Import::name))
                    .toList();
            boolean first = all.stream().noneMatch(one -> one.isStatic() == isStatic);
            if (first && !missing.isEmpty()) {
                edits.add(block(missing));
            } else {
                missing.forEach(one -> edits.add(adding(one)));
            }
        }
        return edits;
    }

    /** Imports where there are none of their sort. */
    private Edit block(List<Import> missing) {
        SourceText source = file.source();
        String newline = source.lineEnding();
        String lines = missing.stream().map(one -> one.line() + newline).collect(Collectors.joining());
        int after = file.unit().getPackage() == null
                ? 0
                : source.lineEnd(file.end(file.unit().getPackage()));
        return Edit.insert(after, after == 0 ? lines + newline : newline + lines);
    }

    private Edit adding(Import added) {
        SourceText source = file.source();
        String newline = source.lineEnding();
        List<Import> plain =
                all.stream().filter(one -> one.isStatic() == added.isStatic()).toList();
        Optional<Import> next = isSorted(plain.stream().map(Import::name).toList())
                ? plain.stream()
                        .filter(one -> one.name().compareTo(added.name()) > 0)
                        .findFirst()
                : Optional.empty();
        if (next.isPresent()) {
            return Edit.insert(source.lineStart(source.line(next.get().region().start())), added.line() + newline);
        }
        return Edit.insert(source.lineEnd(plain.get(plain.size() - 1).region().end()), added.line() + newline);
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

    /** Where the first parts of an import's name stand; white space and comments may lie between them. */
    public Region head(Import line, String parts) {
        List<Token> words = file.tokensFrom(line.region().start()).stream()
                .filter(token -> token.kind() == Token.Kind.WORD)
                .skip(line.isStatic() ? 2 : 1)
                .limit(parts.split("\\.").length)
                .toList();
        return new Region(
                words.get(0).region().start(),
                words.get(words.size() - 1).region().end());
    }

    /**
     * Edits with which an import names what something is called now: in its place, or where the lines around it stay in order.
     *
     * @param old the first parts of its name, as they are
     * @param now as they will be, in all imports of the file that begin with the old ones
     */
    public List<Edit> renamed(Import line, String old, String now) {
        Region head = head(line, old);
        List<Import> group = group(line);
        List<String> before = group.stream().map(Import::name).toList();
        List<String> after =
                before.stream().map(name -> renamed(name, old, now)).toList();
        boolean alone = file.text().substring(start(line), end(line)).strip().length()
                == line.region().length();
        if (!alone || !isSorted(before) || isSorted(after)) {
            return List.of(new Edit(head, now));
        }
        String name = renamed(line.name(), old, now);
        int at = group.stream()
                .filter(one -> renamed(one.name(), old, now).equals(one.name())
                        && one.name().compareTo(name) > 0)
                .map(this::start)
                .findFirst()
                .orElseGet(() -> end(group.get(group.size() - 1)));
        String text = file.text().substring(line.region().start(), head.start())
                + now
                + file.text().substring(head.end(), line.region().end());
        return List.of(
                Edit.delete(new Region(start(line), end(line))),
                Edit.insert(at, text + file.source().lineEnding()));
    }

    private static String renamed(String name, String old, String now) {
        return name.equals(old) || name.startsWith(old + ".") ? now + name.substring(old.length()) : name;
    }

    private static boolean isSorted(List<String> names) {
        return names.equals(names.stream().sorted().toList());
    }

    private int start(Import line) {
        return file.source().lineStart(file.source().line(line.region().start()));
    }

    private int end(Import line) {
        return file.source().lineEnd(line.region().end());
    }

    /** The imports of its sort in the lines around one, without gaps. */
    private List<Import> group(Import line) {
        int at = all.indexOf(line);
        int first = at;
        while (first > 0 && follows(all.get(first - 1), all.get(first))) {
            first--;
        }
        int last = at;
        while (last + 1 < all.size() && follows(all.get(last), all.get(last + 1))) {
            last++;
        }
        return all.subList(first, last + 1);
    }

    private boolean follows(Import one, Import next) {
        return one.isStatic() == next.isStatic() && end(one) == start(next);
    }

    /** Edits of a file such that imports can come where others go: what is put in stays, and the blank lines around it. */
    List<Edit> settled(List<Edit> edits) {
        List<Edit> settled = new ArrayList<>();
        for (Edit edit : edits) {
            Region region = edit.region();
            boolean gone = edit.text().isEmpty() && region.start() < file.endOfImports();
            List<Integer> places = gone ? putIn(edits, region) : List.of();
            if (places.isEmpty()) {
                settled.add(edit);
            } else {
                delete(region.start(), places.get(0), settled);
                for (int i = 1; i < places.size(); i++) {
                    delete(places.get(i - 1), places.get(i), settled);
                }
                delete(places.get(places.size() - 1), region.end(), settled);
            }
        }
        // Right behind them a type may begin, of which something is put in front, too.
        settled.sort(Comparator.comparing(edit -> !isPutIn(edit)));
        return settled;
    }

    private static boolean isPutIn(Edit edit) {
        return edit.region().length() == 0 && edit.text().stripLeading().startsWith("import ");
    }

    private static List<Integer> putIn(List<Edit> edits, Region gone) {
        return edits.stream()
                .filter(edit -> isPutIn(edit)
                        && edit.region().start() > gone.start()
                        && edit.region().start() <= gone.end())
                .map(edit -> edit.region().start())
                .distinct()
                .sorted()
                .toList();
    }

    /** Deletes what is written there, and leaves the lines before and behind it that are blank. */
    private void delete(int from, int to, List<Edit> settled) {
        String text = file.text().substring(from, to);
        if (!text.isBlank()) {
            int first = from + text.indexOf(text.strip());
            int end = file.source().lineEnd(from + text.stripTrailing().length());
            settled.add(Edit.delete(new Region(first, Math.min(end, to))));
        }
    }
}
