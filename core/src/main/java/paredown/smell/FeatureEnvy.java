package paredown.smell;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.ParameterFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.code.index.PublicApi;

/**
 * A method that works on the data of one object of another class more than on its own.
 *
 * <p>After the detection strategy of Lanza, Marinescu: Object-Oriented Metrics in Practice, 2006 (ATFD, LAA, FDP), counted for each object
 * that the method can reach rather than for the class as a whole, so that the finding can say through what it would be called.
 */
public final class FeatureEnvy implements Smell {
    private static final Traits TRAITS = new Traits(
            "feature-envy",
            "FE",
            "a method that works on the data of an object of another class more than on its own",
            Map.of("foreign", 3.0, "laa", 1.0 / 3, "lines", 4.0, "places", 2.0));

    /** How many times more an object is used than the next one before it counts as the one that the method is about. */
    private static final int CLEARLY = 2;

    /** The share of what is used of an object that goes on to one and the same method where it is only written out. */
    private static final double WRITTEN_OUT = 0.6;

    private static final int FEWEST_WRITTEN = 3;
    private static final Set<String> STRING_BUILDERS =
            Set.of("java.lang.StringBuilder", "java.lang.StringBuffer", "java.lang.AbstractStringBuilder");

    private static final Pattern FILLS = Pattern.compile("#(set|add|put|with|append|register)[A-Z(]");

    @Override
    public Traits traits() {
        return TRAITS;
    }

    /**
     * An object that a method works on.
     *
     * @param via name of the parameter or field that leads to it
     * @param parameter whether it is a parameter
     * @param properties what is used of it, fields and accessors once
     * @param uses how often anything of it is used
     */
    private record Friend(TypeFacts type, String via, boolean parameter, Set<String> properties, int uses) {}

    /** A method, the object that it works on, and what it uses of its own. */
    private record Envy(MemberFacts method, Friend friend, Set<String> own, double laa, List<CodeBase.Use> callers) {
        /** Gain (how much of a body of which size would be at home) over cost (values to pass, callers to change). */
        double score() {
            double foreign = friend.properties().size();
            double home = foreign / (foreign + own.size());
            double size = Math.min(1, (method.codeLines() + 4.0 * method.complexity()) / 60);
            double pull = friend.uses() / (friend.uses() + 4.0);
            double cost = 1 / (1 + 0.15 * own.size() + 0.02 * callers.size());
            return Math.round(1000 * Math.cbrt(home * pull * (0.3 + 0.7 * size)) * cost) / 1000.0;
        }
    }

    @Override
    public Stream<Finding> findings(CodeBase code) {
        return Stream.concat(
                code.types()
                        .filter(type ->
                                Roles.isOpen(code, type) && !type.test() && type.kind() != TypeFacts.Kind.INTERFACE)
                        .flatMap(type -> Stream.concat(findings(code, type), EnviousBlocks.findings(this, code, type))),
                RepeatedConditions.findings(this, code));
    }

    /** The moves of methods of a type that would rather be elsewhere, best first. */
    List<CutOffer> moves(CodeBase code, TypeFacts type) {
        return envies(code, type)
                .sorted(Comparator.comparingDouble(Envy::score).reversed())
                .map(envy -> offer(code, type, envy))
                .toList();
    }

    boolean isEnvious(CodeBase code, TypeFacts type, MemberFacts method) {
        return mayMove(code, type, method) && envy(code, type, method).isPresent();
    }

    private Stream<Envy> envies(CodeBase code, TypeFacts type) {
        return type.methods()
                .filter(method -> mayMove(code, type, method))
                .flatMap(method -> envy(code, type, method).stream());
    }

