package paredown.cut.extract;

import com.sun.source.tree.MethodTree;
import com.sun.source.tree.ModifiersTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeKind;
import paredown.code.compile.Symbol;
import paredown.code.index.Sources;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.source.Tokens;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.Imports;
import paredown.tree.LocalNames;
import paredown.tree.MemberText;
import paredown.tree.Required;
import paredown.tree.SectionHeading;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.verdict.Place;
import paredown.verdict.Plan;
import paredown.verdict.Refusal;
import paredown.verdict.RefusedException;
import paredown.verdict.Rule;

/** One extraction being worked out: puts the pieces together into the changed files. */
final class Extraction {
    private final Sources sources;
    private final Touched touched;
    private final DeclaredClass source;
    private final Set<Member> moved;
    private final ExtractClass request;
    private final Optional<ExistingTarget> host;
    private final MovedCode code;
    private final Construction construction;
    private final Callers callers;
    private final MemberNames members;
    private final RecordComponents components;
    private final MovedHeadings headings;
    private final NewNames names;
    private final MovedText text;
    private final DocLinks links;
    private final NewClassText newClass;
    private final Warnings warnings;
    private final List<String> visibility = new ArrayList<>();
    private final Map<Path, List<Edit>> edits = new LinkedHashMap<>();
    private final List<Edit> movedEdits;

    Extraction(
            Sources sources,
            Touched touched,
            DeclaredClass source,
            Set<Member> moved,
            ExtractClass request,
            Optional<ExistingTarget> host) {
        this.sources = sources;
        this.touched = touched;
        this.source = source;
        this.moved = moved;
        this.request = request;
        this.host = host;
        String name = request.simpleName();
        this.code = new MovedCode(source, moved);
        this.construction = new Construction(sources, touched, source, moved, code, host.isEmpty());
        this.members = request.shorten() ? MemberNames.shortened(source, moved, code, name) : MemberNames.kept();
        this.callers =
                new Callers(sources, touched, source, moved, code, name, members, host.isEmpty(), request.callers());
        this.names = NewNames.of(source, moved, code, name, host.flatMap(ExistingTarget::holder), members);
        this.text = new MovedText(source, moved, code, names, members, callers.delegateSymbols());
        this.links = new DocLinks(source, moved, callers.delegates(), code, name, members);
        this.warnings = new Warnings(sources, source, moved);
        this.components = RecordComponents.of(sources, source, moved, construction.parameters(), members);
        this.headings =
                MovedHeadings.of(source, going(), name, member -> host.isEmpty() && !components.contains(member));
        this.newClass = new NewClassText(
                source, moved, name, members, construction, components, headings, callers, text, links);
        this.movedEdits = text.edits();
        checkCopies();
    }

    private void checkCopies() {
        boolean state = moved.stream().anyMatch(member -> member.isField() && !member.isStatic());
        if (state && source.isA("java.lang.Cloneable")) {
            throw new RefusedException(sharesState(source.file().place(source.tree()), source.simpleName()));
        }
    }

    static Refusal sharesState(Place place, String source) {
        return Refusal.at(
                        place,
                        Rule.KEEPS_COPIES_APART,
                        "'" + source + "' can be cloned: a clone would share the new object with its original")
                .withWayOut("extract static members or methods without fields only");
    }

    Plan plan() {
        callers.rewrite(names, construction, components);
        callers.edits().forEach((path, list) -> edits(path).addAll(list));
        widenStaying();
        adjustMoved();
        List<Edit> own = edits(source.file().source().path());
        delegate(own);
        delete(own);
        handOver(own);
        hold(own);
        for (TouchedFile file : touched.files()) {
            links.staying(file).forEach(edit -> edits(file.source().path()).add(edit));
        }
        movedEdits.addAll(links.moving());
        List<ChangeSet.Change> changes = new ArrayList<>();
        host.ifPresentOrElse(this::takeIn, () -> changes.add(added()));
        Set<String> gone = gone();
        for (TouchedFile file : touched.files()) {
            Path path = file.source().path();
            if (edits.containsKey(path) && !edits.get(path).isEmpty()) {
                checkOwn(file);
                changes.add(new ChangeSet.Change(
                        path, ChangeSet.Kind.EDITED, file.source(), Optional.of(edited(file, gone))));
            }
        }
        return new Plan(title(), new ChangeSet(changes), meanings(), introduced(), words(), effects());
    }

