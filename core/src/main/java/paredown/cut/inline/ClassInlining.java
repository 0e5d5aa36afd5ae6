package paredown.cut.inline;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import paredown.analysis.effect.SideEffects;
import paredown.analysis.init.ClassInitialisation;
import paredown.code.index.Sources;
import paredown.edit.EditSet;
import paredown.edit.Indentation;
import paredown.edit.LinkedTypes;
import paredown.edit.MemberLinks;
import paredown.edit.Transplant;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.Imports;
import paredown.tree.MemberText;
import paredown.tree.Required;
import paredown.tree.Scopes;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Place;
import paredown.verdict.Plan;
import paredown.verdict.RefusedException;
import paredown.verdict.Rule;

/** What the ways to dissolve a class have in common: its uses, the move of its members, the end of its file. */
final class ClassInlining {
    final Sources sources;
    final Touched touched;
    final DeclaredClass source;
    final EditSet edits = new EditSet();
    final Map<String, Set<String>> meanings = new LinkedHashMap<>();
    final Map<String, String> renamed = new LinkedHashMap<>();

    ClassInlining(Sources sources, Touched touched, DeclaredClass source) {
        this.sources = sources;
        this.touched = touched;
        this.source = source;
        edits.know(source.file());
    }

    Place place() {
        return source.file().place(source.tree());
    }

    RefusedException refused(Place place, Rule rule, String reason) {
        return Required.refused(place, rule, reason, "keep " + source.simpleName());
    }

    boolean isSource(Element element) {
        return element instanceof TypeElement type && type.getQualifiedName().contentEquals(source.symbol());
    }

    boolean isMember(Element element) {
        return element.getEnclosingElement() != null && isSource(element.getEnclosingElement());
    }

    boolean isInside(Use use) {
        return use.file() == source.file() && use.isWithin(source.tree());
    }

    /** Uses of the class, or of its members, in all other code. */
    List<Use> uses(boolean members) {
        List<Use> found = new ArrayList<>();
        for (TouchedFile file : touched.files()) {
            UseFinder.in(file, element -> members ? isMember(element) : isSource(element)).stream()
                    .filter(use -> !isInside(use))
                    .forEach(use -> {
                        Required.ownFile(sources, file, use.place());
                        found.add(use);
                    });
        }
        return found;
    }

    /** The class that members go to: the one asked for, else the only one that uses them. */
    DeclaredClass target(Optional<String> into, List<Use> uses) {
        if (into.isPresent()) {
            return paredown.tree.MemberName.owner(sources, touched, into.get());
        }
        Set<String> users = new LinkedHashSet<>();
        for (Use use : uses) {
            if (!use.file().isTest()) {
                users.add(use.file().symbol(outermost(use)));
            }
        }
        if (users.size() != 1) {
            throw refused(
                    place(),
                    Rule.FITS_THE_KIND,
                    users.isEmpty()
                            ? uses.isEmpty() ? "nothing uses it" : "only tests use it"
                            : users.size() + " classes use it: say with --into where it goes");
        }
        return paredown.tree.MemberName.owner(sources, touched, users.iterator().next());
    }

    private static Element outermost(Use use) {
        TreePath at = use.path();
        TreePath found = null;
        for (; at != null; at = at.getParentPath()) {
            if (at.getLeaf() instanceof com.sun.source.tree.ClassTree) {
                found = at;
            }
        }
        return use.file().element(found);
    }

    void requireFreeNames(DeclaredClass target, List<Member> members) {
        TypeElement element = target.element();
        for (Member member : members) {
            boolean taken = target.file().attribution().elements().getAllMembers(element).stream()
                    .anyMatch(other -> member.isField()
                            ? other.getKind().isField() && other.getSimpleName().contentEquals(member.name())
                            : other.getKind() == ElementKind.METHOD
                                    && target.file().symbol(other).endsWith("#" + member.spelling()));
            if (taken) {
                throw refused(
                        source.file().place(member.tree()),
                        Rule.NAME_IS_FREE,
                        target.simpleName() + " has a '" + member.spelling() + "' already");
            }
        }
    }

    /** Whether the class is named in front of one of its members. */
    boolean isQualifier(Use use) {
        Tree parent = use.path().getParentPath().getLeaf();
        return parent instanceof MemberSelectTree select
                        && select.getExpression() == use.tree()
                        && !select.getIdentifier().contentEquals("class")
                        && !select.getIdentifier().contentEquals("this")
                || parent instanceof MemberReferenceTree reference
                        && reference.getMode() == MemberReferenceTree.ReferenceMode.INVOKE;
    }