    /** A finding for each class that methods of a type would rather be in. */
    private Stream<Finding> findings(CodeBase code, TypeFacts type) {
        Map<String, List<Envy>> byTarget = new LinkedHashMap<>();
        envies(code, type)
                .forEach(envy -> byTarget.computeIfAbsent(envy.friend().type().name(), key -> new ArrayList<>())
                        .add(envy));
        return byTarget.values().stream().map(all -> {
            all.sort(Comparator.comparingDouble(Envy::score)
                    .reversed()
                    .thenComparing(envy -> envy.method().line()));
            return finding(code, type, all);
        });
    }

    private boolean mayMove(CodeBase code, TypeFacts type, MemberFacts method) {
        return method.codeLines() >= limit(code, "lines")
                && !method.overrides()
                && !method.is(Modifier.ABSTRACT)
                && !method.is(Modifier.NATIVE)
                && !Roles.isRoutine(method)
                && !Roles.isMarked(method)
                && !isOverridden(code, type, method);
    }

    private static boolean isOverridden(CodeBase code, TypeFacts type, MemberFacts method) {
        if (method.is(Modifier.PRIVATE) || method.is(Modifier.STATIC) || method.is(Modifier.FINAL)) {
            return false;
        }
        String signature = "#" + Symbol.spelling(method.symbol());
        return code.subtypes(type.name()).stream()
                .anyMatch(below -> below.methods()
                        .anyMatch(other -> other.overrides() && other.symbol().endsWith(signature)));
    }

    /** What is known of methods already: god classes and blocks ask for them too. */
    private record Known(Map<String, Optional<Envy>> byMethod) {
        Known(CodeBase code) {
            this(new ConcurrentHashMap<>());
        }
    }

    private Optional<Envy> envy(CodeBase code, TypeFacts type, MemberFacts method) {
        return code.once(Known.class, Known::new)
                .byMethod()
                .computeIfAbsent(method.symbol(), symbol -> newEnvy(code, type, method));
    }

    private Optional<Envy> newEnvy(CodeBase code, TypeFacts type, MemberFacts method) {
        List<Friend> friends = friends(code, type, method);
        if (friends.isEmpty()) {
            return Optional.empty();
        }
        Friend best = friends.get(0);
        int foreign = best.properties().size();
        int next = friends.size() < 2 ? 0 : friends.get(1).properties().size();
        Set<String> own = own(code, type, method, best);
        double laa = own.size() / (double) (own.size() + foreign);
        boolean envies = foreign >= limit(code, "foreign")
                && laa < limit(code, "laa")
                && foreign >= CLEARLY * next
                && foreign > others(code, method, best);
        if (!envies
                || onlyFills(best, method)
                || writesOut(best.via(), best.type(), foreign, method.references())
                || carriesOver(code, method)
                || isDedicated(code, type, best.type())
                || wouldCloseCycle(code, type, best.type(), method.references())) {
            return Optional.empty();
        }
        List<CodeBase.Use> callers = code.uses(method.symbol()).stream()
                .filter(use -> !use.member().symbol().equals(method.symbol()))
                .toList();
        return Optional.of(new Envy(method, best, own, laa, callers));
    }

    /** The objects of other classes of the project that a method works on, those first of which it uses most. */
    private static List<Friend> friends(CodeBase code, TypeFacts type, MemberFacts method) {
        Map<String, TypeFacts> routes = new LinkedHashMap<>();
        Set<String> parameters = new HashSet<>();
        // A class around one object is there to work on it.
        boolean around =
                type.fields().filter(field -> !field.is(Modifier.STATIC)).count() < 3;
        if (!method.is(Modifier.STATIC) && !around) {
            type.fields()
                    .filter(field -> !field.is(Modifier.STATIC))
                    .forEach(field -> target(code, type, field.type()).ifPresent(to -> routes.put(field.name(), to)));
        }
        for (ParameterFacts parameter : method.parameters()) {
            routes.remove(parameter.name());
            if (!parameter.written()) {
                target(code, type, parameter.type()).ifPresent(to -> {
                    routes.put(parameter.name(), to);
                    parameters.add(parameter.name());
                });
            }
        }
        List<Friend> friends = new ArrayList<>();
        routes.forEach((via, to) -> {
            Set<String> properties = new TreeSet<>();
            int uses = 0;
            for (Reference reference : method.references()) {
                String through = reference.through().startsWith("this.")
                        ? reference.through().substring("this.".length())
                        : reference.through();
                if (through.equals(via) && reference.inProject()) {
                    properties.add(Symbol.property(reference.target()));
                    uses++;
                }
            }
            if (uses > 0) {
                friends.add(new Friend(to, via, parameters.contains(via), properties, uses));
            }
        });
        friends.sort(
                Comparator.comparingInt((Friend friend) -> -friend.properties().size())
                        .thenComparing(Friend::via));
        return friends;
    }