    private String title() {
        return "extract class " + request.simpleName() + " from " + source.simpleName();
    }

    private ChangeSet.Change added() {
        Path path = source.file().source().path().resolveSibling(request.simpleName() + ".java");
        return new ChangeSet.Change(
                path,
                ChangeSet.Kind.ADDED,
                source.file().source().sibling(path, ""),
                Optional.of(newClass.draft(movedEdits)));
    }

    private void takeIn(ExistingTarget taking) {
        if (!callers.needPublic().isEmpty()) {
            taking.requirePublic();
        }
        taking.requireNoTypeParameters(newClass.typeArguments());
        taking.warning().ifPresent(warnings::add);
        edits(taking.target().file().source().path()).addAll(newClass.into(taking.target(), movedEdits));
    }

    private List<Edit> edits(Path file) {
        return edits.computeIfAbsent(file, path -> new ArrayList<>());
    }

    private boolean holdsObject() {
        return moved.stream().anyMatch(member -> !member.isStatic());
    }

    /** Whether the source class has a field for the object already. */
    private boolean isHeld() {
        return host.flatMap(ExistingTarget::holder).isPresent();
    }

    private void checkOwn(TouchedFile file) {
        if (!Required.isOwn(sources, file)) {
            throw ExtractClass.refused(
                    new Place(file.source().path(), 1),
                    Rule.OWN_SOURCES,
                    "the cut would have to change this file, which a build step writes or whose encoding is not the project's",
                    "try --callers delegate");
        }
    }

    /** Private declarations of the source that the moved code goes on using lose their {@code private}. */
    private void widenStaying() {
        for (Element element : text.widened()) {
            TreePath path = source.file().attribution().trees().getPath(element);
            Tree tree = path.getLeaf();
            Edit opened = Edit.delete(modifier("private", tree));
            List<Edit> own = edits(source.file().source().path());
            // Variables that are declared together have one access.
            if (!own.contains(opened)) {
                own.add(opened);
            }
            visibility.add(shown(element) + ": private to package-private");
        }
    }

    private String shown(Element element) {
        String symbol = source.file().symbol(element);
        String packageName = source.file().packageName();
        return packageName.isEmpty() ? symbol : symbol.replace(packageName + ".", "");
    }

    private Region modifier(String keyword, Tree tree) {
        Region word = source.file().word(keyword, source.file().start(modifiers(tree)));
        int end = word.end();
        String all = source.file().text();
        while (end < all.length() && (all.charAt(end) == ' ' || all.charAt(end) == '\t')) {
            end++;
        }
        return new Region(word.start(), end);
    }

    private static ModifiersTree modifiers(Tree tree) {
        if (tree instanceof MethodTree method) {
            return method.getModifiers();
        }
        return tree instanceof VariableTree variable
                ? variable.getModifiers()
                : ((com.sun.source.tree.ClassTree) tree).getModifiers();
    }

    /** Access and finality of the moved members in their new class. */
    private void adjustMoved() {
        Set<Member> seen = new LinkedHashSet<>(callers.needPackage());
        seen.addAll(callers.delegates());
        construction.losingFinal().forEach(seen::add);
        Set<Region> done = new LinkedHashSet<>();
        for (Member member : moved) {
            if (components.contains(member)) {
                continue;
            }
            if (callers.needPublic().contains(member)) {
                publish(member, done);
            } else if (seen.contains(member) && member.isPrivate()) {
                if (done.add(modifier("private", member.tree()))) {
                    movedEdits.add(Edit.delete(modifier("private", member.tree())));
                    visibility.add(request.simpleName() + "#" + inNewClass(member) + ": private to package-private");
                }
            }
        }
        for (Member member : construction.losingFinal()) {
            if (done.add(modifier("final", member.tree()))) {
                movedEdits.add(Edit.delete(modifier("final", member.tree())));
                warnings.add("'" + member.name() + "' is no longer final: its constructor sets it in the new object");
            }
        }
    }

