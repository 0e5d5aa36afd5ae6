package paredown.smell;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.code.index.PublicApi;
import paredown.measure.ClassMeasures;
import paredown.smell.MemberGroups.Group;

/**
 * A class that does the work of several: large and complex, or with several groups of members that have little to do with each other.
 *
 * <p>Limits for WMC, TCC and ATFD after Lanza, Marinescu 2006; groups after {@link MemberGroups}.
 */
public final class GodClass implements Smell {
    private static final Traits TRAITS = new Traits(
            "god-class",
            "GC",
            "a class that does the work of several: groups of its members have little to do with each other",
            Map.of("wmc", 47.0, "atfd", 5.0, "tcc", 1.0 / 3, "lines", 100.0));
    private static final int LINES_HUGE = 500;
    private static final int FEWEST_METHODS = 8;
    private static final int MOST_GROUPS = 4;
    private static final int MOST_EXTRACTIONS = 6;
    private static final String EXTRACTION = "extract-class";
    private static final int MOST_MOVES = 2;
    private static final int BEST = 3;

    /** What a toolbox of static methods counts: it is long, but nobody has to understand it whole. */
    private static final double TOOLBOX = 0.8;

    /** What counts a class of which no cut would make two better ones: everybody names it, and it takes more than one step. */
    private static final double ENTANGLED = 0.85;

    /** Beyond this nobody wrote the class by hand, and nobody would take it apart. */
    private static final int MOST_MEMBERS = 1500;

    @Override
    public Traits traits() {
        return TRAITS;
    }

    @Override
    public Stream<Finding> findings(CodeBase code) {
        Set<String> taken = taken(code);
        return code.types().filter(type -> isCandidate(code, type)).flatMap(type -> finding(code, type, taken));
    }

    /** Other ways of cutting the class, and members at home elsewhere: they cost as much to find as all the rest. */
    @Override
    public Finding deepened(CodeBase code, Finding finding) {
        TypeFacts type = code.type(finding.target()).orElseThrow();
        List<CutOffer> cuts = new ArrayList<>(finding.cuts());
        int extractions =
                (int) cuts.stream().filter(cut -> cut.kind().equals(EXTRACTION)).count();
        Set<String> names = names(taken(code), type);
        Whole whole = Whole.of(type);
        GroupName naming = new GroupName(code, type);
        cuts.subList(0, extractions).forEach(cut -> cut.name().ifPresent(names::add));
        CutWorth worth = new CutWorth(code, whole);
        List<CutOffer> others = KnownGroups.of(code).alternatives(type).stream()
                .map(worth::withoutPromised)
                .filter(worth::pays)
                .limit(MOST_EXTRACTIONS - extractions)
                .map(group -> offer(code, whole, naming, group, names).asAlternative())
                .toList();
        cuts.addAll(extractions, others);
        if (!Roles.isToolbox(type)) {
            new FeatureEnvy().moves(code, type).stream().limit(MOST_MOVES).forEach(cuts::add);
        }
        return finding.withCuts(cuts);
    }

    private static Set<String> taken(CodeBase code) {
        Set<String> taken = code.types().map(TypeFacts::simpleName).collect(Collectors.toSet());
        taken.addAll(Set.of(
                "Object",
                "String",
                "Number",
                "Record",
                "Process",
                "Package",
                "Module",
                "System",
                "Thread",
                "Character",
                "Boolean",
                "Error"));
        return taken;
    }

    /** Names that a class taken out of another cannot have: what its file names otherwise is among them. */
    private static Set<String> names(Set<String> taken, TypeFacts type) {
        Set<String> names = new LinkedHashSet<>(taken);
        type.allReferences()
                .map(Reference::owner)
                .distinct()
                .map(Symbol::simple)
                .forEach(names::add);
        return names;
    }

    private boolean isCandidate(CodeBase code, TypeFacts type) {
        boolean plain = type.kind() == TypeFacts.Kind.CLASS && Roles.isHandwritten(code, type);
        boolean inner = type.enclosing().isPresent() && !type.modifiers().contains(Modifier.STATIC);
        return plain
                && !Roles.isException(type)
                && !inner
                && !isBuilder(type)
                && !type.simpleName().endsWith("Visitor")
                && type.methods().count() >= FEWEST_METHODS
                && type.members().size() <= MOST_MEMBERS
                && ownLines(type) >= limit(code, "lines");
    }

