package paredown.cut.move;

import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePathScanner;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import paredown.code.index.Sources;
import paredown.edit.Declarations;
import paredown.edit.EditSet;
import paredown.edit.Indentation;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;
import paredown.tree.Components;
import paredown.tree.DeclaredClass;
import paredown.tree.Imports;
import paredown.tree.MemberText;
import paredown.tree.Required;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Plan;

/** One class on its way out of another: the file that it gets, and all that name it. */
final class Unnesting {
    private final Sources sources;
    private final Touched touched;
    private final DeclaredClass moved;
    private final TouchedFile file;
    private final String simple;
    private final String old;
    private final String now;
    private final Region declaration;
    private final EditSet edits = new EditSet();
    private final List<Edit> inside = new ArrayList<>();
    private final List<String> access = new ArrayList<>();
    private final Set<String> words = new LinkedHashSet<>();
    private final Set<String> named = new LinkedHashSet<>();
    private int callers;

    Unnesting(Sources sources, Touched touched, DeclaredClass moved) {
        this.sources = sources;
        this.touched = touched;
        this.moved = moved;
        this.file = moved.file();
        this.simple = moved.simpleName();
        this.old = moved.symbol();
        this.now = file.packageName().isEmpty() ? simple : file.packageName() + "." + simple;
        this.declaration = MemberText.withComments(file, file.region(moved.tree()));
        this.words.add(simple);
        this.named.add(now);
    }

    Plan plan() {
        touched.files().forEach(this::redirect);
        touched.files()
                .forEach(one -> Stream.of(binary(), old)
                        .flatMap(name -> OutsideJava.texts(sources, one, name, now).stream())
                        .forEach(text -> edit(one, text)));
        widen();
        modifiers();
        qualify();
        links();
        edit(file, Edit.delete(MemberText.toDelete(file.source(), declaration)));
        new Imports(file).leftBehind(declaration, Set.of(simple)).forEach(one -> edits.delete(file, one.region()));
        List<ChangeSet.Change> changes = new ArrayList<>();
        Path path = file.source().path().resolveSibling(simple + ".java");
        changes.add(new ChangeSet.Change(
                path, ChangeSet.Kind.ADDED, file.source().sibling(path, ""), Optional.of(newFile())));
        changes.addAll(edits.changes());
        Set<String> warnings = new LinkedHashSet<>();
        OutsideJava outside = new OutsideJava(sources, binary(), now);
        changes.addAll(outside.changes());
        changes.addAll(ModuleDescriptors.renamed(sources, old, now).changes());
        warnings.addAll(outside.warnings());
        return new Plan(
                "move class " + simple + " out of " + outer().getSimpleName() + " to a file of its own",
                new ChangeSet(changes),
                Map.of(),
                named,
                words,
                new Plan.Effects(callers, List.of(), access, List.copyOf(warnings)),
                Map.of(old, now));
    }

    private TypeElement outer() {
        return (TypeElement) moved.element().getEnclosingElement();
    }

    /** Its name in class files and service files, such as {@code p.Outer$Nested}. */
    private String binary() {
        return file.attribution().elements().getBinaryName(moved.element()).toString();
    }

    /** What changes inside the class goes along with it. */
    private void edit(TouchedFile one, Edit edit) {
        boolean own = one == file
                && declaration.contains(edit.region())
                && !edit.region().equals(declaration);
        if (!own) {
            edits.add(one, edit);
        } else if (!inside.contains(edit)) {
            inside.add(edit);
        }
    }

    private boolean isMoved(Element element) {
        for (Element at = element; at != null; at = at.getEnclosingElement()) {
            if (isType(at)) {
                return true;
            }
        }
        return false;
    }

    private boolean isType(Element element) {
        return element instanceof TypeElement type && type.getQualifiedName().contentEquals(old);
    }

    private boolean isInside(Tree tree) {
        return declaration.contains(file.region(tree));
    }

