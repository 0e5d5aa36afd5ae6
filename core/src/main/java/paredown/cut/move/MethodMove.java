package paredown.cut.move;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.ModifiersTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeKind;
import paredown.code.Sources;
import paredown.cut.Declarations;
import paredown.cut.EditSet;
import paredown.cut.Evaluation;
import paredown.cut.Imports;
import paredown.cut.Indentation;
import paredown.cut.LocalNames;
import paredown.cut.MemberText;
import paredown.cut.Names;
import paredown.cut.NeverNull;
import paredown.cut.Place;
import paredown.cut.Plan;
import paredown.cut.Required;
import paredown.cut.Rule;
import paredown.cut.Scopes;
import paredown.cut.SourceClass;
import paredown.cut.SourceClass.Member;
import paredown.cut.Touched;
import paredown.cut.TouchedFile;
import paredown.cut.Transplant;
import paredown.cut.TypeText;
import paredown.cut.Use;
import paredown.cut.UseFinder;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;

/** One method on its way to another class: its text there, and its callers. */
final class MethodMove {
    private final Sources sources;
    private final Touched touched;
    private final SourceClass source;
    private final Member method;
    private final SourceClass target;
    private final Optional<Route> route;
    private final boolean delegate;
    private final TouchedFile file;
    private final List<Use> uses;
    private final EditSet edits = new EditSet();
    private final List<Edit> inside = new ArrayList<>();
    private final Map<Element, String> values = new LinkedHashMap<>();
    private final Set<String> warnings = new LinkedHashSet<>();
    private boolean passesSource;
    private String sourceName = "";