    /** The class that a method could move to, where a type names one. */
    static Optional<TypeFacts> target(CodeBase code, TypeFacts type, String name) {
        return code.type(Symbol.plain(name))
                .filter(to -> to.kind() != TypeFacts.Kind.INTERFACE
                        && to.kind() != TypeFacts.Kind.ANNOTATION
                        && !to.test()
                        && Roles.isHandwritten(code, to)
                        && !Roles.sameNest(to.name(), type.name(), code)
                        && code.supertypes(type).stream()
                                .noneMatch(above -> above.name().equals(to.name()))
                        && code.supertypes(to).stream()
                                .noneMatch(above -> above.name().equals(type.name())));
    }

    /** What a method uses of its own object, the way to the other one aside. Constants are worth nothing: they can go along. */
    private static Set<String> own(CodeBase code, TypeFacts type, MemberFacts method, Friend friend) {
        Set<String> above = new HashSet<>(Set.of(type.name()));
        code.supertypes(type).forEach(one -> above.add(one.name()));
        type.enclosing().ifPresent(above::add);
        Set<String> own = new LinkedHashSet<>();
        for (Reference reference : method.references()) {
            boolean self = reference.through().isEmpty()
                    || reference.through().equals("this")
                    || reference.through().equals("super")
                    || reference.through().startsWith("this.");
            boolean member = reference.kind() == Reference.Kind.READ
                    || reference.kind() == Reference.Kind.WRITE
                    || reference.kind() == Reference.Kind.CALL;
            boolean route = !friend.parameter() && reference.target().endsWith("#" + friend.via());
            boolean itself = reference.target().equals(method.symbol());
            if (self
                    && member
                    && !route
                    && !itself
                    && above.contains(reference.owner())
                    && !isConstant(code, reference)) {
                own.add(Symbol.property(reference.target()));
            }
        }
        return own;
    }

    private static boolean isConstant(CodeBase code, Reference reference) {
        return code.member(reference.target()).filter(Roles::isConstant).isPresent();
    }

    /** Whether code, in the package of the other class, would make that and a package that it names depend on each other. */
    static boolean wouldCloseCycle(CodeBase code, TypeFacts type, TypeFacts friend, List<Reference> references) {
        PackageDependencies packages = PackageDependencies.of(code);
        return references.stream()
                .filter(reference -> reference.inProject() && !reference.owner().equals(type.name()))
                .flatMap(reference -> code.type(reference.owner()).stream())
                .anyMatch(named -> packages.wouldCycle(friend.packageName(), named.packageName()));
    }

    /** How much of any other object the method uses, the project's own or not: of the one of which it uses most. */
    private static int others(CodeBase code, MemberFacts method, Friend friend) {
        Map<String, Set<String>> byObject = new LinkedHashMap<>();
        for (Reference reference : method.references()) {
            String through = reference.through();
            boolean other = !through.isEmpty()
                    && !through.equals("?")
                    && !isOnClass(reference)
                    && !through.equals("this")
                    && !through.equals(friend.via())
                    && !through.startsWith(friend.via() + ".")
                    && !through.equals("this." + friend.via())
                    && (reference.kind() == Reference.Kind.READ || reference.kind() == Reference.Kind.CALL)
                    && !isConstant(code, reference);
            if (other) {
                byObject.computeIfAbsent(through, key -> new HashSet<>()).add(reference.target());
            }
        }
        return byObject.values().stream().mapToInt(Set::size).max().orElse(0);
    }

