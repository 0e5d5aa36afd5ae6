package paredown.cut.move;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.ModifiersTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.util.Elements.Origin;
import paredown.code.compile.Overriding;
import paredown.code.index.Sources;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;
import paredown.tree.DeclaredClass;
import paredown.tree.Imports;
import paredown.tree.MemberText;
import paredown.tree.Required;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Plan;
import paredown.verdict.Rule;

/** One class on its way to another package: its file, and all that name it. */
final class ClassMove {
    static final Pattern LINK = Pattern.compile("((?:@link|@linkplain|@see|@throws|@exception|@value)\\s+)(\\w+)");

    private final Sources sources;
    private final Touched touched;
    private final DeclaredClass moved;
    private final String to;
    private final TouchedFile file;
    private final String from;
    private final String simple;
    private final boolean alone;
    private final Map<TouchedFile, List<Edit>> edits = new LinkedHashMap<>();
    private final Set<Element> published = new LinkedHashSet<>();
    private final List<String> access = new ArrayList<>();
    private final Set<String> warnings = new LinkedHashSet<>();
    private int callers;

    ClassMove(Sources sources, Touched touched, DeclaredClass moved, String to) {
        this.sources = sources;
        this.touched = touched;
        this.moved = moved;
        this.to = to;
        this.file = moved.file();
        this.from = file.packageName();
        this.simple = moved.simpleName();
        this.alone = moved.isAlone();
    }

    Plan plan() {
        for (TouchedFile one : touched.files()) {
            if (one != file || !alone) {
                redirect(one);
            }
            reach(one);
            edit(one, OutsideJava.texts(sources, one, from + "." + simple, to + "." + simple));
        }
        List<ChangeSet.Change> changes = new ArrayList<>();
        ChangeSet.Change added = newFile();
        publishFurther();
        publish();
        if (alone) {
            List<Edit> own = new ArrayList<>(edits.getOrDefault(file, List.of()));
            own.addAll(movedEdits(whole()));
            own.add(new Edit(file.region(file.unit().getPackageName()), to));
            own.addAll(moveImports());
            changes.add(new ChangeSet.Change(
                    file.source().path(), ChangeSet.Kind.DELETED, file.source(), Optional.empty()));
            changes.add(new ChangeSet.Change(
                    added.file(), ChangeSet.Kind.ADDED, added.before(), Optional.of(file.edited(own))));
        } else {
            changes.add(
                    new ChangeSet.Change(added.file(), ChangeSet.Kind.ADDED, added.before(), Optional.of(separated())));
            edit(file, Edit.delete(MemberText.toDelete(file.source(), declaration())));
            edit(file, new Imports(file).leftBehind(declaration(), Set.of(simple)));
        }
        edits.forEach((one, all) -> {
            if (!all.isEmpty() && !(one == file && alone)) {
                changes.add(new ChangeSet.Change(
                        one.source().path(), ChangeSet.Kind.EDITED, one.source(), Optional.of(one.edited(all))));
            }
        });
        OutsideJava outside = new OutsideJava(sources, from + "." + simple, to + "." + simple);
        changes.addAll(outside.changes());
        warnings.addAll(outside.warnings());
        ModuleDescriptors descriptors =
                ModuleDescriptors.moved(sources, file.source().path(), from, simple, to, alone);
        changes.addAll(descriptors.changes());
        warnings.addAll(descriptors.warnings());
        return new Plan(
                "move class " + simple + " from " + from + " to " + to,
                new ChangeSet(changes),
                Map.of(),
                Set.of(to + "." + simple),
                words(),
                new Plan.Effects(callers, List.of(), access, List.copyOf(warnings)),
                Map.of(from + "." + simple, to + "." + simple));
    }

    /** What has the name of something that is public now may override it, or be hidden by it. */
    private Set<String> words() {
        Set<String> words = new LinkedHashSet<>(Set.of(simple));
        published.stream()
                .filter(one -> one.getKind() != ElementKind.CONSTRUCTOR)
                .forEach(one -> words.add(one.getSimpleName().toString()));
        return words;
    }

