package paredown.cut.move;

import java.nio.file.Path;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import paredown.analysis.init.ClassInitialisation;
import paredown.analysis.init.SuperConstruction;
import paredown.analysis.init.SuperConstructorCalls;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.cut.CallerMode;
import paredown.cut.Cut;
import paredown.cut.CutArgument;
import paredown.cut.CutKind;
import paredown.cut.Dispatch;
import paredown.cut.FrameworkRole;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.MemberName;
import paredown.tree.Required;
import paredown.tree.Touched;
import paredown.tree.TypeName;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Place;
import paredown.verdict.RefusedException;
import paredown.verdict.Rule;
import paredown.verdict.Verdict;

/**
 * Moves a method to the class that it works for: the type of one of its parameters or fields, or, for a static one, any class.
 *
 * @param member {@code Type#method}
 * @param to the class that it moves to
 * @param via the parameter, field or accessor that leads there, where there are several
 * @param callers what becomes of its callers
 */
public record MoveMethod(String member, String to, Optional<String> via, CallerMode callers) implements Cut {
    public static final CutKind KIND = new CutKind(
            "move-method",
            "Move a method to the class that it works for.",
            "An instance method moves to the type of one of its parameters or fields, a static one to any class. Callers are led there; what the method still needs of its old object is passed: a few values where that is enough, else the object.",
            List.of(
                    CutArgument.subject("member", "MEMBER", "The method, as Type#method or Type#method(int,String)."),
                    CutArgument.required("to", "TYPE", "The class that it moves to."),
                    CutArgument.optional(
                            "via",
                            "NAME",
                            "The field, parameter or accessor that leads there, when there are several."),
                    CutArgument.callers()),
            List.of(
                    "'PlanReport#exposureLine' --to Exposure",
                    "'TimeLedger#remaining(Proposal)' --to Proposal --via proposal --preview",
                    "'meridian.plan.PlanReport#clock' --to Night --callers delegate --yes"),
            of -> new MoveMethod(of.text("member"), of.text("to"), of.optional("via"), of.callers()));

    @Override
    public String kind() {
        return KIND.name();
    }

    @Override
    public String commandLine() {
        return "move method '" + member + "' --to " + to
                + via.map(name -> " --via " + name).orElse("") + callers.option();
    }

    private String owner(Sources sources) {
        return TypeName.resolve(sources, MemberName.parse(member).type());
    }

    @Override
    public Set<String> words(Sources sources) {
        owner(sources);
        TypeName.resolve(sources, to);
        return Set.of(MemberName.parse(member).simple());
    }

    @Override
    public boolean concerns(Sources sources, Path file) {
        return concerns(sources, file, owner(sources)) || concerns(sources, file, TypeName.resolve(sources, to));
    }

    private static boolean concerns(Sources sources, Path file, String type) {
        String simple = type.substring(type.lastIndexOf('.') + 1);
        return sources.canName(file, type) && sources.mentions(file, simple) || sources.mayUse(file, type);
    }

    @Override
    public Collection<Path> further(Sources sources) {
        Set<Path> files = new LinkedHashSet<>();
        files.add(TypeName.file(sources, owner(sources)));
        files.add(TypeName.file(sources, TypeName.resolve(sources, to)));
        // A class below may answer for an interface with a method that it never names.
        files.addAll(sources.extending(owner(sources)));
        files.addAll(sources.extending(TypeName.resolve(sources, to)));
        return files;
    }

    @Override
    public Collection<Path> users(CodeBase code) {
        String type = owner(code.sources());
        List<String> symbols = code.type(type).stream()
                .flatMap(facts -> facts.members().stream())
                .filter(one -> one.name().equals(MemberName.parse(member).simple()))
                .map(one -> one.symbol())
                .toList();
        Set<Path> files = new LinkedHashSet<>(code.filesUsing(symbols));
        files.addAll(further(code.sources()));
        return files;
    }

    @Override
    public Verdict plan(Sources sources, Touched touched) {
        try {
            MemberName name = MemberName.parse(member);
            DeclaredClass source = name.owner(sources, touched);
            Member method = name.method(source);
            DeclaredClass target = MemberName.owner(sources, touched, to);
            Place place = source.file().place(method.tree());
            Required.ownFile(sources, source.file(), place);
            Required.ownFile(sources, target.file(), target.file().place(target.tree()));
            checkKind(source, method, place);
            checkTarget(source, method, target, place);
            Dispatch.requireNotOverridden(touched, method, place, "leave it where it is");
            boolean keepDelegate = callers.leavesDelegate(touched.outside().expect(place.file(), method.method()));
            String delegating = new MoveMethod(member, to, via, CallerMode.DELEGATE).commandLine();
            if (!keepDelegate) {
                Dispatch.requireOwn(source, method, place, delegating);
                Dispatch.requireNotInherited(touched, source, method, place, delegating);
            }
            if (method.isStatic() && via.isPresent()) {
                throw Required.refused(
                        place,
                        Rule.FITS_THE_KIND,
                        "'" + method.name() + "' is static: no object leads to the class that it moves to",
                        new MoveMethod(member, to, Optional.empty(), callers).commandLine());
            }
            Optional<ReceiverPath> route = method.isStatic()
                    ? Optional.empty()
                    : Optional.of(ReceiverPath.from(source, method, target.element(), via));
            Dispatch.requireNoAnswerBelow(touched, target, method.name(), place, "rename it first");
            if (method.isStatic()) {
                checkInitialisation(sources, touched, source, method, target, place, keepDelegate);
            }
            route.ifPresent(way -> checkNotEarly(sources, touched, source, method, way));
            return new MethodMove(sources, touched, source, method, target, route, keepDelegate).plan();
        } catch (RefusedException e) {
            return e.refusal();
        }
    }