    /** Whoever names a static member names it where it is now. */
    void redirect(Use use, DeclaredClass target) {
        boolean here = target.element().equals(use.file().element(Scopes.type(use.path())));
        boolean hidden = use.target().getKind().isField()
                && Scopes.localNames(use.path())
                        .contains(use.target().getSimpleName().toString());
        String type = edits.types(use.file()).of(target.element());
        if (use.isMethodReference()) {
            edits.add(use.file(), new Edit(use.file().region(use.qualifier().orElseThrow()), type));
        } else if (use.form() == Use.Form.NAME) {
            if (!here) {
                edits.add(use.file(), Edit.insert(use.file().start(use.tree()), type + "."));
            }
        } else {
            TouchedFile file = use.file();
            Region qualifier = file.region(use.qualifier().orElseThrow());
            Region front = new Region(qualifier.start(), file.name(use.tree()).start());
            // 'Type.<A>method()' keeps what is said of its type parameters.
            boolean typed = file.text().substring(qualifier.end(), front.end()).contains("<");
            edits.add(file, typed ? new Edit(qualifier, type) : new Edit(front, here && !hidden ? "" : type + "."));
        }
    }

    /** Whether the value of a field is the same whenever it is worked out. */
    boolean isFreeOfOrder(Member field) {
        ExpressionTree value = field.fieldTree().getInitializer();
        if (value == null || ((VariableElement) field.element()).getConstantValue() != null) {
            return true;
        }
        SideEffects evaluation = SideEffects.of(source.file(), new TreePath(field.path(), value));
        return !evaluation.writes() && !evaluation.reads() && !evaluation.fails();
    }

    /** A member's text as it reads in the target class. */
    Draft moved(Member member, DeclaredClass target, List<Edit> own) {
        if (member.isField() && source.sharesDeclaration(member)) {
            throw refused(
                    source.file().place(member.tree()),
                    Rule.WHOLE_DECLARATION,
                    "'" + member.name() + "' is declared together with others");
        }
        return stretch(member, target, member.withComments(), own);
    }

    /** A part of a member's text as it reads in the target class. */
    Draft stretch(Member member, DeclaredClass target, Region part) {
        return stretch(member, target, part, List.of());
    }

    private Draft stretch(Member member, DeclaredClass target, Region part, List<Edit> own) {
        TouchedFile file = source.file();
        Transplant transplant = new Transplant(
                file, source.element(), target.file(), target.element(), edits.types(target.file()), Optional.of(""));
        source.members().forEach(other -> transplant.leaving(other.element()));
        transplant.leaving(source.element());
        List<Edit> inside = new ArrayList<>(own);
        inside.addAll(transplant.edits(member.path()));
        edits.widen(transplant.widened());
        for (Use use : UseFinder.in(file, member.path(), this::isSource)) {
            inside.add(
                    new Edit(file.region(use.tree()), edits.types(target.file()).of(target.element())));
        }
        inside.addAll(links(part, target));
        meanings.put(member.symbol(), Set.of(target.symbol() + "#" + member.spelling()));
        Region whole = member.withComments();
        return new Draft().copy(file.source(), part, Indentation.fitted(file, member, whole, target, inside));
    }

    /** The comments above a class as they read above the one that it goes into. */
    Draft comments(Region part, DeclaredClass target) {
        return new Draft().copy(source.file().source(), part, links(part, target));
    }

    /** What a comment that moves says of the class, it says of the one that it stands in now. */
    private List<Edit> links(Region part, DeclaredClass target) {
        TouchedFile file = source.file();
        Set<String> known = new LinkedHashSet<>(edits.types(target.file()).imported());
        known.add(source.symbol());
        List<Edit> links = new ArrayList<>(new LinkedTypes(source, target.file(), known).qualified(part));
        for (Token token : file.tokensFrom(part.start())) {
            if (token.region().start() >= part.end()) {
                break;
            }
            for (boolean member : new boolean[] {true, false}) {
                Matcher tag = (member ? MemberLinks.TAG : MemberLinks.TYPE).matcher(token.of(file.text()));
                while (token.kind() == Token.Kind.JAVADOC && tag.find()) {
                    if (tag.group(1).equals(source.simpleName()) || tag.group(1).equals(source.symbol())) {
                        int start = token.region().start();
                        links.add(new Edit(
                                new Region(start + tag.start(1), start + tag.end(1)),
                                member ? "" : target.simpleName()));
                    }
                }
            }
        }
        return links;
    }

    /** Puts members into a class that has none. */
    void fill(DeclaredClass target, List<Draft> fields, List<Draft> methods) {
        TouchedFile to = target.file();
        String newline = to.source().lineEnding();
        String line = newline + target.memberIndentation();
        Draft text = new Draft();
        fields.forEach(field -> text.write(line).write(field));
        for (int i = 0; i < methods.size(); i++) {
            text.write(i == 0 && fields.isEmpty() ? line : newline + line).write(methods.get(i));
        }
        boolean oneLine = to.source().line(target.openBrace()) == to.source().line(to.end(target.tree()) - 1);
        text.write(oneLine ? newline + target.classIndentation() : "");
        edits.add(to, Edit.insert(target.openBrace() + 1, text));
    }

