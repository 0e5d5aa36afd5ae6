package paredown.cut.inline;

import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.util.TreePath;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import paredown.analysis.init.ClassInitialisation;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.cut.Cut;
import paredown.cut.CutArgument;
import paredown.cut.CutKind;
import paredown.cut.Dispatch;
import paredown.cut.FrameworkRole;
import paredown.edit.Declarations;
import paredown.edit.EditSet;
import paredown.source.ChangeSet;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.MemberName;
import paredown.tree.RegionName;
import paredown.tree.Required;
import paredown.tree.Selection;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.tree.TypeName;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Place;
import paredown.verdict.Plan;
import paredown.verdict.RefusedException;
import paredown.verdict.Rule;
import paredown.verdict.UnknownNameException;
import paredown.verdict.Verdict;

/**
 * Puts the body of a method in the place of its calls, and takes the method away.
 *
 * @param member {@code Type#method}, or the stretch of a file that one call takes: then only that call is inlined
 * @param keep whether the method stays
 */
public record InlineMethod(String member, boolean keep) implements Cut {
    public static final CutKind KIND = new CutKind(
            "inline-method",
            "Put the body of a method in the place of its calls, and take the method away.",
            "Arguments are evaluated once and in order; names that would clash are changed. Calls that may mean another method at run time, early returns and recursion are refused.",
            List.of(
                    CutArgument.subject(
                            "member",
                            "MEMBER",
                            "The method, as Type#method or Type#method(int,String); or the stretch of a file that one call takes: then only that call is inlined."),
                    CutArgument.flag("keep", "Keep the method.")),
            List.of(
                    "'PlanReport#clock'",
                    "'NightPlanner#sequenceFor' --keep",
                    "src/main/java/meridian/plan/PlanReport.java:18:25-18:47 --preview"),
            of -> new InlineMethod(of.text("member"), of.on("keep")));

    @Override
    public String kind() {
        return KIND.name();
    }

    @Override
    public String commandLine() {
        return "inline method '" + member + "'" + (keep ? " --keep" : "");
    }

    private boolean isOneCall() {
        return RegionName.fits(member);
    }

    @Override
    public Set<String> words(Sources sources) {
        if (!isOneCall()) {
            TypeName.resolve(sources, MemberName.parse(member).type());
            return Set.of(MemberName.parse(member).simple());
        }
        RegionName region = RegionName.parse(member);
        String text = sources.file(region.file(sources))
                .map(source -> region.in(source).of(source.text()))
                .orElse("");
        Set<String> words = new LinkedHashSet<>();
        Matcher names = Pattern.compile("(\\w+)\\s*\\(").matcher(text);
        while (names.find()) {
            words.add(names.group(1));
        }
        return words;
    }

    @Override
    public boolean concerns(Sources sources, Path file) {
        if (isOneCall()) {
            return true;
        }
        String resolved = TypeName.resolve(sources, MemberName.parse(member).type());
        String simple = resolved.substring(resolved.lastIndexOf('.') + 1);
        return sources.canName(file, resolved) && sources.mentions(file, simple) || sources.mayUse(file, resolved);
    }

    @Override
    public Collection<Path> further(Sources sources) {
        if (isOneCall()) {
            return List.of(RegionName.parse(member).file(sources));
        }
        String type = TypeName.resolve(sources, MemberName.parse(member).type());
        Set<Path> files = new LinkedHashSet<>(sources.extending(type));
        // A name that nobody has stands nowhere: which ones would have been near is read in the class itself.
        files.add(TypeName.file(sources, type));
        return files;
    }