    private static void checkKind(DeclaredClass source, Member method, Place place) {
        Set<Modifier> modifiers = method.element().getModifiers();
        if (!method.isMethod() || method.methodTree().getBody() == null) {
            throw Required.refused(
                    place, Rule.FITS_THE_KIND, "'" + method.name() + "' has no body", "name a method with a body");
        }
        if (modifiers.contains(Modifier.SYNCHRONIZED)) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_LOCK,
                    "'" + method.name() + "' locks its own object",
                    "lock what it works on by a block first");
        }
        if (source.element().getKind().isInterface() && !method.isStatic()) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + method.name() + "' is part of the interface " + source.simpleName(),
                    "move methods of classes, or static ones");
        }
        FrameworkRole.requireNone(source.file(), method.element(), place, "leave it where it is");
    }

    private static void checkTarget(DeclaredClass source, Member method, DeclaredClass target, Place place) {
        TypeElement to = target.element();
        if (to.equals(source.element())) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + method.name() + "' is in " + target.simpleName() + " already",
                    "name another class");
        }
        if (to.getKind().isInterface()) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    target.simpleName() + " is an interface",
                    "name a class that implements it");
        }
        boolean related = source.isA(target.symbol()) || target.isA(source.symbol());
        if (related && !method.isStatic()) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_DISPATCH,
                    source.simpleName() + " and " + target.simpleName() + " inherit from one another",
                    "name a class outside the family");
        }
        if (!method.isStatic() && !to.getTypeParameters().isEmpty()) {
            throw Required.refused(
                    place, Rule.FITS_THE_KIND, target.simpleName() + " has type parameters", "leave it where it is");
        }
        boolean inner = to.getNestingKind() == NestingKind.MEMBER
                && !to.getModifiers().contains(Modifier.STATIC)
                && to.getKind() == ElementKind.CLASS;
        if (method.isStatic() && inner) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    target.simpleName() + " is an inner class",
                    "name a class at the top or a static one");
        }
    }

    /** A field of the object leads there: it has no value while a constructor above is at work. */
    private static void checkNotEarly(
            Sources sources, Touched touched, DeclaredClass source, Member method, ReceiverPath route) {
        if (route.kind() == ReceiverPath.Kind.PARAMETER || route.isReachedForFirst(source, method)) {
            return;
        }
        Set<String> symbol = Set.of(method.symbol());
        if (SuperConstruction.comesTo(sources, source.file(), source.element(), symbol)) {
            SuperConstructorCalls.requireNotReaching(touched, source, symbol, "'" + route.name() + "' has a value");
        }
    }

    /** A call of a static method loads its class. */
    private void checkInitialisation(
            Sources sources,
            Touched touched,
            DeclaredClass source,
            Member method,
            DeclaredClass target,
            Place place,
            boolean keepDelegate) {
        List<Use> calls = touched.files().stream()
                .flatMap(file ->
                        UseFinder.in(file, element -> file.symbol(element).equals(method.symbol())).stream())
                .toList();
        ClassInitialisation here = new ClassInitialisation(sources, source);
        ClassInitialisation there = new ClassInitialisation(sources, target);
        String call = "a call of '" + method.name() + "'";
        String wayOut = "leave it where it is";
        boolean later = here.isSetOffBy(source.file(), method);
        if (!later && !keepDelegate) {
            here.requireUnobserved(calls, call, new MoveMethod(member, to, via, CallerMode.DELEGATE).commandLine());
        }
        if (source.isA(target.symbol()) || there.firstOutside(calls).isEmpty()) {
            return;
        }
        boolean swapped = later && !keepDelegate && here.hasEffects();
        boolean earlier = there.isSetOffBy(source.file(), method) && !swapped;
        if (!earlier) {
            there.requireUnobserved(calls, call, wayOut);
        }
        if (!earlier && there.comesTo(Integer.MAX_VALUE, ClassInitialisation.computed(source))) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_INITIALISATION_ORDER,
                    call + " initialises " + target.simpleName() + ", which asks for values of " + source.simpleName(),
                    wayOut);
        }
    }
}
