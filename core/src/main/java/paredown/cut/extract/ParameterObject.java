package paredown.cut.extract;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.type.TypeMirror;
import paredown.code.index.Sources;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.SourceText;
import paredown.tree.Imports;
import paredown.tree.Required;
import paredown.tree.TouchedFile;
import paredown.verdict.Rule;

/** The class that takes the values together: its text, and how other files name it. */
final class ParameterObject {
    private final Sources sources;
    private final String qualified;
    private final String name;
    private final boolean existing;
    private final List<String> components;
    private final GroupedParameters first;
    private final boolean open;
    private final Map<Path, String> named = new LinkedHashMap<>();
    private final Map<Path, Edit> imports = new LinkedHashMap<>();

    /**
     * @param qualified its name
     * @param existing whether it is there
     * @param components the values, in their order
     * @param first the method beside which it stands
     * @param open whether code of other packages has to name it
     */
    ParameterObject(
            Sources sources,
            String qualified,
            boolean existing,
            List<String> components,
            GroupedParameters first,
            boolean open) {
        this.sources = sources;
        this.qualified = qualified;
        this.name = qualified.substring(qualified.lastIndexOf('.') + 1);
        this.existing = existing;
        this.components = components;
        this.first = first;
        this.open = open;
    }

    String qualified() {
        return qualified;
    }

    String simpleName() {
        return name;
    }

    /** What its text declares. */
    Set<String> introduced() {
        Set<String> introduced = new LinkedHashSet<>(Set.of(qualified));
        for (String component : components) {
            introduced.add(qualified + "#" + component + "()");
            if (isClass()) {
                introduced.addAll(List.of(qualified + "#" + component, "#" + component));
            }
        }
        return introduced;
    }

    /** Whether it is written out with fields and accessors: where the language level has no records. */
    private boolean isClass() {
        return !existing && !SeveralResults.areRecordsKnown(sources, first.file());
    }

    private String packageName() {
        return qualified.substring(0, Math.max(0, qualified.length() - name.length() - 1));
    }

    /** What asks an object for a component. */
    String asked(String object, int component) {
        return object + "." + components.get(component) + "()";
    }

    /** As a file names it, imported where another package needs that. */
    String in(TouchedFile file) {
        return named.computeIfAbsent(file.source().path(), path -> {
            boolean near = file.packageName().equals(packageName());
            Imports lines = new Imports(file);
            Optional<Imports.Import> line = lines.named(name);
            if (line.filter(one -> one.name().equals(qualified)).isPresent() || path.equals(path())) {
                return name;
            }
            boolean taken = file.declaresType(name) || line.isPresent();
            boolean inPackage = !near
                    && !sources.declaring(file.packageName().isEmpty() ? name : file.packageName() + "." + name)
                            .isEmpty();
            if (taken || inPackage) {
                return qualified;
            }
            if (!near) {
                lines.adding(qualified).ifPresent(edit -> imports.put(path, edit));
            }
            return name;
        });
    }

    /** The import that a file needs. */
    Optional<Edit> imported(TouchedFile file) {
        return Optional.ofNullable(imports.get(file.source().path()));
    }

    private Path path() {
        return first.file().source().path().resolveSibling(name + ".java");
    }

    /** The new file; none where the class is there. */
    Optional<ChangeSet.Change> added() {
        return existing
                ? Optional.empty()
                : Optional.of(new ChangeSet.Change(
                        path(), ChangeSet.Kind.ADDED, first.file().source().sibling(path(), ""), Optional.of(text())));
    }

    private Draft text() {
        TouchedFile file = first.file();
        SourceText source = file.source();
        String newline = source.lineEnding();
        Draft draft = new Draft();
        FileHead.write(file, imports(), draft);
        comment(draft, newline);
        List<String> parameters = new ArrayList<>();
        for (int i = 0; i < components.size(); i++) {
            parameters.add(type(i) + " " + components.get(i));
        }
        String list = String.join(", ", parameters);
        String access = open ? "public " : "";
        if (!isClass()) {
            return draft.write(access + "record " + name + "(" + list + ") {}" + newline);
        }
        return asClass(draft.write(access + "final class " + name + " {" + newline), access, list, newline);
    }

    private Draft asClass(Draft draft, String access, String list, String newline) {
        String unit = first.owner().unit();
        for (int i = 0; i < components.size(); i++) {
            draft.write(unit + "private final " + type(i) + " " + components.get(i) + ";" + newline);
        }
        draft.write(newline + unit + access + name + "(" + list + ") {" + newline);
        for (String component : components) {
            draft.write(unit + unit + "this." + component + " = " + component + ";" + newline);
        }
        draft.write(unit + "}" + newline);
        for (int i = 0; i < components.size(); i++) {
            draft.write(newline + unit + access + type(i) + " " + components.get(i) + "() {" + newline + unit + unit
                    + "return " + components.get(i) + ";" + newline + unit + "}" + newline);
        }
        return draft.write("}" + newline);
    }

    /** As the first method writes it: what it imports is imported here. */
    private String type(int component) {
        return first.typeText(component);
    }

    /** The imports of the first method's file by which the types of the values are known. */
    private List<Imports.Import> imports() {
        Set<String> types = new LinkedHashSet<>();
        for (int i = 0; i < components.size(); i++) {
            first.types(i).forEach(use -> types.add(use.symbol()));
        }
        return new Imports(first.file())
                .all().stream()
                        .filter(one -> !one.isStatic()
                                && types.stream()
                                        .anyMatch(type -> one.isOnDemand()
                                                ? type.startsWith(one.name() + ".")
                                                        && type.indexOf(
                                                                        '.',
                                                                        one.name()
                                                                                        .length()
                                                                                + 1)
                                                                < 0
                                                : one.name().equals(type)))
                        .toList();
    }

    /** What the first method says of the values, this class says of them. */
    private void comment(Draft draft, String newline) {
        List<String> tags = new ArrayList<>();
        for (String component : components) {
            ParameterComments.tag(first, component)
                    .map(ParameterComments::words)
                    .filter(said -> !said.isEmpty())
                    .ifPresent(said -> tags.add(" * @param " + component + " " + said + newline));
        }
        if (!tags.isEmpty()) {
            draft.write("/**" + newline + String.join("", tags) + " */" + newline);
        }
    }

    /** That all methods mean the same by the values. */
    void requireSameTypes(List<GroupedParameters> all) {
        for (GroupedParameters one : all) {
            for (int i = 0; i < components.size(); i++) {
                TypeMirror here = first.parameter(first.indexes().get(i)).asType();
                TypeMirror there = one.parameter(one.indexes().get(i)).asType();
                if (!here.toString().equals(there.toString())) {
                    throw Required.refused(
                            one.file().place(one.tree()),
                            Rule.FITS_THE_KIND,
                            "'" + components.get(i) + "' is " + there + " here and " + here + " in "
                                    + first.owner().simpleName(),
                            "name methods that take the same types");
                }
            }
        }
    }
}
