package paredown.cut.move;

import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.ModifiersTree;
import com.sun.source.tree.VariableTree;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.Modifier;
import javax.lang.model.type.TypeMirror;
import paredown.edit.EditSet;
import paredown.edit.Indentation;
import paredown.edit.LinkedTypes;
import paredown.edit.MemberLinks;
import paredown.edit.Transplant;
import paredown.edit.TypeText;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;
import paredown.tree.Components;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.LocalNames;
import paredown.tree.MemberText;
import paredown.tree.ParamTag;
import paredown.tree.Required;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Place;
import paredown.verdict.Rule;

/** The text of a moved method, so that it means in its new class what it meant in the old one. */
final class MovedMethod {
    private final DeclaredClass source;
    private final Member method;
    private final DeclaredClass target;
    private final Optional<ReceiverPath> route;
    private final boolean delegate;
    private final TouchedFile file;
    private final List<Use> uses;
    private final CompanionConstants companions;
    private final EditSet edits;
    private final CapturedArguments passed;
    private final List<TypeMirror> parameters;
    private final List<Edit> inside = new ArrayList<>();

    MovedMethod(MethodMove move, EditSet edits, CapturedArguments passed) {
        this.source = move.source();
        this.method = move.method();
        this.target = move.target();
        this.route = move.route();
        this.delegate = move.keepsDelegate();
        this.file = source.file();
        this.uses = move.uses();
        this.companions = move.companions();
        this.edits = edits;
        this.passed = passed;
        this.parameters = move.parameters(passed);
    }

    private RuntimeException refused(Place place, Rule rule, String reason, String wayOut) {
        return Required.refused(place, rule, reason, wayOut);
    }

    Draft text() {
        TypeText types = edits.types(target.file());
        Transplant transplant = new Transplant(
                file,
                source.element(),
                target.file(),
                target.element(),
                types,
                passed.object() ? Optional.of(passed.name()) : Optional.empty());
        route.ifPresent(one -> transplant.leaving(one.element()));
        passed.values().keySet().forEach(transplant::leaving);
        transplant.leaving(method.element());
        companions.all().forEach(constant -> transplant.leaving(constant.element()));
        inside.addAll(transplant.edits(method.path()));
        edits.widen(transplant.widened());
        passed.values()
                .forEach((field, name) ->
                        usesOf(field).forEach(use -> inside.add(new Edit(file.region(use.tree()), name))));
        route.ifPresent(this::becomeThis);
        qualifyOwnCalls(types);
        parameters(types);
        modifiers();
        Region whole = method.withComments();
        docs();
        inside.addAll(new LinkedTypes(source, target.file(), types.imported()).qualified(whole));
        return new Draft()
                .write(target.memberIndentation())
                .copy(file.source(), whole, Indentation.fitted(file, method, whole, target, inside));
    }

    private List<Use> usesOf(Element element) {
        return UseFinder.in(file, method.path(), element::equals);
    }

    /** The object that the method moves to is its own now. */
    private void becomeThis(ReceiverPath one) {
        Set<String> locals = LocalNames.in(method.path());
        List<Use> all = one.kind() == ReceiverPath.Kind.ACCESSOR ? List.of() : usesOf(one.element());
        for (Use use : all) {
            if (use.isWritten()) {
                throw refused(
                        use.place(),
                        Rule.KEEPS_EVALUATION,
                        "'" + one.name() + "' is assigned in the method",
                        "move it by another path: --via");
            }
            boolean other = use.form() == Use.Form.EXPRESSION;
            if (other && Components.isField(use.target())) {
                inside.add(Components.asked(use));
                continue;
            }
            if (other) {
                edits.widen(Set.of(use.target()));
                continue;
            }
            boolean receiver = use.path().getParentPath().getLeaf() instanceof MemberSelectTree select
                    && select.getExpression() == use.tree();
            if (receiver) {
                MemberSelectTree select =
                        (MemberSelectTree) use.path().getParentPath().getLeaf();
                boolean inOther = Scopes.type(use.path()).getLeaf() != source.tree();
                Element named = file.element(use.path().getParentPath());
                boolean hidden = named != null
                        && named.getKind().isField()
                        && locals.contains(select.getIdentifier().toString());
                String name = inOther ? target.simpleName() + ".this." : hidden ? "this." : "";
                int start = file.start(use.tree());
                int end = file.name(select).start();
                inside.addAll(MemberText.instead(file, new Region(start, end), new Draft().write(name)));
            } else {
                boolean inOther = Scopes.type(use.path()).getLeaf() != source.tree();
                inside.add(new Edit(file.region(use.tree()), inOther ? target.simpleName() + ".this" : "this"));
            }
        }
    }

    /** A static method that calls itself goes on doing so. */
    private void qualifyOwnCalls(TypeText types) {
        for (Use use : usesOf(method.element())) {
            if (use.form() == Use.Form.TYPE) {
                inside.add(new Edit(file.region(use.qualifier().orElseThrow()), types.of(target.element())));
            } else if (delegate && route.isPresent() && use.form() == Use.Form.NAME) {
                if (!passed.object()) {
                    throw refused(
                            use.place(),
                            Rule.KEEPS_DISPATCH,
                            "'" + method.name() + "' calls itself, maybe on another object",
                            "leave it where it is");
                }
                inside.add(Edit.insert(file.start(use.tree()), passed.name() + "."));
            }
        }
    }