    MethodMove(
            Sources sources,
            Touched touched,
            SourceClass source,
            Member method,
            SourceClass target,
            Optional<Route> route,
            boolean delegate) {
        this.sources = sources;
        this.touched = touched;
        this.source = source;
        this.method = method;
        this.target = target;
        this.route = route;
        this.delegate = delegate;
        this.file = source.file();
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
        decideWhatIsPassed();
        checkName();
        Draft moved = movedText();
        if (delegate) {
            leaveDelegate();
        } else {
            uses.stream().filter(use -> !use.isWithin(method.tree())).forEach(this::redirect);
            edits.add(file, Declarations.removal(source, method));
            dropImports();
        }
        insert(moved);
        removeUnusedImports();
        String symbol = target.symbol() + "#" + method.name() + "(" + erasedParameters() + ")";
        Set<String> meanings = new LinkedHashSet<>(Set.of(symbol));
        if (delegate) {
            meanings.add(method.symbol());
        }
        Map<String, Set<String>> all = new LinkedHashMap<>();
        all.put(method.symbol(), meanings);
        all.put(source.symbol() + "#this", Set.of(source.symbol() + "#this", target.symbol() + "#this"));
        Set<String> words = new LinkedHashSet<>(Set.of(method.name()));
        return new Plan(
                "move method " + method.name() + " from " + source.simpleName() + " to " + target.simpleName(),
                new ChangeSet(edits.changes()),
                all,
                Set.of(),
                words,
                new Plan.Effects(
                        delegate ? 0 : uses.size(),
                        delegate ? List.of(source.simpleName() + "#" + method.name()) : List.of(),
                        edits.visibility(),
                        List.copyOf(warnings)));
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
                            "keep a delegate: --keep-delegate");
                });
    }

    private void checkName() {
        String spelling = method.name() + "(" + erasedParameters() + ")";
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

    /** The values of a few fields where that is all, else the object itself. */
    private void decideWhatIsPassed() {
        if (method.isStatic()) {
            return;
        }
        List<Use> own = UseFinder.in(file, method.path(), element -> true).stream()
                .filter(this::isOfSource)
                .toList();
        Set<Element> fields = new LinkedHashSet<>();
        boolean object = namesSource()
                || own.stream().anyMatch(use -> !use.target().getKind().isField());
        for (Use use : own) {
            boolean settled = use.target().getModifiers().contains(Modifier.FINAL)
                    || !Evaluation.of(
                                    file,
                                    new TreePath(
                                            method.path(), method.methodTree().getBody()))
                            .writes();
            object |= use.isWritten() || !settled || isLater(use);
            fields.add(use.target());
        }
        boolean near = delegate
                || uses.stream()
                        .allMatch(use -> use.form() == Use.Form.NAME
                                        && use.provider()
                                                .filter(source.element()::equals)
                                                .isPresent()
                                        && Scopes.type(use.path()).getLeaf() == source.tree()
                                || use.form() == Use.Form.THIS);
        Set<String> taken = new LinkedHashSet<>(LocalNames.in(method.path()));
        if (object || !near || fields.size() > 3) {
            passesSource = object || !fields.isEmpty();
            sourceName = Names.fresh(taken, Names.variable(source.simpleName()), "source");
            return;
        }
        for (Element field : fields) {
            String name = Names.fresh(taken, field.getSimpleName().toString());
            taken.add(name);
            values.put(field, name);
        }
    }

    private boolean isLater(Use use) {
        return use.isDeferred(method.tree());
    }

    private boolean isOfSource(Use use) {
        if (!Route.isInstanceMember(use.target())
                || route.map(Route::element).filter(use.target()::equals).isPresent()) {
            return false;
        }
        return use.form() == Use.Form.NAME
                        && use.provider().filter(source.element()::equals).isPresent()
                || use.form() == Use.Form.THIS && isSourceThis(use);
    }

    private boolean isSourceThis(Use use) {
        Element keyword = file.element(new TreePath(use.path(), use.qualifier().orElseThrow()));
        return keyword != null && source.element().equals(keyword.getEnclosingElement());
    }

    /** Whether the object itself is named: handed on, compared, returned. */
    private boolean namesSource() {
        return Boolean.TRUE.equals(
                new TreePathScanner<Boolean, Void>() {
                    @Override
                    public Boolean visitIdentifier(IdentifierTree tree, Void nothing) {
                        boolean qualifies = getCurrentPath().getParentPath().getLeaf() instanceof MemberSelectTree;
                        Element keyword = file.element(getCurrentPath());
                        return tree.getName().contentEquals("this")
                                && !qualifies
                                && keyword != null
                                && source.element().equals(keyword.getEnclosingElement());
                    }

                    @Override
                    public Boolean visitMemberSelect(MemberSelectTree tree, Void nothing) {
                        return tree.getIdentifier().contentEquals("this")
                                || Boolean.TRUE.equals(super.visitMemberSelect(tree, nothing));
                    }

                    @Override
                    public Boolean reduce(Boolean one, Boolean other) {
                        return Boolean.TRUE.equals(one) || Boolean.TRUE.equals(other);
                    }
                }.scan(method.path(), null));
    }

    private Draft movedText() {
        TypeText types = edits.types(target.file());
        Transplant transplant = new Transplant(
                file,
                source.element(),
                target.file(),
                target.element(),
                types,
                passesSource ? Optional.of(sourceName) : Optional.empty());
        route.ifPresent(one -> transplant.leaving(one.element()));
        values.keySet().forEach(transplant::leaving);
        transplant.leaving(method.element());
        inside.addAll(transplant.edits(method.path()));
        edits.widen(transplant.widened());
        values.forEach((field, name) ->
                usesOf(field).forEach(use -> inside.add(new Edit(file.region(use.tree()), name))));
        route.ifPresent(this::becomeThis);
        qualifyOwnCalls(types);
        parameters(types);
        modifiers();
        Region whole = method.withComments();
        String from = file.source().indentation(method.declaration().start());
        docs();
        return new Draft()
                .write(indentation())
                .copy(file.source(), whole, Indentation.shifted(file, whole, from, indentation(), inside));
    }

    private String indentation() {
        return target.members().isEmpty() ? target.classIndentation() + "    " : target.memberIndentation();
    }

    private List<Use> usesOf(Element element) {
        return UseFinder.in(file, method.path(), element::equals);
    }

    /** The object that the method moves to is its own now. */
    private void becomeThis(Route one) {
        Set<String> locals = LocalNames.in(method.path());
        List<Use> all = one.kind() == Route.Kind.ACCESSOR ? List.of() : usesOf(one.element());
        for (Use use : all) {
            if (use.isWritten()) {
                throw refused(
                        use.place(),
                        Rule.KEEPS_EVALUATION,
                        "'" + one.name() + "' is assigned in the method",
                        "move it by another way: --via");
            }
            boolean other = use.form() == Use.Form.EXPRESSION;
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
                inside.add(new Edit(new Region(start, end), name));
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
                if (!passesSource) {
                    throw refused(
                            use.place(),
                            Rule.KEEPS_DISPATCH,
                            "'" + method.name() + "' calls itself, maybe on another object",
                            "leave it where it is");
                }
                inside.add(Edit.insert(file.start(use.tree()), sourceName + "."));
            }
        }
    }

    private List<String> added(TypeText types) {
        List<String> added = new ArrayList<>();
        if (passesSource) {
            String parameters = source.element().getTypeParameters().isEmpty()
                    ? ""
                    : source.element().getTypeParameters().stream()
                            .map(one -> "?")
                            .collect(Collectors.joining(", ", "<", ">"));
            added.add(types.of(source.element()) + parameters + " " + sourceName);
        }
        values.forEach((field, name) -> added.add(types.of(field.asType())
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
        int dropped = route.map(Route::index).orElse(-1);
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
            inside.add(Edit.insert(openParenthesis(), front));
        }
    }

    private int openParenthesis() {
        MethodTree tree = method.methodTree();
        Region name = file.word(method.name(), file.end(tree.getReturnType()));
        return file.text().indexOf('(', name.end()) + 1;
    }

    /** What can be seen of the method must be enough for those who call it. */
    private void modifiers() {
        ModifiersTree tree = method.methodTree().getModifiers();
        for (AnnotationTree annotation : tree.getAnnotations()) {
            if (annotation.getAnnotationType().toString().matches("(java\\.lang\\.)?Override")) {
                inside.add(Edit.delete(withGap(file.region(annotation))));
            }
        }
        String needed = neededVisibility();
        String has = visibility();
        if (rank(needed) <= rank(has)) {
            return;
        }
        edits.widened(
                target.simpleName() + "#" + method.name() + ": " + (has.isEmpty() ? "visible in its package" : has)
                        + ", now " + (needed.isEmpty() ? "visible in its package" : needed));
        String text = needed.isEmpty() ? "" : needed + " ";
        if (has.isEmpty()) {
            int at = tree.getFlags().isEmpty() ? firstOfDeclaration(tree) : firstFlag(tree);
            inside.add(Edit.insert(at, text));
        } else {
            Region word = file.word(has, file.start(tree));
            inside.add(needed.isEmpty() ? Edit.delete(withGap(word)) : new Edit(word, needed));
        }
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

    private Region withGap(Region region) {
        String text = file.text();
        int end = region.end();
        while (end < text.length() && Character.isWhitespace(text.charAt(end))) {
            end++;
        }
        return new Region(region.start(), end);
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
            Matcher links =
                    Pattern.compile("(\\{@link(?:plain)?\\s+|@see\\s+)#(\\w+)").matcher(text);
            while (links.find()) {
                if (!links.group(2).equals(method.name())) {
                    inside.add(Edit.insert(at + links.end(1), source.simpleName()));
                }
            }
            route.filter(one -> one.index() >= 0).ifPresent(one -> {
                Matcher tag = Pattern.compile("\\R[ \\t]*\\*[ \\t]*@param[ \\t]+" + one.name()
                                + "\\b.*(?:\\R[ \\t]*\\*(?![ \\t]*@|/).*)*")
                        .matcher(text);
                if (tag.find()) {
                    inside.add(Edit.delete(new Region(at + tag.start(), at + tag.end())));
                }
            });
        }
    }

    private void insert(Draft moved) {
        TouchedFile to = target.file();
        String newline = to.source().lineEnding();
        if (target.members().isEmpty()) {
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
        int end = endOfMembers();
        edits.add(to, Edit.insert(end, new Draft().write(newline + newline).write(moved)));
    }

    private int endOfMembers() {
        TouchedFile to = target.file();
        int end = 0;
        for (com.sun.source.tree.Tree member : target.tree().getMembers()) {
            if (to.end(member) > to.start(member) && to.start(member) >= 0) {
                end = Math.max(
                        end, MemberText.withComments(to, to.region(member)).end());
            }
        }
        return end;
    }

    private String erasedParameters() {
        List<String> erased = new ArrayList<>();
        if (passesSource) {
            erased.add(file.symbol(source.element()));
        }
        values.keySet()
                .forEach(field -> erased.add(
                        file.attribution().types().erasure(field.asType()).toString()));
        List<? extends javax.lang.model.element.VariableElement> parameters =
                method.method().getParameters();
        for (int i = 0; i < parameters.size(); i++) {
            if (route.map(Route::index).orElse(-1) != i) {
                erased.add(file.attribution()
                        .types()
                        .erasure(parameters.get(i).asType())
                        .toString());
            }
        }
        return String.join(",", erased);
    }

    /** Leads a caller to the method's new place. */
    private void redirect(Use use) {
        if (use.isMethodReference()) {
            if (method.isStatic()) {
                edits.add(
                        use.file(),
                        new Edit(
                                use.file().region(use.qualifier().orElseThrow()),
                                edits.types(use.file()).of(target.element())));
                return;
            }
            throw refused(
                    use.place(),
                    Rule.REACHABLE,
                    "'" + use.file().text(use.tree()) + "' passes the method itself",
                    "keep a delegate: --keep-delegate");
        }
        Required.ownFile(sources, use.file(), use.place());
        if (method.isStatic()) {
            redirectStatic(use);
        } else if (route.orElseThrow().kind() == Route.Kind.PARAMETER) {
            throughArgument(use, route.get().index());
        } else {
            throughMember(use);
        }
    }

    private void redirectStatic(Use use) {
        String type = edits.types(use.file()).of(target.element());
        switch (use.form()) {
            case NAME -> edits.add(use.file(), Edit.insert(use.file().start(use.tree()), type + "."));
            case TYPE ->
                edits.add(use.file(), new Edit(use.file().region(use.qualifier().orElseThrow()), type));
            default -> {
                ExpressionTree qualifier = use.qualifier().orElseThrow();
                Evaluation evaluation = Evaluation.of(use.file(), new TreePath(use.path(), qualifier));
                if (evaluation.writes() || evaluation.fails()) {
                    throw refused(
                            use.place(),
                            Rule.KEEPS_EVALUATION,
                            "'" + use.file().text(qualifier) + "' would no longer be evaluated",
                            "call the method through its class first");
                }
                edits.add(use.file(), new Edit(use.file().region(qualifier), type));
            }
        }
    }

    /** What names the source object at a call. */
    private String object(Use use) {
        return switch (use.form()) {
            case NAME -> {
                TypeElement provider = use.provider().orElseThrow();
                yield provider.equals(use.file().element(Scopes.type(use.path())))
                        ? "this"
                        : provider.getSimpleName() + ".this";
            }
            case SUPER ->
                throw refused(
                        use.place(),
                        Rule.KEEPS_DISPATCH,
                        "'" + use.file().text(use.tree()) + "' skips an overriding method",
                        "keep a delegate: --keep-delegate");
            default -> use.file().text(use.qualifier().orElseThrow());
        };
    }

    private Evaluation objectEvaluation(Use use) {
        return use.form() == Use.Form.EXPRESSION
                ? Evaluation.of(
                        use.file(), new TreePath(use.path(), use.qualifier().orElseThrow()))
                : Evaluation.NONE;
    }

    private List<String> passed(Use use) {
        List<String> passed = new ArrayList<>();
        if (passesSource) {
            passed.add(object(use));
        }
        boolean own = use.form() == Use.Form.NAME || use.form() == Use.Form.THIS;
        Set<String> locals = Scopes.localNames(use.path());
        for (Element field : values.keySet()) {
            String name = field.getSimpleName().toString();
            passed.add(own && !locals.contains(name) ? name : object(use) + "." + name);
        }
        return passed;
    }

    private void throughArgument(Use use, int index) {
        TouchedFile at = use.file();
        MethodInvocationTree call = use.call().orElseThrow();
        TreePath path = use.path().getParentPath();
        ExpressionTree argument = call.getArguments().get(index);
        Evaluation value = Evaluation.of(at, new TreePath(path, argument));
        Evaluation before = objectEvaluation(use);
        for (int i = 0; i < index; i++) {
            before = before.and(
                    Evaluation.of(at, new TreePath(path, call.getArguments().get(i))));
        }
        if (!value.commutesWith(before)) {
            throw refused(
                    use.place(),
                    Rule.KEEPS_EVALUATION,
                    "'" + at.text(argument) + "' would be evaluated before what stands in front of it",
                    "keep a delegate: --keep-delegate");
        }
        Evaluation dropped = objectEvaluation(use);
        if (!passesSource && dropped.writes()) {
            throw refused(
                    use.place(),
                    Rule.KEEPS_EVALUATION,
                    "'" + object(use) + "' would no longer be evaluated",
                    "keep a delegate: --keep-delegate");
        }
        boolean known = NeverNull.is(at, new TreePath(path, argument));
        if (!known && !route.orElseThrow().isReachedForFirst(source, method)) {
            throw refused(
                    use.place(),
                    Rule.KEEPS_EVALUATION,
                    "where '" + at.text(argument) + "' is null the call would fail, and does not fail at once now",
                    "keep a delegate: --keep-delegate");
        }
        if (argument.getKind() == com.sun.source.tree.Tree.Kind.NULL_LITERAL) {
            throw refused(use.place(), Rule.KEEPS_EVALUATION, "null is passed here", "leave it where it is");
        }
        boolean through = use.form() == Use.Form.EXPRESSION
                && !passesSource
                && !NeverNull.is(at, new TreePath(use.path(), use.qualifier().orElseThrow()));
        if (through) {
            warnings.add("a call through '" + source.simpleName() + "' that is null no longer fails: "
                    + at.source().path().getFileName() + ":" + use.place().line());
        }
        Draft text = operand(at, argument, path).write(".");
        typeArguments(call, at, text);
        text.write(method.name() + "(");
        List<String> passed = passed(use);
        text.write(String.join(", ", passed));
        boolean first = passed.isEmpty();
        for (int i = 0; i < call.getArguments().size(); i++) {
            if (i != index) {
                text.write(first ? "" : ", ")
                        .copy(at.source(), at.region(call.getArguments().get(i)));
                first = false;
            }
        }
        requireFlat(use, call);
        edits.add(at, new Edit(at.region(call), text.write(")")));
    }

    /** Calls within the arguments of a call that is written anew would lose their own edits. */
    private void requireFlat(Use use, MethodInvocationTree call) {
        boolean nested = uses.stream().anyMatch(other -> other != use && other.isWithin(call));
        if (nested) {
            throw refused(
                    use.place(),
                    Rule.FITS_THE_KIND,
                    "a call of '" + method.name() + "' stands within another",
                    "extract a variable for the inner call first");
        }
    }

    private static void typeArguments(MethodInvocationTree call, TouchedFile at, Draft text) {
        if (!call.getTypeArguments().isEmpty()) {
            text.write(call.getTypeArguments().stream().map(at::text).collect(Collectors.joining(", ", "<", ">")));
        }
    }

    private static Draft operand(TouchedFile at, ExpressionTree argument, TreePath call) {
        Draft text = new Draft().copy(at.source(), at.region(argument));
        boolean tight = argument instanceof IdentifierTree
                || argument instanceof MemberSelectTree
                || argument instanceof MethodInvocationTree
                || argument instanceof NewClassTree creation && creation.getClassBody() == null
                || argument instanceof com.sun.source.tree.ParenthesizedTree
                || argument instanceof com.sun.source.tree.ArrayAccessTree;
        return tight ? text : new Draft().write("(").write(text).write(")");
    }

    private void throughMember(Use use) {
        TouchedFile at = use.file();
        MethodInvocationTree call = use.call().orElseThrow();
        Route one = route.orElseThrow();
        TreePath path = use.path().getParentPath();
        boolean never = one.isNeverNull(source) || one.isReachedForFirst(source, method);
        if (!never) {
            throw refused(
                    use.place(),
                    Rule.KEEPS_EVALUATION,
                    "where '" + one.name() + "' is null the call would fail, and does not fail at once now",
                    "keep a delegate: --keep-delegate");
        }
        boolean settled = one.element().getModifiers().contains(Modifier.FINAL);
        boolean effects = call.getArguments().stream()
                .anyMatch(argument ->
                        Evaluation.of(at, new TreePath(path, argument)).writes());
        if (!settled && effects) {
            throw refused(
                    use.place(),
                    Rule.KEEPS_EVALUATION,
                    "'" + one.name() + "' would be read before the arguments are evaluated",
                    "keep a delegate: --keep-delegate");
        }
        if (passesSource && !objectEvaluation(use).isStable()) {
            throw refused(
                    use.place(),
                    Rule.KEEPS_EVALUATION,
                    "'" + object(use) + "' would be evaluated twice",
                    "extract a variable for it first");
        }
        String step = step(use, one);
        boolean bare = use.form() == Use.Form.NAME
                && use.provider().orElseThrow().equals(at.element(Scopes.type(use.path())))
                && !Scopes.localNames(use.path()).contains(one.name());
        Draft text = new Draft();
        if (!bare) {
            text.write(object(use) + ".");
        }
        text.write(step + ".");
        Region select = at.region(use.tree());
        boolean generic = !call.getTypeArguments().isEmpty();
        int start = generic && use.form() != Use.Form.NAME ? at.start(call) : select.start();
        edits.add(
                at,
                new Edit(new Region(start, at.name(use.tree()).start()), generic ? withTypes(call, at, text) : text));
        List<String> passed = passed(use);
        if (!passed.isEmpty()) {
            int open = at.text().indexOf('(', at.name(use.tree()).end()) + 1;
            edits.add(
                    at,
                    Edit.insert(
                            open,
                            String.join(", ", passed) + (call.getArguments().isEmpty() ? "" : ", ")));
        }
    }

    private static Draft withTypes(MethodInvocationTree call, TouchedFile at, Draft text) {
        typeArguments(call, at, text);
        return text;
    }

    /** The field where the caller may read it, else an accessor that gives it, else the field made visible. */
    private String step(Use use, Route one) {
        if (one.kind() == Route.Kind.ACCESSOR) {
            return one.name() + "()";
        }
        boolean hidden = one.element().getModifiers().contains(Modifier.PRIVATE)
                && !outermost(use.file().element(Scopes.type(use.path()))).equals(outermost(source.element()));
        if (!hidden) {
            return one.name();
        }
        Optional<Member> accessor = source.members().stream()
                .filter(member -> member.isMethod()
                        && !member.isPrivate()
                        && member.method().getParameters().isEmpty()
                        && one.name().equals(Route.accessed(member)))
                .findFirst();
        if (accessor.isPresent()) {
            return accessor.get().name() + "()";
        }
        if (!use.file().packageName().equals(file.packageName())) {
            throw refused(
                    use.place(),
                    Rule.REACHABLE,
                    "'" + one.name() + "' is private to " + source.simpleName(),
                    "keep a delegate: --keep-delegate");
        }
        edits.widen(Set.of(one.element()));
        return one.name();
    }

    private static String outermost(Element element) {
        Element at = element;
        while (at.getEnclosingElement() != null && at.getEnclosingElement().getKind() != ElementKind.PACKAGE) {
            at = at.getEnclosingElement();
        }
        return at.toString();
    }

    /** The old method stays and passes on. */
    private void leaveDelegate() {
        MethodTree tree = method.methodTree();
        boolean gives = method.method().getReturnType().getKind() != TypeKind.VOID;
        List<String> arguments = new ArrayList<>();
        if (passesSource) {
            arguments.add("this");
        }
        Set<String> names = LocalNames.in(method.path());
        values.keySet()
                .forEach(field -> arguments.add(
                        (names.contains(field.getSimpleName().toString()) ? "this." : "") + field.getSimpleName()));
        for (int i = 0; i < tree.getParameters().size(); i++) {
            if (route.map(Route::index).orElse(-1) != i) {
                arguments.add(tree.getParameters().get(i).getName().toString());
            }
        }
        String receiver = route.map(one -> one.kind() == Route.Kind.ACCESSOR
                        ? one.name() + "()"
                        : (one.kind() == Route.Kind.FIELD && names.contains(one.name()) ? "this." : "") + one.name())
                .orElseGet(() -> edits.types(file).of(target.element()));
        if (route.isPresent()
                && !route.get().isNeverNull(source)
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

    private void dropImports() {
        for (TouchedFile one : touched.files()) {
            for (Imports.Import imported : new Imports(one).all()) {
                boolean names = imported.isStatic()
                        && imported.owner().equals(source.symbol())
                        && imported.simple().equals(method.name());
                boolean only = names
                        && UseFinder.in(one, element -> element.getSimpleName().contentEquals(method.name())).stream()
                                .allMatch(use -> use.symbol().equals(method.symbol()));
                if (only) {
                    edits.add(one, Edit.delete(MemberText.toDelete(one.source(), imported.region())));
                }
            }
        }
    }

    /** Names that only the moved code knew are imported no longer. */
    private void removeUnusedImports() {
        Region away = delegate ? file.region(method.methodTree().getBody()) : method.withComments();
        edits.add(file, new Imports(file).leftBehind(away, Set.of(target.simpleName())));
    }
}