    private void edit(TouchedFile one, Edit edit) {
        List<Edit> known = edits.computeIfAbsent(one, key -> new ArrayList<>());
        // What is found in two ways is changed once.
        if (edit.region().length() == 0 || !known.contains(edit)) {
            known.add(edit);
        }
    }

    private void edit(TouchedFile one, List<Edit> all) {
        all.forEach(edit -> edit(one, edit));
    }

    private Region declaration() {
        return MemberText.withComments(file, file.region(moved.tree()));
    }

    private Region whole() {
        return new Region(0, file.text().length());
    }

    private boolean isMoved(Element element) {
        for (Element at = element; at != null; at = at.getEnclosingElement()) {
            if (at instanceof TypeElement type && type.getQualifiedName().contentEquals(from + "." + simple)) {
                return true;
            }
        }
        return false;
    }

    private boolean isType(Element element) {
        return element instanceof TypeElement type && type.getQualifiedName().contentEquals(from + "." + simple);
    }

    /** Whether a place is part of the class that moves. */
    private boolean isInside(TouchedFile one, Tree tree) {
        return one == file && file.region(moved.tree()).contains(file.region(tree));
    }

    private void redirect(TouchedFile one) {
        boolean named = false;
        boolean imported = false;
        String old = from + "." + simple;
        for (Imports.Import line : new Imports(one).all()) {
            String name = line.isStatic() ? line.owner() : line.name();
            boolean meant = name.equals(old) || name.startsWith(old + ".");
            if (!meant) {
                continue;
            }
            Required.ownFile(sources, one, one.place(line.region().start()));
            boolean needless = !line.isStatic()
                    && name.equals(old)
                    && !line.isOnDemand()
                    && one.packageName().equals(to);
            imported |= !line.isStatic() && name.equals(old) && !line.isOnDemand();
            if (needless) {
                edit(one, Edit.delete(MemberText.toDelete(one.source(), line.region())));
            } else {
                edit(one, new Imports(one).renamed(line, old, to + "." + simple));
            }
        }
        for (Use use : UseFinder.in(one, this::isType)) {
            if (isInside(one, use.tree())) {
                continue;
            }
            Required.ownFile(sources, one, use.place());
            callers++;
            if (use.tree() instanceof MemberSelectTree select) {
                edit(one, new Edit(one.region(select.getExpression()), to));
            } else {
                named = true;
            }
        }
        if (named && !imported && !one.packageName().equals(to)) {
            new Imports(one).adding(to + "." + simple).ifPresent(edit -> edit(one, edit));
        }
        comments(one, named || imported);
    }

    /** Links in comments follow. */
    private void comments(TouchedFile one, boolean known) {
        for (Token token : one.tokens()) {
            boolean own = one == file && declaration().contains(token.region());
            if (token.kind() != Token.Kind.JAVADOC || own) {
                continue;
            }
            String text = token.of(one.text());
            Matcher full = Pattern.compile("\\b" + Pattern.quote(from + "." + simple) + "\\b")
                    .matcher(text);
            while (full.find()) {
                int at = token.region().start() + full.start();
                edit(one, new Edit(new Region(at, at + from.length()), to));
            }
            Matcher links = LINK.matcher(text);
            while (links.find()) {
                if (links.group(2).equals(simple) && !known && one.packageName().equals(from)) {
                    edit(one, Edit.insert(token.region().start() + links.start(2), to + "."));
                }
            }
        }
    }