    /** A builder takes part after part and mostly gives itself back; what extends one adds to that. */
    private static boolean isBuilder(TypeFacts type) {
        List<MemberFacts> offered = type.methods()
                .filter(method -> method.isMethod() && method.isVisible() && !method.is(Modifier.STATIC))
                .toList();
        long taking = offered.stream()
                .filter(method -> Symbol.plain(method.type()).equals(type.name()))
                .count();
        boolean extended = type.superclass()
                .map(above -> isNamedBuilder(Symbol.plain(above)))
                .orElse(false);
        return isNamedBuilder(type.name()) && (extended || taking * 3 >= offered.size() * 2);
    }

    private static boolean isNamedBuilder(String type) {
        return type.endsWith("Builder");
    }

    private static int ownLines(TypeFacts type) {
        return type.members().stream().mapToInt(MemberFacts::codeLines).sum();
    }

    private Stream<Finding> finding(CodeBase code, TypeFacts type, Set<String> taken) {
        Whole whole = Whole.of(type);
        int wmc = whole.wmc();
        int lines = whole.lines();
        OptionalDouble tcc = whole.tcc();
        boolean lowCohesion = tcc.isPresent() && tcc.getAsDouble() < limit(code, "tcc");
        boolean complex = wmc >= limit(code, "wmc")
                && (lowCohesion || lines >= LINES_HUGE || ClassMeasures.atfd(type) > limit(code, "atfd"));
        boolean large = lines >= limit(code, "lines") && lowCohesion;
        boolean toolbox = Roles.isToolbox(type);
        // Callers of a library pick one of its functions by the name of the class: its parts would have to stay
        // reachable there.
        boolean promised = toolbox && isMostlyForOthers(code, type);
        if (!complex && !large || toolbox && lines < LINES_HUGE || promised) {
            return Stream.empty();
        }
        List<Group> groups = KnownGroups.of(code).best(type);
        long withState = groups.stream().filter(Group::hasState).count();
        boolean severalJobs = complex ? !groups.isEmpty() : groups.size() >= 2 && withState >= 1 || withState >= 2;
        if (!severalJobs) {
            return Stream.empty();
        }
        List<CutOffer> cuts = new ArrayList<>();
        Set<String> names = names(taken, type);
        GroupName naming = new GroupName(code, type);
        CutWorth worth = new CutWorth(code, whole);
        groups.stream()
                .limit(MOST_GROUPS)
                .map(worth::withoutPromised)
                .filter(worth::pays)
                .forEach(group -> cuts.add(offer(code, whole, naming, group, names)));
        // What can be carried out as it stands comes before what somebody has to think about.
        cuts.sort(Comparator.comparing(CutOffer::lacksName));
        double weight = (toolbox ? TOOLBOX : 1) * (cuts.isEmpty() ? ENTANGLED : 1);
        double score = Math.round(1000 * score(type, groups, wmc, lines, tcc) * weight) / 1000.0;
        String parts = cuts.isEmpty() ? "no single cut of its groups relieves it" : listed(cuts) + " could stand alone";
        String summary = type.simpleName() + ": " + lines + " lines; " + parts;
        return Stream.of(new Finding(
                Finding.id(TRAITS, type.name()),
                name(),
                type.name(),
                type.file(),
                type.line(),
                score,
                summary,
                evidence(code, type, groups, wmc, lines, tcc, ClassMeasures.atfd(type)),
                List.of(),
                cuts));
    }

    private static String listed(List<CutOffer> cuts) {
        List<String> names = cuts.stream()
                .flatMap(cut -> cut.name().stream())
                .limit(BEST)
                .collect(Collectors.toCollection(ArrayList::new));
        int more = cuts.size() - names.size();
        if (names.isEmpty()) {
            return more == 1 ? "a group of its members" : more + " groups of its members";
        }
        if (more > 0) {
            names.add(more == 1 ? "another group" : more + " other groups");
        }
        int last = names.size() - 1;
        return last == 0 ? names.get(0) : String.join(", ", names.subList(0, last)) + " and " + names.get(last);
    }