    /** Whether the simple name means another type in a file. */
    private boolean isTaken(TouchedFile one) {
        boolean imported = new Imports(one)
                .named(simple)
                .filter(line -> !line.name().equals(old))
                .isPresent();
        return imported
                || sources.outline(one.source().path()).types().stream()
                        .anyMatch(type -> type.endsWith("." + simple) && !type.equals(old));
    }

    private void redirect(TouchedFile one) {
        boolean neighbour = one.packageName().equals(file.packageName());
        boolean known = imports(one, neighbour);
        boolean taken = isTaken(one);
        boolean simply = false;
        for (Use use : UseFinder.in(one, this::isType)) {
            Required.ownFile(sources, one, use.place());
            callers += one == file && isInside(use.tree()) ? 0 : 1;
            if (use.tree() instanceof MemberSelectTree select) {
                boolean full = one.text(select.getExpression()).startsWith(file.packageName() + ".");
                Region before = new Region(one.start(select), one.name(select).start());
                if (full || taken) {
                    edit(one, new Edit(before, file.packageName().isEmpty() ? "" : file.packageName() + "."));
                } else {
                    edit(one, Edit.delete(before));
                    simply = true;
                }
            } else {
                simply = true;
            }
        }
        if (simply && !known && !neighbour) {
            new Imports(one).adding(now).ifPresent(edit -> edit(one, edit));
        }
        comments(one, neighbour || known || simply);
    }

    /** Returns whether the file imports the class by its simple name. */
    private boolean imports(TouchedFile one, boolean neighbour) {
        boolean imported = false;
        for (Imports.Import line : new Imports(one).all()) {
            boolean itself = line.name().equals(old) && !line.isOnDemand();
            if (!isUnder(line)) {
                continue;
            }
            Required.ownFile(sources, one, one.place(line.region().start()));
            imported |= itself;
            if (itself && neighbour) {
                edit(one, Edit.delete(MemberText.toDelete(one.source(), line.region())));
            } else if (itself && line.isStatic()) {
                edit(one, new Edit(line.region(), "import " + now + ";"));
            } else {
                new Imports(one).renamed(line, old, now).forEach(edit -> edit(one, edit));
            }
        }
        return imported;
    }

    private boolean isUnder(Imports.Import line) {
        return line.name().equals(old) || line.name().startsWith(old + ".");
    }

    /** Links in comments follow. */
    private void comments(TouchedFile one, boolean known) {
        Pattern name = Pattern.compile(
                "(?<![\\w.])(" + Pattern.quote(old) + "|" + Pattern.quote(moved.nameInPackage()) + ")(?!\\w)");
        for (Token token : one.tokens()) {
            if (token.kind() == Token.Kind.JAVADOC) {
                Matcher matcher = name.matcher(token.of(one.text()));
                while (matcher.find()) {
                    int at = token.region().start() + matcher.start();
                    String written = matcher.group().equals(old) || !known ? now : simple;
                    edit(one, new Edit(new Region(at, at + matcher.group().length()), written));
                }
            }
        }
    }

    /** Private members on one side that the other goes on using. They are all in this file. */
    private void widen() {
        Set<Element> seen = new LinkedHashSet<>();
        for (Use use : UseFinder.in(file, element -> element.getModifiers().contains(Modifier.PRIVATE))) {
            if (isInside(use.tree()) != isMoved(use.target())) {
                if (Components.isField(use.target())) {
                    edit(file, Components.asked(use));
                } else {
                    seen.add(use.target());
                }
            }
        }
        new TreePathScanner<Void, Void>() {
            @Override
            public Void visitNewClass(NewClassTree tree, Void nothing) {
                Element constructor = file.element(getCurrentPath());
                boolean hidden =
                        constructor != null && constructor.getModifiers().contains(Modifier.PRIVATE);
                if (hidden && isInside(tree) != isMoved(constructor)) {
                    seen.add(constructor);
                }
                return super.visitNewClass(tree, nothing);
            }
        }.scan(file.unit(), null);
        for (Element element : seen) {
            if (!isType(element)) {
                Declarations.widened(file, element).ifPresent(edit -> {
                    edit(file, edit);
                    access.add(file.symbol(element) + ": private, now visible in its package");
                    words.add(element.getSimpleName().toString());
                });
            }
        }
    }

