package paredown.cut.move;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.Tree;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import paredown.code.index.Sources;
import paredown.edit.EditSet;
import paredown.edit.Indentation;
import paredown.edit.TypeText;
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

/** One class on its way into another of its package: the place that it gets, and all that name it. */
final class Nesting {
    private final Sources sources;
    private final Touched touched;
    private final DeclaredClass moved;
    private final DeclaredClass target;
    private final TouchedFile from;
    private final TouchedFile to;
    private final String simple;
    private final String old;
    private final String now;
    private final Region declaration;
    private final boolean alone;
    private final TypeText types;
    private final EditSet edits = new EditSet();
    private final List<Edit> inside = new ArrayList<>();
    private final List<String> access = new ArrayList<>();
    private int callers;

    Nesting(Sources sources, Touched touched, DeclaredClass moved, DeclaredClass target) {
        this.sources = sources;
        this.touched = touched;
        this.moved = moved;
        this.target = target;
        this.from = moved.file();
        this.to = target.file();
        this.simple = moved.simpleName();
        this.old = moved.symbol();
        this.now = target.symbol() + "." + simple;
        this.declaration = MemberText.withComments(from, from.region(moved.tree()));
        this.alone = moved.isAlone();
        this.types = edits.types(to);
    }

    Plan plan() {
        touched.files().forEach(this::redirect);
        touched.files()
                .forEach(
                        one -> OutsideJava.texts(sources, one, old, spoken(one)).forEach(text -> edit(one, text)));
        modifiers();
        insideNames();
        target.endOfConstants().ifPresent(end -> edit(to, end));
        edit(to, place());
        List<String> warnings = new ArrayList<>();
        if (!alone) {
            edit(from, Edit.delete(MemberText.toDelete(from.source(), declaration)));
            if (from != to) {
                new Imports(from).leftBehind(declaration, Set.of()).forEach(one -> edits.delete(from, one.region()));
            }
        } else {
            head().ifPresent(warnings::add);
        }
        List<ChangeSet.Change> changes = new ArrayList<>(edits.changes());
        if (alone) {
            changes.removeIf(change -> change.file().equals(from.source().path()));
            changes.add(new ChangeSet.Change(
                    from.source().path(), ChangeSet.Kind.DELETED, from.source(), Optional.empty()));
        }
        OutsideJava outside = new OutsideJava(sources, old, binary());
        changes.addAll(outside.changes());
        warnings.addAll(outside.warnings());
        changes.addAll(ModuleDescriptors.renamed(sources, old, now).changes());
        return new Plan(
                "move class " + simple + " into " + target.nameInPackage(),
                new ChangeSet(changes),
                Map.of(),
                Set.of(now),
                Set.of(simple),
                new Plan.Effects(callers, List.of(), access, List.copyOf(warnings)),
                Map.of(old, now));
    }

    /** Its name in class files and service files from now on. */
    private String binary() {
        return to.attribution().elements().getBinaryName(target.element()) + "$" + simple;
    }

    /** Its name in texts of a file, from now on: the binary one, unless the file asks classes for the other. */
    private String spoken(TouchedFile one) {
        return one.text().contains("getCanonicalName") ? now : binary();
    }

    /** What changes inside the class goes along with it. */
    private void edit(TouchedFile one, Edit edit) {
        boolean own = one == from
                && declaration.contains(edit.region())
                && edit.region().start() < declaration.end()
                && !edit.region().equals(declaration);
        if (!own) {
            edits.add(one, edit);
        } else if (!inside.contains(edit)) {
            inside.add(edit);
        }
    }

    private boolean isType(Element element) {
        return element instanceof TypeElement type && type.getQualifiedName().contentEquals(old);
    }

    /** Whether the class is known by its simple name alone: in itself and, from now on, in the body of the class around it. */
    private boolean isKnown(TouchedFile one, Tree tree) {
        Region at = one.region(tree);
        return one == from && declaration.contains(at) || one == to && body().contains(at);
    }

    private Region body() {
        return new Region(target.openBrace(), to.end(target.tree()));
    }

    private void redirect(TouchedFile one) {
        boolean imported = imports(one);
        boolean named = false;
        for (Use use : UseFinder.in(one, this::isType)) {
            boolean own = one == from && declaration.contains(one.region(use.tree()));
            Required.ownFile(sources, one, use.place());
            callers += own ? 0 : 1;
            if (use.tree() instanceof MemberSelectTree select) {
                edit(one, new Edit(one.region(select.getExpression()), target.symbol()));
            } else {
                named |= !isKnown(one, use.tree());
            }
        }
        if (named && !imported) {
            new Imports(one).adding(now).ifPresent(edit -> edit(one, edit));
        }
        comments(one, imported || named);
    }