    /** Gain (how much of a large, complex, incoherent class the groups would relieve) over cost (how wide their seams are). */
    private static double score(TypeFacts type, List<Group> groups, int wmc, int lines, OptionalDouble tcc) {
        double burden = 0.4 * saturating(wmc, 94) + 0.4 * saturating(lines, 500) + 0.2 * (1 - tcc.orElse(0));
        List<Group> best = groups.subList(0, Math.min(BEST, groups.size()));
        int moved = best.stream().mapToInt(Group::codeLines).sum();
        double relieved = Math.min(1, 2.0 * moved / lines);
        double ease = best.stream().mapToDouble(Group::closeness).average().orElse(0);
        double state = best.stream().anyMatch(Group::hasState) ? 1 : 0.85;
        return Math.round(1000 * Math.cbrt(burden * relieved * ease) * state) / 1000.0;
    }

    private static double saturating(double value, double half) {
        return value / (value + half);
    }

    private List<Evidence> evidence(
            CodeBase code, TypeFacts type, List<Group> groups, int wmc, int lines, OptionalDouble tcc, int atfd) {
        List<Evidence> evidence = new ArrayList<>();
        evidence.add(Evidence.of(
                "lines of code",
                lines,
                limit(code, "lines"),
                type.methods().count() + " methods and " + type.fields().count() + " fields in " + lines
                        + " lines of code"));
        evidence.add(Evidence.of(
                "WMC",
                wmc,
                limit(code, "wmc"),
                "the cyclomatic complexity of its methods adds up to " + wmc
                        + (wmc >= limit(code, "wmc")
                                ? "; from " + Math.round(limit(code, "wmc")) + " on a class is very complex"
                                : ", which alone would be no reason")));
        tcc.ifPresent(value -> evidence.add(Evidence.of(
                "TCC",
                round(value),
                round(limit(code, "tcc")),
                "of its pairs of visible methods, " + Math.round(value * 100)
                        + (value < limit(code, "tcc")
                                ? " % share a field; below a third they have little in common"
                                : " % share a field"))));
        evidence.add(Evidence.of(
                "ATFD",
                atfd,
                limit(code, "atfd"),
                atfd == 0
                        ? "it works on no other class's data"
                        : "it works on " + atfd + (atfd == 1 ? " field" : " fields") + " of other classes"));
        GroupName naming = new GroupName(code, type);
        evidence.add(Evidence.of(
                "groups",
                groups.size(),
                1,
                "members that mostly use each other: "
                        + groups.stream()
                                .limit(MOST_GROUPS)
                                .map(group -> naming.label(group.members(), name -> false))
                                .distinct()
                                .collect(Collectors.joining(", "))));
        if (Roles.isToolbox(type)) {
            evidence.add(Evidence.against(
                    "toolbox",
                    type.methods().count(),
                    "static methods without state: callers pick one and need not know the rest"));
        }
        if (isMostlyForOthers(code, type)) {
            long unused = shown(type)
                    .filter(member -> code.uses(member.symbol()).isEmpty())
                    .count();
            evidence.add(Evidence.against(
                    "public API",
                    unused,
                    unused + " of its " + shown(type).count()
                            + " public members have no caller here: others may call them, so delegates should stay"));
        }
        return evidence;
    }

    private static Stream<MemberFacts> shown(TypeFacts type) {
        return type.members().stream().filter(member -> member.is(Modifier.PUBLIC));
    }

    /** Whether a third of what a public class offers has no caller in the project. */
    private static boolean isMostlyForOthers(CodeBase code, TypeFacts type) {
        boolean free = PublicApi.users(code) == PublicApi.Users.NONE;
        long unused = shown(type)
                .filter(member -> code.uses(member.symbol()).isEmpty())
                .count();
        return !free
                && type.modifiers().contains(Modifier.PUBLIC)
                && unused * 3 > shown(type).count();
    }

    private static double round(double value) {
        return Math.round(value * 100) / 100.0;
    }

    /** Of a class, what every cut of it is compared with. */
    record Whole(TypeFacts type, int lines, int wmc, OptionalDouble tcc) {
        static Whole of(TypeFacts type) {
            return new Whole(type, ownLines(type), ClassMeasures.wmc(type), ClassMeasures.tcc(type));
        }
    }

