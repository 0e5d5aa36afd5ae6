package paredown.cut.move;

import com.sun.source.tree.MethodTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import paredown.code.index.Sources;
import paredown.edit.EditSet;
import paredown.edit.MemberLinks;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.Imports;
import paredown.tree.LocalNames;
import paredown.tree.MemberText;
import paredown.tree.Required;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Place;
import paredown.verdict.Plan;
import paredown.verdict.Rule;

/** One method on its way to another class: {@link MovedMethod} is its text there, {@link MovedCalls} leads its callers. */
final class MethodMove {
    private final Sources sources;
    private final Touched touched;
    private final DeclaredClass source;
    private final Member method;
    private final DeclaredClass target;
    private final Optional<ReceiverPath> route;
    private final boolean delegate;
    private final TouchedFile file;
    private final List<Use> uses;
    private final CompanionConstants companions;
    private final EditSet edits = new EditSet();

    MethodMove(
            Sources sources,
            Touched touched,
            DeclaredClass source,
            Member method,
            DeclaredClass target,
            Optional<ReceiverPath> route,
            boolean delegate) {
        this.sources = sources;
        this.touched = touched;
        this.source = source;
        this.method = method;
        this.target = target;
        this.route = route;
        this.delegate = delegate;
        this.file = source.file();
        this.companions = CompanionConstants.of(source, method, target);
        this.uses = new ArrayList<>();
        for (TouchedFile one : touched.files()) {
            uses.addAll(UseFinder.in(
                    one,
                    element -> element.getKind() == ElementKind.METHOD
                            && one.symbol(element).equals(method.symbol())));
        }
    }

    Plan plan() {
        edits.know(file);
        edits.know(target.file());
        checkRecursion();
        FieldReading reading = new FieldReading(touched, source);
        CapturedArguments passed = new CaptureAnalysis(this, reading).decided();
        checkName(passed);
        Draft moved = new MovedMethod(this, edits, passed).text();
        MovedCalls calls = new MovedCalls(sources, this, edits, passed, reading);
        takeOut();
        if (delegate) {
            leaveDelegate(passed);
        } else {
            uses.stream().filter(use -> !use.isWithin(method.tree())).forEach(calls::redirect);
            edits.dropStaticImports(touched, method.symbol());
            new MemberLinks(sources, source, target, edits, false)
                    .follow(touched, method, Optional.of(parameters(passed)));
        }
        takeAlong();
        insert(moved);
        removeUnusedImports();
        String symbol = target.symbol() + "#" + method.name() + "(" + erasedParameters(passed) + ")";
        Set<String> meanings = new LinkedHashSet<>(Set.of(symbol));
        if (delegate) {
            meanings.add(method.symbol());
        }
        Map<String, Set<String>> all = new LinkedHashMap<>();
        all.put(method.symbol(), meanings);
        Set<String> constants = new LinkedHashSet<>();
        for (Member constant : companions.all()) {
            String there = target.symbol() + "#" + constant.name();
            all.put(constant.symbol(), Set.of(there));
            constants.add(there);
        }
        all.put(source.symbol() + "#this", Set.of(source.symbol() + "#this", target.symbol() + "#this"));
        Set<String> words = new LinkedHashSet<>(edits.widenedNames());
        words.add(method.name());
        companions.all().forEach(constant -> words.add(constant.name()));
        return new Plan(
                "move method " + method.name() + " from " + source.simpleName() + " to " + target.simpleName(),
                new ChangeSet(edits.changes()),
                all,
                constants,
                words,
                new Plan.Effects(
                        delegate ? 0 : uses.size(),
                        delegate ? List.of(source.simpleName() + "#" + method.name()) : List.of(),
                        edits.visibility(),
                        List.copyOf(calls.warnings())));
    }

    DeclaredClass source() {
        return source;
    }

    Member method() {
        return method;
    }

    DeclaredClass target() {
        return target;
    }

    CompanionConstants companions() {
        return companions;
    }

    Optional<ReceiverPath> route() {
        return route;
    }

    boolean keepsDelegate() {
        return delegate;
    }

    /** All uses of the method, its own among them. */
    List<Use> uses() {
        return uses;
    }

    private RuntimeException refused(Place place, Rule rule, String reason, String wayOut) {
        return Required.refused(place, rule, reason, wayOut);
    }

    private void checkRecursion() {
        uses.stream()
                .filter(use -> use.isWithin(method.tree()) && route.isPresent() && !delegate)
                .findFirst()
                .ifPresent(use -> {
                    throw refused(
                            use.place(),
                            Rule.KEEPS_DISPATCH,
                            "'" + method.name() + "' calls itself, maybe on another object",
                            "keep a delegate: --callers delegate");
                });
    }