    /** Whether a method does nothing with the object but hand values to it. */
    private static boolean onlyFills(Friend friend, MemberFacts method) {
        Set<String> asked = new HashSet<>();
        Set<String> filled = new HashSet<>();
        for (Reference reference : method.references()) {
            if (through(reference, friend.via())) {
                boolean fills = reference.kind() == Reference.Kind.WRITE
                        || FILLS.matcher(reference.target()).find();
                (fills ? filled : asked).add(reference.target());
            }
        }
        return asked.size() < 3 || filled.size() > asked.size();
    }

    /**
     * Whether code gives one value of the object after the other to the same method of another, as that does which writes a format.
     * Putting a string together is no format of its own.
     *
     * @param foreign how many members of the object it uses
     */
    static boolean writesOut(String via, TypeFacts friend, int foreign, List<Reference> references) {
        Map<String, Integer> calls = new HashMap<>();
        for (Reference reference : references) {
            if (reference.kind() == Reference.Kind.CALL
                    && !through(reference, via)
                    && !reference.target().endsWith("()")
                    && !isOnClass(reference)
                    && !STRING_BUILDERS.contains(reference.owner())
                    && !reference.owner().equals(friend.name())) {
                calls.merge(reference.through() + " " + Symbol.memberName(reference.target()), 1, Integer::sum);
            }
        }
        int most = calls.values().stream().mapToInt(Integer::intValue).max().orElse(0);
        return most >= FEWEST_WRITTEN && most >= WRITTEN_OUT * foreign;
    }

    /** Whether a member is reached by the name of its class. */
    private static boolean isOnClass(Reference reference) {
        return reference.owner().endsWith("." + reference.through());
    }

    private static boolean through(Reference reference, String via) {
        return reference.through().equals(via) || reference.through().equals("this." + via);
    }

    /** Whether a method carries data over into another form: nothing is decided, and an object of the project or a text comes out. */
    private static boolean carriesOver(CodeBase code, MemberFacts method) {
        boolean creates = method.references().stream()
                .anyMatch(reference -> reference.kind() == Reference.Kind.CREATE && reference.inProject());
        return Roles.carriesOver(method) && method.complexity() <= 3 || creates && method.complexity() == 1;
    }

    /** Whether a class is there to work on the objects of another: by its name, or having no state of its own. */
    private static boolean isDedicated(CodeBase code, TypeFacts type, TypeFacts friend) {
        long about = type.methods().filter(method -> concerns(method, friend)).count();
        if (Roles.readsByTrade(type)) {
            return about > 1 || type.methods().count() < 3;
        }
        boolean state = type.fields().anyMatch(field -> !field.is(Modifier.STATIC));
        return !state && about * 2 >= type.methods().count() && type.methods().count() > 1;
    }

    /** Whether a method has an object of the other class at hand or works on one; calling one of its static methods is neither. */
    private static boolean concerns(MemberFacts method, TypeFacts friend) {
        return method.locals().stream()
                        .anyMatch(local -> Symbol.plain(local.type()).equals(friend.name()))
                || method.references().stream()
                        .anyMatch(reference -> reference.owner().equals(friend.name())
                                && reference.kind() != Reference.Kind.TYPE
                                && !reference.through().equals(friend.simpleName())
                                && !reference.through().endsWith("." + friend.simpleName()));
    }