    /** What can be seen inside the package only must be seen across its border now. */
    private void reach(TouchedFile one) {
        for (Use use : UseFinder.in(one, element -> true)) {
            judge(one, use.tree(), use.target());
        }
        new TreePathScanner<Void, Void>() {
            @Override
            public Void visitNewClass(NewClassTree tree, Void nothing) {
                Element constructor = one.element(getCurrentPath());
                if (constructor != null && tree.getClassBody() == null) {
                    judge(one, tree, constructor);
                }
                return super.visitNewClass(tree, nothing);
            }

            @Override
            public Void visitLambdaExpression(LambdaExpressionTree tree, Void nothing) {
                typeOf(getCurrentPath());
                return super.visitLambdaExpression(tree, nothing);
            }

            @Override
            public Void visitMemberReference(MemberReferenceTree tree, Void nothing) {
                typeOf(getCurrentPath());
                return super.visitMemberReference(tree, nothing);
            }

            @Override
            public Void visitMemberSelect(MemberSelectTree tree, Void nothing) {
                typeOf(new TreePath(getCurrentPath(), tree.getExpression()));
                return super.visitMemberSelect(tree, nothing);
            }

            /** A type can be needed where nobody writes its name: for a lambda, or a member of what a call gives. JLS 6.6. */
            private void typeOf(TreePath path) {
                if (one.attribution().trees().getTypeMirror(path) instanceof DeclaredType type) {
                    judge(one, path.getLeaf(), type.asElement());
                }
            }
        }.scan(new TreePath(one.unit()), null);
    }

    private void judge(TouchedFile one, Tree tree, Element target) {
        boolean inside = isInside(one, tree);
        boolean own = isMoved(target);
        boolean crosses = inside
                ? !own && from.equals(packageOf(target)) && !from.equals(to)
                : own && !one.packageName().equals(to);
        Set<Modifier> modifiers = target.getModifiers();
        boolean hidden = !modifiers.contains(Modifier.PUBLIC) && !modifiers.contains(Modifier.PRIVATE);
        boolean declared = target.getEnclosingElement() instanceof TypeElement || target instanceof TypeElement;
        boolean implied = target.getEnclosingElement() != null
                && (target.getEnclosingElement().getKind().isInterface()
                        || target.getKind() == ElementKind.ENUM_CONSTANT
                        || target.getKind() == ElementKind.TYPE_PARAMETER);
        if (crosses && isWritten(target) && hidden && declared && !implied && !isInherited(one, tree, target)) {
            boolean source = one.attribution().trees().getTree(target) != null;
            if (source) {
                published.add(target);
            }
        }
    }

    private boolean isWritten(Element element) {
        return file.attribution().elements().getOrigin(element) != Origin.MANDATED;
    }

    private boolean isCanonical(ExecutableElement constructor) {
        List<String> components = ((TypeElement) constructor.getEnclosingElement())
                .getRecordComponents().stream()
                        .map(one -> one.asType().toString())
                        .toList();
        return constructor.getParameters().stream()
                .map(one -> one.asType().toString())
                .toList()
                .equals(components);
    }

    private boolean isInherited(TouchedFile one, Tree tree, Element target) {
        if (!target.getModifiers().contains(Modifier.PROTECTED) || target.getKind() == ElementKind.CONSTRUCTOR) {
            return false;
        }
        TreePath path = one.attribution().trees().getPath(one.unit(), tree);
        for (TreePath at = path; at != null; at = at.getParentPath()) {
            boolean subclass = at.getLeaf() instanceof ClassTree
                    && one.element(at) instanceof TypeElement type
                    && target.getEnclosingElement() instanceof TypeElement owner
                    && one.attribution()
                            .types()
                            .isSubtype(
                                    one.attribution().types().erasure(type.asType()),
                                    one.attribution().types().erasure(owner.asType()));
            if (subclass) {
                return true;
            }
        }
        return false;
    }

    private String packageOf(Element element) {
        return file.attribution()
                .elements()
                .getPackageOf(element)
                .getQualifiedName()
                .toString();
    }