    /** A member without the packages of its parameter types. */
    private static String brief(Member member) {
        return brief(member.spelling());
    }

    private static String brief(String spelling) {
        return spelling.replaceAll("[\\w.]*\\.(?=\\w)", "");
    }

    private String inNewClass(Member member) {
        return brief(members.spelling(member));
    }

    private void publish(Member member, Set<Region> done) {
        Set<javax.lang.model.element.Modifier> modifiers = member.element().getModifiers();
        if (modifiers.contains(javax.lang.model.element.Modifier.PUBLIC)) {
            return;
        }
        if (modifiers.contains(javax.lang.model.element.Modifier.PROTECTED)) {
            Region keyword = modifier("protected", member.tree());
            if (done.add(keyword)) {
                movedEdits.add(new Edit(keyword, "public "));
                visibility.add(request.simpleName() + "#" + inNewClass(member) + ": protected to public");
            }
        } else {
            throw ExtractClass.refused(
                    source.file().place(member.tree()),
                    Rule.REACHABLE,
                    "'" + member.name() + "' is used from another package through an access path that ends here",
                    "leave '" + member.name() + "' out of --members");
        }
    }

    private void delegate(List<Edit> own) {
        SourceText file = source.file().source();
        String newline = file.lineEnding();
        for (Member member : callers.delegates()) {
            MethodTree tree = member.methodTree();
            List<Draft> arguments = new ArrayList<>();
            List<Draft> context = context(member).stream()
                    .map(value -> new Draft().write(value))
                    .toList();
            // Taken over from the parameters, so that they are known to mean these.
            List<Draft> given = tree.getParameters().stream()
                    .map(one -> new Draft().copy(file, source.file().nameOf(one)))
                    .toList();
            boolean front = member.method().isVarArgs();
            arguments.addAll(front ? context : given);
            arguments.addAll(front ? given : context);
            String receiver = member.isStatic() ? names.type() : names.field();
            boolean gives = member.method().getReturnType().getKind() != TypeKind.VOID;
            String indentation = file.indentation(member.declaration().start());
            Draft body = new Draft()
                    .write("{" + newline + indentation + source.unit() + (gives ? "return " : "") + receiver + "."
                            + members.of(member) + "(");
            for (int i = 0; i < arguments.size(); i++) {
                body.write(i == 0 ? "" : ", ").write(arguments.get(i));
            }
            body.write(");" + newline + indentation + "}");
            own.add(new Edit(source.file().region(tree.getBody()), body));
        }
    }

    private List<String> context(Member member) {
        CapturedState needed = code.needs(member);
        if (needed.isSource()) {
            return List.of("this");
        }
        Set<String> local = LocalNames.in(member.path());
        return needed.values().stream()
                .map(value -> local.contains(value.name()) ? "this." + value.name() : value.name())
                .toList();
    }

    /** Takes the moved members out; where the first moved field stood, the field for the new object takes their place. */
    private void delete(List<Edit> own) {
        SourceText file = source.file().source();
        List<Region> gone = Stream.concat(
                        moved.stream()
                                .filter(member -> !callers.delegates().contains(member))
                                .map(source::wholeDeclaration),
                        headings.gone().stream().map(SectionHeading::region))
                .distinct()
                .toList();
        Optional<Region> first = moved.stream()
                .filter(member -> member.isField() && !member.isStatic())
                .findFirst()
                .map(source::wholeDeclaration);
        for (Region block : MemberText.blocks(file, gone)) {
            boolean holds = first.isPresent() && !isHeld() && block.contains(first.get());
            Region deleted = holds ? MemberText.wholeLines(file, block) : MemberText.toDelete(file, block);
            own.removeIf(edit -> deleted.contains(edit.region()));
            own.add(new Edit(deleted, holds ? holdingField() : ""));
        }
    }