    /** A class at the top is public or visible in its package, and nothing else. */
    private void modifiers() {
        boolean some = file.start(moved.tree().getModifiers()) >= 0;
        int end = some ? file.end(moved.tree().getModifiers()) : -1;
        boolean implied = outer().getKind().isInterface();
        boolean isPublic = false;
        int after = moved.tree().getModifiers().getAnnotations().stream()
                .mapToInt(file::end)
                .max()
                .orElse(file.start(moved.tree()));
        for (Token token : file.tokensFrom(file.start(moved.tree()))) {
            if (token.region().start() >= end) {
                break;
            }
            isPublic |= token.is(file.text(), "public");
            if (token.is(file.text(), "static") || token.is(file.text(), "private")) {
                inside.add(Edit.delete(file.withGap(token.region())));
            } else if (token.is(file.text(), "protected")) {
                inside.add(new Edit(token.region(), "public"));
                access.add(now + ": protected, now public");
            }
        }
        if (implied && !isPublic) {
            int at = file.tokensFrom(after).stream()
                    .filter(token -> !token.isComment())
                    .findFirst()
                    .orElseThrow()
                    .region()
                    .start();
            inside.add(Edit.insert(at, "public "));
        }
    }

    /** Members of the classes around it are no longer known by their names alone. */
    private void qualify() {
        for (Use use : UseFinder.in(file, moved.path(), element -> true)) {
            Optional<TypeElement> provider = use.provider().filter(type -> !isMoved(type) && !isType(use.target()));
            Tree parent = use.path().getParentPath().getLeaf();
            boolean label = use.isCaseLabel() && use.target().getKind() == ElementKind.ENUM_CONSTANT;
            boolean ofObject = parent instanceof NewClassTree created && created.getEnclosingExpression() != null;
            if (provider.isPresent() && !label && !ofObject) {
                inside.add(Edit.insert(file.start(use.tree()), file.nameInPackage(provider.get()) + "."));
                named.add(provider.get().getQualifiedName().toString());
            }
        }
    }

    /** Comments in the class that link to its old neighbours by name. */
    private void links() {
        Set<String> neighbours = outer().getEnclosedElements().stream()
                .filter(element -> element instanceof TypeElement && !isType(element))
                .map(element -> element.getSimpleName().toString())
                .collect(Collectors.toSet());
        for (Token token : file.tokens()) {
            if (token.kind() == Token.Kind.JAVADOC && declaration.contains(token.region())) {
                Matcher links = ClassMove.LINK.matcher(token.of(file.text()));
                while (links.find()) {
                    if (neighbours.contains(links.group(2))) {
                        inside.add(Edit.insert(
                                token.region().start() + links.start(2), file.nameInPackage(outer()) + "."));
                    }
                }
            }
        }
    }

    private Draft newFile() {
        Set<String> used =
                new LinkedHashSet<>(List.of(declaration.of(file.text()).split("\\W+")));
        List<String> lines = new Imports(file)
                .all().stream()
                        .filter(one -> one.isOnDemand() || used.contains(one.simple()))
                        .filter(one -> !one.name().equals(old) || one.isOnDemand())
                        .map(one -> isUnder(one)
                                ? one.region().of(file.text()).replace(old, now)
                                : one.region().of(file.text()))
                        .distinct()
                        .toList();
        String from = file.source().indentation(file.start(moved.tree()));
        return ClassMove.head(file, file.packageName(), lines)
                .copy(file.source(), declaration, Indentation.shifted(file, declaration, from, "", inside))
                .write(file.source().lineEnding());
    }
}