    @Override
    public Collection<Path> users(CodeBase code) {
        if (isOneCall()) {
            return Cut.super.users(code);
        }
        MemberName name = MemberName.parse(member);
        String type = TypeName.resolve(code.sources(), name.type());
        List<String> symbols = code.type(type).stream()
                .flatMap(facts -> facts.members().stream())
                .filter(one -> one.name().equals(name.simple()))
                .map(one -> one.symbol())
                .toList();
        Set<Path> files = new LinkedHashSet<>(code.filesUsing(symbols));
        files.add(TypeName.file(code.sources(), type));
        code.subtypes(type).forEach(subtype -> files.add(subtype.file()));
        return files;
    }

    @Override
    public Verdict plan(Sources sources, Touched touched) {
        try {
            return isOneCall() ? one(sources, touched) : all(sources, touched);
        } catch (RefusedException e) {
            return e.refusal();
        }
    }

    private Plan one(Sources sources, Touched touched) {
        RegionName region = RegionName.parse(member);
        TouchedFile file = touched.file(region.file(sources)).orElseThrow();
        TreePath path = Selection.of(file, region.in(file.source()))
                .expression()
                .filter(found -> found.getLeaf() instanceof MethodInvocationTree)
                .orElseThrow(() -> new UnknownNameException("no whole call stands at " + member, List.of()));
        MethodInvocationTree call = (MethodInvocationTree) path.getLeaf();
        Element called = file.element(path);
        DeclaredClass owner = touched.files().stream()
                .flatMap(one -> DeclaredClass.find(one, file.symbol(called.getEnclosingElement())).stream())
                .findFirst()
                .orElseThrow(() -> Required.refused(
                        file.place(call),
                        Rule.OWN_SOURCES,
                        "'" + called.getSimpleName() + "' is not declared in this project",
                        "inline methods of your own code"));
        Member method = owner.member(file.symbol(called))
                .filter(Member::isMethod)
                .orElseThrow(() -> Required.refused(
                        file.place(call),
                        Rule.FITS_THE_KIND,
                        "'" + file.text(call.getMethodSelect()) + "' calls no method with a body that is written out",
                        "inline methods of your own code"));
        Use use = UseFinder.in(file, path, called::equals).stream()
                .filter(found -> found.tree() == call.getMethodSelect())
                .findFirst()
                .orElseThrow();
        return worked(sources, touched, owner, method, List.of(use), true);
    }

    private Plan all(Sources sources, Touched touched) {
        MemberName name = MemberName.parse(member);
        DeclaredClass owner = name.owner(sources, touched);
        Member method = name.method(owner);
        List<Use> uses = new ArrayList<>();
        for (TouchedFile file : touched.files()) {
            uses.addAll(UseFinder.in(
                    file,
                    element -> element.getKind() == ElementKind.METHOD
                            && file.symbol(element).equals(method.symbol())));
        }
        return worked(sources, touched, owner, method, uses, keep);
    }

    private Plan worked(
            Sources sources, Touched touched, DeclaredClass owner, Member method, List<Use> uses, boolean stays) {
        Place place = owner.file().place(method.tree());
        checkKind(owner, method, place);
        Dispatch.requireNotOverridden(touched, method, place, "a call may mean either; keep the method");
        if (!stays) {
            Dispatch.requireOwn(owner, method, place, "inline its calls and keep it: --keep");
            Dispatch.requireNotInherited(touched, owner, method, place, "inline its calls and keep it: --keep");
            Required.ownFile(sources, owner.file(), place);
            checkRole(owner, method, place);
        }
        MethodBody body = new MethodBody(owner, method);
        List<Use> calls = calls(method, uses, stays);
        if (method.isStatic()) {
            requireInitialised(sources, owner, body, calls);
        }
        EditSet edits = new EditSet();
        edits.know(owner.file());
        Neighbours neighbours = new Neighbours();
        for (Use use : calls) {
            Required.ownFile(sources, use.file(), use.place());
            new InlinedCall(sources, owner, body, use, edits, neighbours).write();
        }
        if (!stays) {
            edits.add(owner.file(), Declarations.removal(owner, method));
            edits.dropStaticImports(touched, method.symbol());
        }
        Set<String> words = new LinkedHashSet<>(edits.widenedNames());
        if (!stays) {
            words.add(method.name());
        }
        String named = method.name() + " of " + owner.simpleName();
        // Nothing is inlined where nothing calls.
        String title = calls.isEmpty() && !stays
                ? "drop method " + named + ", which nothing in this project calls"
                : "inline method " + named + " into " + calls.size() + (calls.size() == 1 ? " call" : " calls")
                        + (stays ? ", keeping it" : "");
        return new Plan(
                title,
                new ChangeSet(edits.changes()),
                Map.of(owner.symbol() + "#this", thisMeanings(touched, calls)),
                Set.of(),
                words,
                new Plan.Effects(calls.size(), List.of(), edits.visibility(), List.of()));
    }