    /** The members that go; where the first field stood, the field for the new object stays. */
    private Set<Member> going() {
        Set<Member> going = new LinkedHashSet<>(moved);
        going.removeAll(callers.delegates());
        if (!isHeld()) {
            moved.stream()
                    .filter(member -> member.isField() && !member.isStatic())
                    .findFirst()
                    .ifPresent(going::remove);
        }
        return going;
    }

    /** Constructors hand the values of moved fields to the new object. */
    private void handOver(List<Edit> own) {
        for (Construction.Handover handover : construction.handovers()) {
            List<Region> statements = handover.statements();
            Draft creation =
                    new Draft().write("this." + names.field() + " = new " + names.type() + newClass.diamond() + "(");
            for (int i = 0; i < handover.values().size(); i++) {
                creation.write(i == 0 ? "" : ", ")
                        .copy(source.file().source(), handover.values().get(i), own);
            }
            creation.write(");");
            for (Region statement : statements) {
                own.removeIf(edit -> statement.contains(edit.region()));
            }
            for (int i = 0; i < statements.size() - 1; i++) {
                own.add(Edit.delete(MemberText.wholeLines(source.file().source(), statements.get(i))));
            }
            own.add(new Edit(statements.get(statements.size() - 1), creation));
        }
    }

    /** The source class gets a field for the new object, and a method that hands it out where others need it. */
    private void hold(List<Edit> own) {
        if (!holdsObject()) {
            return;
        }
        SourceText file = source.file().source();
        boolean placed = isHeld() || moved.stream().anyMatch(member -> member.isField() && !member.isStatic());
        if (!placed) {
            Optional<Member> last = source.members().stream()
                    .filter(member -> member.isField() && !moved.contains(member))
                    .reduce((a, b) -> b);
            int at = last.map(member ->
                            file.lineEnd(source.wholeDeclaration(member).end()))
                    .orElseGet(source::bodyStart);
            boolean apart = file.text().substring(at, file.lineEnd(at)).isBlank();
            own.add(
                    0,
                    Edit.insert(at, last.isPresent() || apart ? holdingField() : holdingField() + file.lineEnding()));
        }
        if (callers.usesAccessor() || text.usesAccessor()) {
            own.add(accessor(names.type() + newClass.typeArguments(), file.lineEnding(), source.memberIndentation()));
        }
    }

    private String holdingField() {
        String creation =
                construction.parameters().isEmpty() ? " = new " + names.type() + newClass.diamond() + "()" : "";
        String newline = source.file().source().lineEnding();
        return source.memberIndentation() + "private final " + names.type() + newClass.typeArguments() + " "
                + names.field() + creation + ";" + newline;
    }

    private Edit accessor(String type, String newline, String indentation) {
        String access = callers.accessorCrossesPackages() ? "public " : "";
        String method = newline
                + indentation
                + access
                + type
                + " "
                + names.accessor()
                + "() {"
                + newline
                + indentation
                + source.unit()
                + "return "
                + names.field()
                + ";"
                + newline
                + indentation
                + "}"
                + newline;
        int end = source.file().end(source.tree()) - 1;
        SourceText file = source.file().source();
        int line = file.lineStart(file.line(end));
        boolean ownLine = file.text().substring(line, end).isBlank();
        return Edit.insert(ownLine ? line : end, method);
    }

    /** Names that left the source class with the moved members, or other files with their rewritten uses. */
    private Set<String> gone() {
        Set<String> gone = new LinkedHashSet<>();
        moved.forEach(member ->
                gone.addAll(Tokens.words(member.withComments().of(source.file().text()), true)));
        gone.add(source.simpleName());
        return gone;
    }