    static CutOffer offer(CodeBase code, Whole whole, GroupName naming, Group group, Set<String> taken) {
        TypeFacts type = whole.type();
        List<String> names = naming.of(group.members(), taken::contains);
        names.stream().findFirst().ifPresent(taken::add);
        Map<String, Object> arguments = new LinkedHashMap<>();
        arguments.put("type", type.name());
        arguments.put(
                "members",
                group.members().stream().map(member -> spelling(type, member)).toList());
        arguments.put("name", names.isEmpty() ? null : names.get(0));
        arguments.put("names", names.isEmpty() ? naming.candidates(group.members(), taken::contains) : names);
        boolean api = isApi(code, type, group);
        if (api) {
            arguments.put("callers", "delegate");
        }
        arguments.put("shorten", true);
        Set<String> moving = group.members().stream().map(MemberFacts::symbol).collect(Collectors.toSet());
        List<MemberFacts> staying = type.members().stream()
                .filter(member -> !moving.contains(member.symbol()))
                .toList();
        long delegates = new CutWorth(code, whole).delegates(group);
        List<CutOffer.Effect> effect = new ArrayList<>();
        int moved = group.members().stream().mapToInt(MemberFacts::complexity).sum();
        effect.add(
                new CutOffer.Effect("lines of code", whole.lines(), whole.lines() - group.codeLines() + 3 * delegates));
        effect.add(new CutOffer.Effect("WMC", whole.wmc(), whole.wmc() - moved + delegates));
        effect.add(new CutOffer.Effect("members", type.members().size(), staying.size() + delegates));
        OptionalDouble before = whole.tcc();
        OptionalDouble after = ClassMeasures.tcc(type, staying);
        if (before.isPresent() && after.isPresent()) {
            effect.add(new CutOffer.Effect("TCC", round(before.getAsDouble()), round(after.getAsDouble())));
        }
        effect.add(new CutOffer.Effect("uses across the seam", 0, group.seam().size()));
        effect.add(new CutOffer.Effect("client classes", 0, clients(code, type, group)));
        String title = "extract " + (names.isEmpty() ? CutOffer.UNNAMED : names.get(0)) + ": " + counted(group) + ", "
                + group.codeLines() + " lines";
        return new CutOffer(
                EXTRACTION,
                title,
                arguments,
                group.members().stream().map(MemberFacts::symbol).toList(),
                java.util.Optional.empty(),
                java.util.Optional.empty(),
                effect);
    }

    private static String counted(Group group) {
        long fields = group.members().stream().filter(MemberFacts::isField).count();
        long methods = group.members().size() - fields;
        String first = fields == 0 ? "" : fields == 1 ? "1 field, " : fields + " fields, ";
        return first + (methods == 1 ? "1 method" : methods + " methods");
    }

    private static long clients(CodeBase code, TypeFacts type, Group group) {
        return group.members().stream()
                .flatMap(member -> code.uses(member.symbol()).stream())
                .map(use -> use.type().name())
                .filter(name -> !name.equals(type.name()))
                .distinct()
                .count();
    }

    /** Public methods that nobody in the project calls are there for others, whose calls cannot be changed. */
    static boolean isApi(CodeBase code, TypeFacts type, Group group) {
        PublicApi.Users users = PublicApi.users(code);
        if (!type.modifiers().contains(Modifier.PUBLIC) || users == PublicApi.Users.NONE) {
            return false;
        }
        return group.members().stream()
                .filter(member -> member.isMethod() && (member.is(Modifier.PUBLIC) || member.is(Modifier.PROTECTED)))
                .anyMatch(member -> users == PublicApi.Users.PROMISED
                        || code.uses(member.symbol()).stream()
                                .allMatch(use -> use.type().name().equals(type.name())));
    }

    /** A member with its class, as the command line names it. */
    static String spelled(TypeFacts type, MemberFacts member) {
        String name = member.kind() == MemberFacts.Kind.CONSTRUCTOR ? "constructor" : spelling(type, member);
        return type.simpleName() + "#" + name;
    }

    /** A member as the command line names it: by name alone where that is enough. */
    static String spelling(TypeFacts type, MemberFacts member) {
        if (member.isField()) {
            return member.name();
        }
        long same = type.members().stream()
                .filter(other -> other.name().equals(member.name()))
                .count();
        if (same == 1) {
            return member.name();
        }
        String simple = Symbol.parameterTypes(member.symbol()).stream()
                .map(Symbol::simple)
                .collect(Collectors.joining(","));
        return member.name() + "(" + simple + ")";
    }
}