    private List<String> added(TypeText types) {
        List<String> added = new ArrayList<>();
        if (passed.object()) {
            String parameters = source.element().getTypeParameters().isEmpty()
                    ? ""
                    : source.element().getTypeParameters().stream()
                            .map(one -> "?")
                            .collect(Collectors.joining(", ", "<", ">"));
            added.add(types.of(source.element()) + parameters + " " + passed.name());
        }
        passed.values()
                .forEach((field, name) -> added.add(types.of(field.asType())
                                .orElseThrow(() -> refused(
                                        file.place(method.tree()),
                                        Rule.FITS_THE_KIND,
                                        "the type of '" + field.getSimpleName() + "' cannot be written there",
                                        "leave it where it is"))
                        + " " + name));
        return added;
    }

    private void parameters(TypeText types) {
        List<? extends VariableTree> parameters = method.methodTree().getParameters();
        String text = String.join(", ", added(types));
        int dropped = route.map(ReceiverPath::index).orElse(-1);
        boolean others = parameters.size() > (dropped >= 0 ? 1 : 0);
        String front = text.isEmpty() ? "" : text + (others ? ", " : "");
        if (dropped == 0) {
            int end = others ? file.start(parameters.get(1)) : file.end(parameters.get(0));
            inside.add(new Edit(new Region(file.start(parameters.get(0)), end), front));
            return;
        }
        if (dropped > 0) {
            inside.add(
                    Edit.delete(new Region(file.end(parameters.get(dropped - 1)), file.end(parameters.get(dropped)))));
        }
        if (!front.isEmpty()) {
            inside.add(Edit.insert(file.behindParenthesis(method.methodTree()), front));
        }
    }

    /** What can be seen of the method must be enough for those who call it. */
    private void modifiers() {
        ModifiersTree tree = method.methodTree().getModifiers();
        file.overrideMarks(method.methodTree()).forEach(mark -> inside.add(Edit.delete(mark)));
        String needed = neededVisibility();
        String has = visibility();
        if (rank(needed) <= rank(has)) {
            // What an interface declares is public without a word; in a class it must be said.
            boolean unsaid = has.equals("public") && !tree.getFlags().contains(Modifier.PUBLIC);
            if (unsaid) {
                inside.add(Edit.insert(flags(tree), "public "));
            }
            return;
        }
        edits.widened(
                target.simpleName() + "#" + method.name() + ": " + (has.isEmpty() ? "visible in its package" : has)
                        + ", now " + (needed.isEmpty() ? "visible in its package" : needed));
        String text = needed.isEmpty() ? "" : needed + " ";
        if (has.isEmpty()) {
            inside.add(Edit.insert(flags(tree), text));
        } else {
            Region word = file.word(has, file.start(tree));
            inside.add(needed.isEmpty() ? Edit.delete(file.withGap(word)) : new Edit(word, needed));
        }
    }

    private int flags(ModifiersTree tree) {
        return tree.getFlags().isEmpty() ? firstOfDeclaration(tree) : firstFlag(tree);
    }

    private int firstOfDeclaration(ModifiersTree tree) {
        int from = tree.getAnnotations().isEmpty() ? method.declaration().start() : file.end(tree);
        return file.tokensFrom(from).stream()
                .filter(token -> !token.isComment())
                .findFirst()
                .orElseThrow()
                .region()
                .start();
    }

    private int firstFlag(ModifiersTree tree) {
        return file.tokensFrom(file.start(tree)).stream()
                .filter(token -> tree.getFlags().stream().anyMatch(flag -> token.is(file.text(), flag.toString())))
                .findFirst()
                .orElseThrow()
                .region()
                .start();
    }

    private String visibility() {
        Set<Modifier> modifiers = method.element().getModifiers();
        return modifiers.contains(Modifier.PUBLIC)
                ? "public"
                : modifiers.contains(Modifier.PROTECTED)
                        ? "protected"
                        : modifiers.contains(Modifier.PRIVATE) ? "private" : "";
    }

    private static int rank(String visibility) {
        return List.of("private", "", "protected", "public").indexOf(visibility);
    }

    private String neededVisibility() {
        boolean far = uses.stream()
                .anyMatch(use -> !use.file().packageName().equals(target.file().packageName()));
        boolean callers = delegate || !uses.isEmpty();
        boolean sourceFar = !file.packageName().equals(target.file().packageName());
        if (far || delegate && sourceFar) {
            return "public";
        }
        return callers ? "" : "private";
    }

    /** Comments speak of what they stood beside: the tag of a parameter that is gone goes, links get the class in front. */
    private void docs() {
        for (Token token : file.tokensFrom(method.withComments().start())) {
            if (token.region().start() >= method.withComments().end()) {
                break;
            }
            if (token.kind() != Token.Kind.JAVADOC) {
                continue;
            }
            String text = token.of(file.text());
            int at = token.region().start();
            Matcher links = MemberLinks.TAG.matcher(text);
            while (links.find()) {
                boolean itself = links.group(2).equals(method.name());
                if (links.group(1).isEmpty() && !itself && !companions.contains(links.group(2))) {
                    boolean near = file.packageName().equals(target.file().packageName());
                    inside.add(Edit.insert(at + links.start(1), near ? source.nameInPackage() : source.symbol()));
                }
                boolean own = itself && links.group(1).isEmpty() && links.group(3) != null;
                if (own && MemberLinks.takes(method, links.group(3))) {
                    inside.add(new Edit(
                            new Region(at + links.start(3), at + links.end(3)),
                            MemberLinks.written(target.file(), parameters)));
                }
            }
            route.filter(one -> one.index() >= 0).ifPresent(one -> {
                ParamTag.find(text, one.name())
                        .ifPresent(tag -> inside.add(Edit.delete(new Region(at + tag.start(), at + tag.end()))));
            });
        }
    }
}