    /** What overrides a method that all can see must be seen by all, too. JLS 8.4.8.3. */
    private void publishFurther() {
        // A constructor that a record writes itself is seen by all who see the record. JLS 8.10.4.
        for (Element element : List.copyOf(published)) {
            if (element.getKind() == ElementKind.RECORD) {
                element.getEnclosedElements().stream()
                        .filter(one -> one.getKind() == ElementKind.CONSTRUCTOR && isCanonical((ExecutableElement) one))
                        .filter(one -> !one.getModifiers().contains(Modifier.PUBLIC) && isWritten(one))
                        .forEach(published::add);
            }
        }
        for (TouchedFile one : touched.files()) {
            Set<String> symbols = published.stream().map(one::symbol).collect(Collectors.toSet());
            Overriding overriding = new Overriding(one.attribution());
            new TreePathScanner<Void, Void>() {
                @Override
                public Void visitMethod(MethodTree tree, Void nothing) {
                    boolean hidden = one.element(getCurrentPath()) instanceof ExecutableElement method
                            && !method.getModifiers().contains(Modifier.PUBLIC)
                            && overriding.overridden(method).map(one::symbol).anyMatch(symbols::contains);
                    if (hidden) {
                        published.add(one.element(getCurrentPath()));
                    }
                    return super.visitMethod(tree, nothing);
                }
            }.scan(new TreePath(one.unit()), null);
        }
    }

    private void publish() {
        Set<Tree> done = Collections.newSetFromMap(new IdentityHashMap<>());
        for (Element element : published) {
            for (TouchedFile one : touched.files()) {
                TreePath path = one.attribution().trees().getPath(element);
                boolean here = path != null && path.getCompilationUnit() == one.unit();
                if (here && done.add(path.getLeaf())) {
                    Required.ownFile(sources, one, one.place(path.getLeaf()));
                    requireOwnName(one, element, path);
                    publicly(one, path.getLeaf()).ifPresent(edit -> {
                        // Variables that are declared together have one access.
                        if (!edits.getOrDefault(one, List.of()).contains(edit)) {
                            edit(one, edit);
                        }
                        access.add(one.symbol(element) + ": now public");
                    });
                }
            }
        }
    }

    /** A public class has its file's name. JLS 7.6. */
    private void requireOwnName(TouchedFile one, Element element, TreePath path) {
        String file = one.source().path().getFileName().toString();
        boolean top = element.getEnclosingElement().getKind() == ElementKind.PACKAGE;
        if (top && !isType(element) && !file.equals(element.getSimpleName() + ".java")) {
            throw Required.refused(
                    one.place(path.getLeaf()),
                    Rule.REACHABLE,
                    "'" + element.getSimpleName() + "' would have to be public, and cannot be in " + file,
                    "give '" + element.getSimpleName() + "' a file of its own first");
        }
    }

    private static Optional<Edit> publicly(TouchedFile one, Tree tree) {
        ModifiersTree modifiers = tree instanceof MethodTree method
                ? method.getModifiers()
                : tree instanceof VariableTree variable
                        ? variable.getModifiers()
                        : tree instanceof ClassTree type ? type.getModifiers() : null;
        if (modifiers == null) {
            return Optional.empty();
        }
        int after = modifiers.getAnnotations().stream().mapToInt(one::end).max().orElse(one.start(tree));
        for (Token token : one.tokensFrom(after)) {
            if (token.isComment()) {
                continue;
            }
            return Optional.of(
                    token.is(one.text(), "protected")
                            ? new Edit(token.region(), "public")
                            : Edit.insert(token.region().start(), "public "));
        }
        return Optional.empty();
    }

    private ChangeSet.Change newFile() {
        Path folder = file.source().path().getParent();
        for (int i = 0; i < from.split("\\.").length; i++) {
            folder = folder.getParent();
        }
        Path path = folder.resolve(to.replace('.', '/')).resolve(simple + ".java");
        return new ChangeSet.Change(path, ChangeSet.Kind.ADDED, file.source().sibling(path, ""), Optional.empty());
    }

    /** Simple names of types of the old package that the moved class knows without an import. */
    private Set<String> neededFromOld() {
        Set<String> needed = new TreeSet<>();
        Imports imports = new Imports(file);
        for (Use use : UseFinder.in(file, element -> element instanceof TypeElement)) {
            Element target = use.target();
            boolean top = target.getEnclosingElement().getKind() == ElementKind.PACKAGE;
            boolean neighbour = isInside(file, use.tree())
                    && top
                    && use.form() == Use.Form.NAME
                    && packageOf(target).equals(from)
                    && !isMoved(target);
            if (neighbour && imports.named(target.getSimpleName().toString()).isEmpty()) {
                needed.add(from + "." + target.getSimpleName());
            }
        }
        return needed;
    }

