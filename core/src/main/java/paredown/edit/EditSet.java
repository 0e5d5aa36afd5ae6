package paredown.edit;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import paredown.code.compile.Symbol;
import paredown.source.ChangeSet;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.tree.Imports;
import paredown.tree.MemberText;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.tree.UseFinder;

/** Edits to several files, gathered while a cut is worked out. */
public final class EditSet {
    private final Map<Path, TouchedFile> files = new LinkedHashMap<>();
    private final Map<Path, List<Edit>> edits = new LinkedHashMap<>();
    private final Map<Path, TypeText> types = new LinkedHashMap<>();
    private final Set<String> visibility = new LinkedHashSet<>();
    private final Set<String> widened = new LinkedHashSet<>();

    public void add(TouchedFile file, Edit edit) {
        Path path = file.source().path();
        files.put(path, file);
        List<Edit> known = edits.computeIfAbsent(path, key -> new ArrayList<>());
        if (!known.contains(edit) || edit.region().length() == 0) {
            known.add(edit);
        }
    }

    public void add(TouchedFile file, Collection<Edit> all) {
        all.forEach(edit -> add(file, edit));
    }

    /** Takes a stretch out, whatever was to become of it; what is put in beside it stays. */
    public void delete(TouchedFile file, Region gone) {
        edits.getOrDefault(file.source().path(), List.of())
                .removeIf(edit -> edit.region().length() > 0 && gone.contains(edit.region()));
        add(file, Edit.delete(gone));
    }

    /** Whether a stretch of a file goes. */
    public boolean deletes(TouchedFile file, Region region) {
        return edits.getOrDefault(file.source().path(), List.of()).stream()
                .anyMatch(edit -> edit.region().contains(region) && edit.text().isEmpty());
    }

    /**
     * Takes away the static imports of a member that is named through its class from now on, or no longer.
     *
     * @param symbol the member's; an import that other members of its class and name come by stays
     */
    public void dropStaticImports(Touched touched, String symbol) {
        String owner = Symbol.typeName(symbol);
        String name = Symbol.memberName(symbol);
        for (TouchedFile file : touched.files()) {
            for (Imports.Import one : new Imports(file).all()) {
                boolean meant = one.isStatic()
                        && one.owner().equals(owner)
                        && one.simple().equals(name);
                if (meant && !namesOther(file, owner, name, symbol)) {
                    add(file, Edit.delete(MemberText.toDelete(file.source(), one.region())));
                }
            }
        }
    }

    private static boolean namesOther(TouchedFile file, String owner, String name, String symbol) {
        return UseFinder.in(file, element -> element.getSimpleName().contentEquals(name)).stream()
                .anyMatch(use -> !use.symbol().equals(symbol) && use.symbol().startsWith(owner + "#"));
    }

    /** Writes types for a file; the imports that they need are added at the end. */
    public TypeText types(TouchedFile file) {
        files.put(file.source().path(), file);
        return types.computeIfAbsent(file.source().path(), path -> new TypeText(file));
    }

    /** Makes private declarations of some files visible in their package. */
    public void widen(Set<Element> elements) {
        for (Element element : elements) {
            for (TouchedFile file : List.copyOf(files.values())) {
                if (file.attribution().trees().getPath(element) != null
                        && file.attribution().trees().getPath(element).getCompilationUnit() == file.unit()) {
                    Declarations.widened(file, element).ifPresent(edit -> {
                        add(file, edit);
                        widened.add(element.getSimpleName().toString());
                        visibility.add(file.symbol(element) + ": private, now "
                                + (element.getEnclosingElement().getKind().isInterface()
                                        ? "public"
                                        : "visible in its package"));
                    });
                }
            }
        }
    }

    /** Lets a file take part that has no edit yet. */
    public void know(TouchedFile file) {
        files.put(file.source().path(), file);
    }

    /** Notes that something can be seen from further away. */
    public void widened(String what) {
        visibility.add(what);
    }

    /** What was made more visible, a line each. */
    public List<String> visibility() {
        return List.copyOf(visibility);
    }

    /** Names of what can be seen by more than before: what else has such a name may override it now, or be hidden by it. */
    public Set<String> widenedNames() {
        return widened;
    }

    /** The words that the edits write into a file. */
    public Set<String> written(TouchedFile file) {
        Set<String> words = new LinkedHashSet<>();
        edits.getOrDefault(file.source().path(), List.of())
                .forEach(edit -> words.addAll(List.of(edit.text().split("\\W+"))));
        return words;
    }

    /** Everything as changes to files. */
    public List<ChangeSet.Change> changes() {
        types.forEach((path, text) -> add(files.get(path), text.imports()));
        List<ChangeSet.Change> changes = new ArrayList<>();
        edits.forEach((path, all) -> {
            if (!all.isEmpty()) {
                TouchedFile file = files.get(path);
                changes.add(new ChangeSet.Change(
                        path, ChangeSet.Kind.EDITED, file.source(), Optional.of(file.edited(all))));
            }
        });
        return changes;
    }
}