    /** Returns whether the file imports the class by its simple name. */
    private boolean imports(TouchedFile one) {
        boolean imported = false;
        for (Imports.Import line : new Imports(one).all()) {
            boolean meant = line.name().equals(old) || line.name().startsWith(old + ".");
            if (meant && !(one == from && alone)) {
                Required.ownFile(sources, one, one.place(line.region().start()));
                boolean itself = line.name().equals(old) && !line.isStatic() && !line.isOnDemand();
                imported |= itself;
                new Imports(one).renamed(line, old, now).forEach(edit -> edit(one, edit));
            }
        }
        return imported;
    }

    /** Links in comments follow. */
    private void comments(TouchedFile one, boolean known) {
        Pattern full = Pattern.compile("(?<![\\w.])" + Pattern.quote(old) + "(?!\\w)");
        for (Token token : one.tokens()) {
            if (token.kind() != Token.Kind.JAVADOC) {
                continue;
            }
            String text = token.of(one.text());
            int start = token.region().start();
            Matcher names = full.matcher(text);
            while (names.find()) {
                edit(one, new Edit(new Region(start + names.start(), start + names.end()), now));
            }
            Matcher links = ClassMove.LINK.matcher(text);
            boolean here =
                    one == from && declaration.contains(token.region()) || one == to && body().contains(token.region());
            while (links.find()) {
                boolean meant =
                        links.group(2).equals(simple) && one.packageName().equals(from.packageName());
                if (meant && !known && !here) {
                    edit(one, Edit.insert(start + links.start(2), target.nameInPackage() + "."));
                }
            }
        }
    }

    /** A class is static there; in an interface everything is, and public too. */
    private void modifiers() {
        boolean open = target.element().getKind().isInterface();
        boolean isPublic = moved.element().getModifiers().contains(Modifier.PUBLIC);
        if (open && !isPublic) {
            access.add(now + ": visible in its package, now public");
        }
        if (open || moved.element().getKind() != ElementKind.CLASS) {
            return;
        }
        ClassTree tree = (ClassTree) moved.tree();
        int after = tree.getModifiers().getAnnotations().stream()
                .mapToInt(from::end)
                .max()
                .orElse(from.start(tree));
        for (Token token : from.tokensFrom(after)) {
            if (!token.isComment() && !token.is(from.text(), "public")) {
                inside.add(Edit.insert(token.region().start(), "static "));
                return;
            }
        }
    }

    /** Types and statically imported members that the old file knows and the new one may not. */
    private void insideNames() {
        if (from == to) {
            return;
        }
        for (Use use : UseFinder.in(from, moved.path(), element -> true)) {
            Element element = use.target();
            boolean name = use.form() == Use.Form.NAME
                    && !isOwn(element)
                    && use.provider().isEmpty();
            if (name && element instanceof TypeElement type) {
                String text = types.of(type);
                if (!text.equals(from.text(use.tree()))) {
                    inside.add(new Edit(from.region(use.tree()), text));
                }
            } else if (name
                    && element.getEnclosingElement() instanceof TypeElement owner
                    && element.getModifiers().contains(Modifier.STATIC)
                    && !use.isCaseLabel()) {
                inside.add(Edit.insert(from.start(use.tree()), types.of(owner) + "."));
            }
        }
    }

    /** The class itself, what is declared in it, and variables of its methods. */
    private boolean isOwn(Element element) {
        for (Element at = element; at != null; at = at.getEnclosingElement()) {
            if (isType(at)) {
                return true;
            }
        }
        return false;
    }

    /** Behind the last member of the class around it. */
    private Edit place() {
        String newline = to.source().lineEnding();
        String outer = target.classIndentation();
        String inner = target.memberIndentation();
        int brace = to.end(target.tree()) - 1;
        int line = to.source().lineStart(to.source().line(brace));
        boolean ownLine = to.text().substring(line, brace).isBlank();
        boolean empty = to.text().substring(body().start() + 1, brace).isBlank();
        String source = from.source().indentation(from.start(moved.tree()));
        Draft draft = new Draft()
                .write(ownLine ? (empty ? "" : newline) : newline)
                .write(inner)
                .copy(
                        from.source(),
                        declaration,
                        Indentation.shifted(from, declaration, source, inner, inside, to.source()))
                .write(newline)
                .write(ownLine ? "" : outer);
        return Edit.insert(ownLine ? line : brace, draft);
    }

    /** A comment above the package goes with its file; where the other file has another, somebody may want it. */
    private Optional<String> head() {
        String mine =
                from.text().substring(0, from.start(from.unit().getPackage())).strip();
        String theirs = to.text().substring(0, to.start(to.unit().getPackage())).strip();
        return mine.isEmpty() || mine.equals(theirs)
                ? Optional.empty()
                : Optional.of("the comment at the head of "
                        + sources.project().relative(from.source().path()) + " goes with the file");
    }
}