    private List<Edit> moveImports() {
        Imports imports = new Imports(file);
        List<Edit> all = new ArrayList<>();
        neededFromOld().forEach(name -> imports.adding(name).ifPresent(all::add));
        imports.all().stream()
                .filter(one ->
                        !one.isStatic() && !one.isOnDemand() && one.owner().equals(to))
                .forEach(one -> all.add(Edit.delete(MemberText.toDelete(file.source(), one.region()))));
        return all;
    }

    /** Edits inside the moved class: qualified names of itself, and links to its old neighbours. */
    private List<Edit> movedEdits(Region part) {
        List<Edit> all = new ArrayList<>();
        String old = from + "." + simple;
        for (Use use : UseFinder.in(file, this::isType)) {
            if (use.tree() instanceof MemberSelectTree select
                    && isInside(file, use.tree())
                    && file.text(select).equals(old)) {
                all.add(new Edit(file.region(select.getExpression()), to));
            }
        }
        if (alone) {
            for (Imports.Import line : new Imports(file).all()) {
                String name = line.isStatic() ? line.owner() : line.name();
                if (name.equals(old) || name.startsWith(old + ".")) {
                    all.addAll(new Imports(file).renamed(line, old, to + "." + simple));
                }
            }
        }
        Imports imports = new Imports(file);
        Set<String> needed = neededFromOld();
        for (Token token : file.tokens()) {
            if (token.kind() != Token.Kind.JAVADOC || !part.contains(token.region())) {
                continue;
            }
            String comment = token.of(file.text());
            Matcher full = Pattern.compile("\\b" + Pattern.quote(old) + "\\b").matcher(comment);
            while (full.find()) {
                int at = token.region().start() + full.start();
                all.add(new Edit(new Region(at, at + from.length()), to));
            }
            Matcher links = LINK.matcher(comment);
            while (links.find()) {
                String name = links.group(2);
                boolean neighbour = imports.named(name).isEmpty()
                        && !name.equals(simple)
                        && !needed.contains(from + "." + name)
                        && !sources.declaring(from + "." + name).isEmpty();
                if (neighbour) {
                    all.add(Edit.insert(token.region().start() + links.start(2), from + "."));
                }
            }
        }
        return all;
    }

    /** The text of a file of its own for a class that shared one. */
    private Draft separated() {
        Region part = declaration();
        Set<String> words = new LinkedHashSet<>(List.of(part.of(file.text()).split("\\W+")));
        Set<String> lines = new TreeSet<>();
        for (Imports.Import one : new Imports(file).all()) {
            boolean wanted = one.isOnDemand() || words.contains(one.simple());
            if (wanted && !one.owner().equals(to)) {
                lines.add(one.region().of(file.text()));
            }
        }
        neededFromOld().forEach(name -> lines.add("import " + name + ";"));
        List<Edit> inside = new ArrayList<>(movedEdits(part));
        List<Edit> shared = edits.getOrDefault(file, new ArrayList<>());
        for (Edit edit : List.copyOf(shared)) {
            if (part.contains(edit.region())
                    && edit.region().length() + edit.text().length() > 0) {
                inside.add(edit);
                shared.remove(edit);
            }
        }
        return head(file, to, lines)
                .copy(file.source(), part, inside)
                .write(file.source().lineEnding());
    }

    /**
     * What stands above a class in a file that it gets of its own.
     *
     * @param from the file that it shared, whose head comment goes along
     * @param imports whole declarations
     */
    static Draft head(TouchedFile from, String packageName, Collection<String> imports) {
        String newline = from.source().lineEnding();
        Draft draft = new Draft();
        if (from.unit().getPackage() != null) {
            draft.copy(from.source(), new Region(0, from.start(from.unit().getPackage())))
                    .write("package " + packageName + ";" + newline + newline);
        }
        imports.forEach(line -> draft.write(line + newline));
        return draft.write(imports.isEmpty() ? "" : newline);
    }
}