    /** Puts members at the end of a class. */
    void append(DeclaredClass target, List<Draft> members) {
        TouchedFile to = target.file();
        String newline = to.source().lineEnding();
        Draft text = new Draft();
        members.forEach(member ->
                text.write(newline + newline + target.memberIndentation()).write(member));
        int end = target.openBrace() + 1;
        for (Tree tree : target.tree().getMembers()) {
            boolean written = to.start(tree) > target.openBrace() && to.end(tree) > to.start(tree);
            if (written && !edits.deletes(to, to.region(tree))) {
                end = Math.max(end, MemberText.withComments(to, to.region(tree)).end());
            }
        }
        edits.add(to, Edit.insert(end, text));
    }

    /** Puts fields behind the last static ones; at the top where there are none, or where what the class starts with comes to them. */
    void prepend(DeclaredClass target, List<Draft> fields) {
        TouchedFile to = target.file();
        String newline = to.source().lineEnding();
        Optional<Member> last = target.members().stream()
                .filter(member -> member.isField() && member.isStatic() && member.tree() instanceof VariableTree)
                .filter(member -> member.element().getKind() == ElementKind.FIELD)
                .reduce((one, other) -> other)
                .filter(member -> !isUsedAtStart(target, member.withComments().end()));
        Draft text = new Draft();
        int at = last.map(member -> member.withComments().end()).orElse(target.openBrace() + 1);
        if (last.isEmpty() && isUsedAtStart(target, target.openBrace())) {
            throw refused(
                    place(),
                    Rule.KEEPS_INITIALISATION_ORDER,
                    "its values are asked for before " + target.simpleName() + " would have them");
        }
        fields.forEach(field -> text.write(newline + target.memberIndentation()).write(field));
        text.write(last.isPresent() || target.members().isEmpty() ? "" : newline);
        edits.add(to, Edit.insert(at, text));
    }

    /** Whether what a class carries out when it is initialised, in front of a place, comes to a static field of the class that goes. */
    boolean isUsedAtStart(DeclaredClass target, int place) {
        return new ClassInitialisation(sources, target).comesTo(place, ClassInitialisation.computed(source));
    }

    /** Who uses static members of the class that goes has the one that takes them loaded instead. */
    void requireQuiet(DeclaredClass target, List<Use> statics) {
        String member = statics.stream()
                .map(use -> use.target().getSimpleName().toString())
                .findFirst()
                .orElse("");
        new ClassInitialisation(sources, target)
                .requireUnobserved(statics, "a use of '" + member + "'", "keep " + source.simpleName());
    }

    /** Ends the class: its file, its imports, its place in a file with others. */
    Plan finished(DeclaredClass target, String title, int callers, List<String> warnings) {
        TouchedFile file = source.file();
        MemberLinks links = new MemberLinks(sources, source, target, edits, true);
        source.members().stream()
                .filter(member -> meanings.containsKey(member.symbol()))
                .forEach(member -> links.follow(touched, member, Optional.empty()));
        links.followType(touched);
        for (TouchedFile one : touched.files()) {
            for (Imports.Import line : new Imports(one).all()) {
                boolean meant = line.name().equals(source.symbol())
                        || line.isStatic() && line.owner().equals(source.symbol());
                if (meant && !(one == file && source.isAlone())) {
                    edits.add(one, Edit.delete(MemberText.toDelete(one.source(), line.region())));
                }
            }
        }
        if (!source.isAlone()) {
            Region region = MemberText.withComments(file, file.region(source.tree()));
            edits.add(file, Edit.delete(MemberText.toDelete(file.source(), region)));
        }
        List<ChangeSet.Change> changes = new ArrayList<>(edits.changes());
        if (source.isAlone()) {
            changes.removeIf(change -> change.file().equals(file.source().path()));
            changes.add(new ChangeSet.Change(
                    file.source().path(), ChangeSet.Kind.DELETED, file.source(), Optional.empty()));
        }
        return new Plan(
                title,
                new ChangeSet(changes),
                meanings,
                Set.of(),
                words(),
                new Plan.Effects(callers, List.of(), edits.visibility(), warnings),
                renamed);
    }

    /** The class, and what its new home gets: subclasses and callers of that may mean something else by these names. */
    private Set<String> words() {
        Set<String> words = new LinkedHashSet<>(edits.widenedNames());
        words.add(source.simpleName());
        source.members().stream()
                .filter(member -> !member.isPrivate() && member.element().getKind() != ElementKind.CONSTRUCTOR)
                .forEach(member -> words.add(member.name()));
        return words;
    }
}