    private void checkName(CapturedArguments passed) {
        String spelling = method.name() + "(" + erasedParameters(passed) + ")";
        target.members().stream()
                .filter(member -> member.spelling().equals(spelling))
                .findFirst()
                .ifPresent(member -> {
                    throw refused(
                            target.file().place(member.tree()),
                            Rule.NAME_IS_FREE,
                            target.simpleName() + " has a method '" + spelling + "' already",
                            "leave it where it is");
                });
    }

    /** What stands side by side goes in one piece. */
    private void takeOut() {
        List<Region> gone = companions.all().stream().map(Member::withComments).collect(Collectors.toList());
        if (!delegate) {
            gone.add(method.withComments());
        }
        for (Region block : MemberText.blocks(file.source(), gone)) {
            edits.add(file, Edit.delete(MemberText.toDelete(file.source(), block)));
        }
    }

    private void takeAlong() {
        companions.inserted(edits.types(target.file())).ifPresent(edit -> edits.add(target.file(), edit));
        MemberLinks links = new MemberLinks(sources, source, target, edits, false);
        companions.all().forEach(constant -> links.follow(touched, constant, Optional.empty()));
    }

    private void insert(Draft moved) {
        TouchedFile to = target.file();
        String newline = to.source().lineEnding();
        target.endOfConstants().ifPresent(edit -> edits.add(to, edit));
        if (target.isEmpty()) {
            int close = to.end(target.tree()) - 1;
            boolean sameLine =
                    to.source().line(target.openBrace()) == to.source().line(close);
            edits.add(
                    to,
                    Edit.insert(
                            sameLine ? close : to.source().lineStart(to.source().line(close)),
                            new Draft()
                                    .write(sameLine ? newline : "")
                                    .write(moved)
                                    .write(newline + (sameLine ? target.classIndentation() : ""))));
            return;
        }
        int end = target.endOfMembers();
        edits.add(to, Edit.insert(end, new Draft().write(newline + newline).write(moved)));
    }

    /** The types that the method takes in its new class. */
    List<TypeMirror> parameters(CapturedArguments passed) {
        List<TypeMirror> types = new ArrayList<>();
        if (passed.object()) {
            types.add(source.element().asType());
        }
        passed.values().keySet().forEach(field -> types.add(field.asType()));
        List<? extends VariableElement> parameters = method.method().getParameters();
        for (int i = 0; i < parameters.size(); i++) {
            if (route.map(ReceiverPath::index).orElse(-1) != i) {
                types.add(parameters.get(i).asType());
            }
        }
        return types;
    }

    private String erasedParameters(CapturedArguments passed) {
        return parameters(passed).stream()
                .map(type -> file.attribution().types().erasure(type).toString())
                .collect(Collectors.joining(","));
    }

    /** The old method stays and passes on. */
    private void leaveDelegate(CapturedArguments passed) {
        MethodTree tree = method.methodTree();
        boolean gives = method.method().getReturnType().getKind() != TypeKind.VOID;
        List<String> arguments = new ArrayList<>();
        if (passed.object()) {
            arguments.add("this");
        }
        Set<String> names = LocalNames.in(method.path());
        passed.values()
                .keySet()
                .forEach(field -> arguments.add(
                        (names.contains(field.getSimpleName().toString()) ? "this." : "") + field.getSimpleName()));
        for (int i = 0; i < tree.getParameters().size(); i++) {
            if (route.map(ReceiverPath::index).orElse(-1) != i) {
                arguments.add(tree.getParameters().get(i).getName().toString());
            }
        }
        String receiver = route.map(one -> one.kind() == ReceiverPath.Kind.ACCESSOR
                        ? one.name() + "()"
                        : (one.kind() == ReceiverPath.Kind.FIELD && names.contains(one.name()) ? "this." : "")
                                + one.name())
                .orElseGet(() -> edits.types(file).of(target.element()));
        if (route.isPresent()
                && !route.get().isNeverNull(sources, source)
                && !route.get().isReachedForFirst(source, method)) {
            throw refused(
                    file.place(method.tree()),
                    Rule.KEEPS_EVALUATION,
                    "where '" + route.get().name() + "' is null the call would fail, and does not fail at once now",
                    "leave it where it is");
        }
        String newline = file.source().lineEnding();
        String outer = source.memberIndentation();
        String line = outer + source.unit() + (gives ? "return " : "") + receiver + "." + method.name() + "("
                + String.join(", ", arguments) + ");";
        edits.add(file, new Edit(file.region(tree.getBody()), "{" + newline + line + newline + outer + "}"));
    }

    /** Names that only the moved code knew are imported no longer. */
    private void removeUnusedImports() {
        if (file == target.file()) {
            return;
        }
        Region away = delegate ? file.region(method.methodTree().getBody()) : method.withComments();
        edits.add(file, new Imports(file).leftBehind(away, edits.written(file)));
    }
}