    private Draft edited(TouchedFile file, Set<String> gone) {
        List<Edit> own = edits.get(file.source().path());
        String after = file.edited(own).text();
        Set<String> left = Tokens.words(withoutImports(after), true);
        List<Edit> all = new ArrayList<>(own);
        boolean here = file.source().path().equals(source.file().source().path());
        Set<String> candidates = here ? gone : Set.of(source.simpleName());
        for (Edit edit : new Imports(file).removing(candidates, left)) {
            if (own.stream().noneMatch(other -> edit.region().overlaps(other.region()))) {
                all.add(edit);
            }
        }
        return file.edited(all);
    }

    private static String withoutImports(String text) {
        return text.replaceAll("(?m)^[ \\t]*import[ \\t][^;]*;", "");
    }

    private Map<String, Set<String>> meanings() {
        Map<String, Set<String>> meanings = new LinkedHashMap<>();
        String packageName = source.file().packageName();
        String owner = packageName.isEmpty() ? request.simpleName() : packageName + "." + request.simpleName();
        for (Member member : moved) {
            String spelling = members.spelling(member);
            Set<String> allowed = new LinkedHashSet<>();
            if (callers.delegates().contains(member)) {
                allowed.add(member.symbol());
            }
            allowed.add(owner + "#" + (member.isMethod() ? widerSpelling(member) : spelling));
            if (components.contains(member)) {
                allowed.add(owner + "#" + spelling + "()");
            }
            meanings.put(member.symbol(), allowed);
        }
        meanings.put(source.symbol() + "#this", Set.of(owner + "#this"));
        return meanings;
    }

    private String widerSpelling(Member member) {
        CapturedState needed = code.needs(member);
        var types = source.file().attribution().types();
        List<String> added = new ArrayList<>();
        if (needed.isSource()) {
            added.add(source.symbol());
        } else {
            needed.values()
                    .forEach(value ->
                            added.add(types.erasure(value.element().asType()).toString()));
        }
        String inside = String.join(",", Symbol.parameterTypes(member.symbol()));
        List<String> all = new ArrayList<>();
        if (!member.method().isVarArgs() && !inside.isEmpty()) {
            all.add(inside);
        }
        all.addAll(added);
        if (member.method().isVarArgs()) {
            all.add(inside);
        }
        return members.of(member) + "(" + String.join(",", all) + ")";
    }

    private Set<String> introduced() {
        String packageName = source.file().packageName();
        Set<String> introduced = new LinkedHashSet<>();
        introduced.add(packageName.isEmpty() ? request.simpleName() : packageName + "." + request.simpleName());
        introduced.add(source.symbol());
        introduced.add(source.symbol() + "#" + names.field());
        introduced.add(source.symbol() + "#" + names.accessor() + "()");
        Map<String, Set<String>> meanings = meanings();
        moved.stream().filter(members::isChanged).forEach(member -> introduced.addAll(meanings.get(member.symbol())));
        // The parameters of its constructor have the names of its fields.
        construction.parameters().stream()
                .filter(members::isChanged)
                .forEach(field -> introduced.add("#" + members.of(field)));
        return introduced;
    }

    private Set<String> words() {
        Set<String> words = new LinkedHashSet<>(request.words(sources));
        words.addAll(members.shorter().values());
        if (callers.usesAccessor() || text.usesAccessor()) {
            words.add(names.accessor());
        }
        text.widened()
                .forEach(element -> words.add(
                        element instanceof TypeElement
                                        || !element.getSimpleName().contentEquals("<init>")
                                ? element.getSimpleName().toString()
                                : source.simpleName()));
        return words;
    }

    private Plan.Effects effects() {
        List<String> delegates = callers.delegates().stream()
                .map(member -> source.simpleName() + "#" + brief(member))
                .toList();
        return new Plan.Effects(callers.rewritten(), delegates, visibility, warnings.all());
    }
}