    /** {@code this} in an inlined body is still the same object, seen as one of the class that the call stands in. */
    private static Set<String> thisMeanings(Touched touched, List<Use> calls) {
        Set<String> meanings = new LinkedHashSet<>();
        for (Use use : calls) {
            use.provider().ifPresent(type -> meanings.add(use.file().symbol(type) + "#this"));
            Element around = use.file().element(paredown.tree.Scopes.type(use.path()));
            meanings.add(use.file().symbol(around) + "#this");
        }
        return meanings;
    }

    private static void checkKind(DeclaredClass owner, Member method, Place place) {
        Set<Modifier> modifiers = method.element().getModifiers();
        if (!method.isMethod() || method.methodTree().getBody() == null) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + method.name() + "' has no body that could be inlined",
                    "name a method with a body");
        }
        if (modifiers.contains(Modifier.SYNCHRONIZED)) {
            throw Required.refused(
                    place, Rule.KEEPS_LOCK, "'" + method.name() + "' locks while it runs", "keep the method");
        }
        boolean recursive = !UseFinder.in(owner.file(), method.path(), method.element()::equals)
                .isEmpty();
        if (recursive) {
            throw Required.refused(
                    place, Rule.FITS_THE_KIND, "'" + method.name() + "' calls itself", "keep the method");
        }
        boolean generic = !method.method().getTypeParameters().isEmpty()
                && new MethodBody(owner, method).usesTypeParameterOf(method.element());
        if (generic) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + method.name() + "' names its type parameter in its body",
                    "keep the method");
        }
    }

    private static void checkRole(DeclaredClass owner, Member method, Place place) {
        FrameworkRole.requireNone(owner.file(), method.element(), place, "inline its calls and keep it: --keep");
    }

    private static List<Use> calls(Member method, List<Use> uses, boolean stays) {
        List<Use> calls = new ArrayList<>();
        for (Use use : uses) {
            if (use.call().isPresent()) {
                calls.add(use);
            } else if (!stays) {
                throw Required.refused(
                        use.place(),
                        Rule.REACHABLE,
                        "'" + use.file().text(use.tree()) + "' passes the method itself",
                        "inline its calls and keep it: --keep");
            }
        }
        for (Use outer : calls) {
            for (Use inner : calls) {
                if (outer != inner && inner.isWithin(outer.call().orElseThrow())) {
                    throw Required.refused(
                            inner.place(),
                            Rule.FITS_THE_KIND,
                            "a call of '" + method.name() + "' stands within another",
                            "inline the inner call first, by its stretch of the file");
                }
            }
        }
        return calls;
    }

    /** A call of a static method loads its class; code that does not touch the class would not. */
    private static void requireInitialised(Sources sources, DeclaredClass owner, MethodBody body, List<Use> calls) {
        ClassInitialisation initialisation = new ClassInitialisation(sources, owner);
        // What is handed over is worked out before.
        boolean later = body.method().methodTree().getParameters().isEmpty()
                && initialisation.isSetOffBy(owner.file(), body.method());
        if (!later) {
            initialisation.requireUnobserved(
                    calls, "a call of '" + body.method().name() + "'", "keep the method");
        }
    }
}