    private Finding finding(CodeBase code, TypeFacts type, List<Envy> all) {
        Envy best = all.get(0);
        MemberFacts method = best.method();
        String to = best.friend().type().simpleName();
        List<Evidence> evidence = new ArrayList<>();
        for (Envy envy : all) {
            evidence.addAll(
                    evidence(code, type, envy, all.size() > 1 ? envy.method().name() + " uses " : "it uses "));
        }
        int foreign = best.friend().properties().size();
        String more = all.size() == 1 ? "" : "; " + (all.size() - 1) + " more like it";
        return new Finding(
                Finding.id(TRAITS, type.name() + " " + best.friend().type().name()),
                name(),
                method.symbol(),
                type.file(),
                method.line(),
                best.score(),
                type.simpleName() + "#" + method.name() + ": uses " + foreign + " members of " + to + ", "
                        + (best.own().isEmpty() ? "none" : "" + best.own().size()) + " of its own" + more,
                evidence,
                all.stream()
                        .map(envy -> new Finding.Place(
                                envy.method().symbol(),
                                type.file(),
                                envy.method().line()))
                        .toList(),
                all.stream().map(envy -> offer(code, type, envy)).toList());
    }

    private List<Evidence> evidence(CodeBase code, TypeFacts type, Envy envy, String uses) {
        List<Evidence> evidence = new ArrayList<>();
        Set<String> properties = envy.friend().properties();
        evidence.add(Evidence.of(
                "foreign members",
                properties.size(),
                limit(code, "foreign"),
                uses + properties.size() + " members of '" + envy.friend().via() + "' ("
                        + envy.friend().type().simpleName() + "): " + String.join(", ", properties)));
        evidence.add(Evidence.of(
                "LAA",
                Math.round(envy.laa() * 100) / 100.0,
                Math.round(limit(code, "laa") * 100) / 100.0,
                envy.own().isEmpty()
                        ? uses + "nothing of its own object"
                        : uses + "of its own object only " + String.join(", ", envy.own())));
        if (isForOthers(code, type, envy)) {
            evidence.add(
                    Evidence.against("public API", 1, "it is public, and others may call it: a delegate should stay"));
        }
        if (!envy.own().isEmpty()) {
            evidence.add(Evidence.against(
                    "values to pass",
                    envy.own().size(),
                    "moved, it would have to be given " + String.join(", ", envy.own())));
        }
        return evidence;
    }

    /** Whether a method is there for callers that nobody here can change: an API is promised, or nobody here calls it. */
    private static boolean isForOthers(CodeBase code, TypeFacts type, Envy envy) {
        PublicApi.Users users = PublicApi.users(code);
        boolean inside =
                envy.callers().stream().allMatch(use -> use.type().name().equals(type.name()));
        return Roles.isApi(code, type, envy.method())
                && users != PublicApi.Users.NONE
                && (inside || users != PublicApi.Users.POSSIBLE);
    }

    private static CutOffer offer(CodeBase code, TypeFacts type, Envy envy) {
        MemberFacts method = envy.method();
        String to = envy.friend().type().simpleName();
        boolean api = isForOthers(code, type, envy);
        Map<String, Object> arguments = new LinkedHashMap<>();
        arguments.put("member", type.name() + "#" + GodClass.spelling(type, method));
        arguments.put("to", envy.friend().type().name());
        // What belongs to no object needs no way to one.
        if (!method.is(Modifier.STATIC)) {
            arguments.put("via", envy.friend().via());
        }
        if (api) {
            arguments.put("callers", "delegate");
        }
        return CutOffer.untried(
                "move-method",
                "move " + method.name() + " to " + to + ", called through '"
                        + envy.friend().via() + "'",
                arguments,
                List.of(method.symbol()),
                List.of(
                        new CutOffer.Effect(
                                "members of other classes used",
                                envy.friend().properties().size(),
                                envy.own().size()),
                        new CutOffer.Effect(
                                "lines of " + type.simpleName(),
                                type.codeLines(),
                                type.codeLines() - method.codeLines()),
                        new CutOffer.Effect("values to pass", 0, envy.own().size()),
                        new CutOffer.Effect(
                                "callers to change", 0, api ? 0 : envy.callers().size())));
    }
}
