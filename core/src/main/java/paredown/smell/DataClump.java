package paredown.smell;

import java.util.ArrayList;
import java.util.Collection;
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
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.measure.IdentifierWords;
import paredown.smell.ClumpPlaces.Item;
import paredown.smell.ClumpPlaces.Place;

/**
 * Values that go about together: the same three or more, by name and type, in fields and parameter lists of several classes. A pair
 * counts where some class keeps it and others are given it.
 *
 * <p>Closed frequent sets over the {@link ClumpPlaces}: sets that no larger one accompanies everywhere (Pasquier, Bastide, Taouil,
 * Lakhal: Discovering Frequent Closed Itemsets for Association Rules, ICDT 1999), found by intersecting places.
 */
public final class DataClump implements Smell {
    private static final Traits TRAITS = new Traits(
            "data-clump",
            "CL",
            "the same values going about together, as fields and parameters of several classes",
            Map.of("values", 3.0, "places", 3.0, "classes", 2.0, "together", 0.2));

    /** A value in more places than this says nothing by being there. */
    private static final int MOST_PLACES = 400;

    private static final int MOST_SETS = 20_000;
    private static final double LEAST_DATA = 0.6;
    private static final int OWN_PLACES = 2;

    /** Simple names of types whose objects are values. */
    private static final Set<String> VALUES = Set.of(
            "byte",
            "short",
            "int",
            "long",
            "float",
            "double",
            "char",
            "Byte",
            "Short",
            "Integer",
            "Long",
            "Float",
            "Double",
            "Character",
            "String",
            "CharSequence",
            "Number",
            "BigDecimal",
            "BigInteger",
            "Date",
            "LocalDate",
            "LocalTime",
            "LocalDateTime",
            "Instant",
            "Duration",
            "Period",
            "ZoneId",
            "TimeZone",
            "Locale",
            "Currency",
            "UUID",
            "URI",
            "URL",
            "Path",
            "File",
            "Color",
            "Paint",
            "Font",
            "Stroke",
            "Optional",
            "double[]",
            "int[]",
            "String[]");

    @Override
    public Traits traits() {
        return TRAITS;
    }

    /**
     * A set of values and where it stands.
     *
     * @param exact places with these very names
     * @param similar places where some have similar names
     */
    private record Clump(Set<Item> items, List<Place> exact, List<Place> similar) {
        List<Place> places() {
            return Stream.concat(exact.stream(), similar.stream()).toList();
        }

        long classes() {
            return exact.stream().map(place -> place.type().name()).distinct().count();
        }

        double value() {
            return Math.log(1 + exact.size()) * (items.size() - 1) * Math.sqrt(classes());
        }
    }

    @Override
    public Stream<Finding> findings(CodeBase code) {
        List<Place> places = ClumpPlaces.of(code);
        Map<Item, List<Place>> byItem = new HashMap<>();
        places.forEach(place -> place.items()
                .forEach(item ->
                        byItem.computeIfAbsent(item, key -> new ArrayList<>()).add(place)));
        List<Clump> clumps = new ArrayList<>();
        for (Set<Item> items : closedSets(byItem)) {
            List<Place> exact = withAll(items, byItem).stream()
                    .filter(place -> !wraps(code, place, items))
                    .toList();
            Clump clump = new Clump(items, exact, List.of());
            if (isClump(code, items, exact) && isOwn(code, clump, byItem)) {
                clumps.add(clump);
            }
        }
        clumps.sort(Comparator.comparingDouble(Clump::value)
                .reversed()
                .thenComparing(clump -> new TreeSet<>(clump.items()).toString()));
        List<Clump> chosen = new ArrayList<>();
        for (Clump clump : clumps) {
            if (chosen.stream().noneMatch(better -> isSame(better, clump))) {
                chosen.add(clump);
            }
        }
        return chosen.stream().map(clump -> finding(code, withSimilar(clump, places), byItem));
    }

    /** Whether a class is there to hold the values: it is what they should be passed as, not a place that has them loose. */
    private static boolean isHome(TypeFacts type, Set<Item> items) {
        long own = type.fields().filter(field -> !field.is(Modifier.STATIC)).count();
        long held = held(type, items);
        // Two values are soon the limits of something that does more.
        return held == items.size() && own <= held + (held > 2 ? 1 : 0);
    }

    /** Whether a method or constructor makes an object of its values at once. */
    private static boolean wraps(CodeBase code, Place place, Set<Item> items) {
        return !place.isFields()
                && place.member().references().stream()
                        .filter(one -> one.kind() == Reference.Kind.CREATE)
                        .flatMap(one -> code.type(one.owner()).stream())
                        .anyMatch(type -> isHome(type, items));
    }

    private boolean isClump(CodeBase code, Set<Item> items, List<Place> exact) {
        long classes = families(code, exact);
        boolean kept = exact.stream().anyMatch(Place::isFields);
        if (items.size() >= limit(code, "values")) {
            return exact.size() >= limit(code, "places")
                    && classes >= limit(code, "classes")
                    && !isTrivial(items)
                    && dataness(code, items) >= LEAST_DATA;
        }
        long given = exact.stream()
                .filter(place -> !place.isFields())
                .filter(place -> exact.stream().noneMatch(other -> other.isFields() && other.type() == place.type()))
                .count();
        return items.size() == 2
                && kept
                && given >= 2
                && classes >= limit(code, "classes")
                && share(items).isPresent();
    }

    /**
     * Signatures that a library has promised to others are not its own to change: some places must be, and where others are not, the values
     * must be together more often than by chance.
     */
    private boolean isOwn(CodeBase code, Clump clump, Map<Item, List<Place>> byItem) {
        if (!Roles.isLibrary(code)) {
            return true;
        }
        long promised =
                clump.exact().stream().filter(place -> isPromised(code, place)).count();
        return clump.exact().size() - promised >= OWN_PLACES
                && (promised == 0 || cohesion(clump, byItem) >= limit(code, "together"));
    }

    private static boolean isPromised(CodeBase code, Place place) {
        return !place.isFields() && Roles.isApi(code, place.type(), place.member());
    }

    /** Classes that hold the places, those that inherit from one another once. */
    private static long families(CodeBase code, List<Place> exact) {
        return exact.stream()
                .map(place -> {
                    List<TypeFacts> above = code.supertypes(place.type());
                    return above.stream()
                            .filter(one -> exact.stream().anyMatch(other -> other.type() == one))
                            .findFirst()
                            .orElse(place.type())
                            .name();
                })
                .map(name -> Roles.outermost(name, code))
                .distinct()
                .count();
    }

    /** Simple names of the enums and records of a project. */
    private record ValueTypes(Set<String> names) {
        static ValueTypes of(CodeBase code) {
            return new ValueTypes(code.types()
                    .filter(type -> type.kind() == TypeFacts.Kind.ENUM || type.kind() == TypeFacts.Kind.RECORD)
                    .map(TypeFacts::simpleName)
                    .collect(Collectors.toSet()));
        }
    }

    /**
     * How much of a set is data rather than objects that do something or switches, from 0 to 1. Objects that work together are handed
     * about together too; that is how they work, and another object around them would change little.
     */
    private static double dataness(CodeBase code, Set<Item> items) {
        return items.stream()
                .mapToDouble(item -> {
                    if (item.type().equals("boolean")) {
                        return 0.5;
                    }
                    boolean value = VALUES.contains(item.type())
                            || code.once(ValueTypes.class, ValueTypes::of)
                                    .names()
                                    .contains(item.type());
                    return value ? 1 : 0.3;
                })
                .average()
                .orElse(0);
    }

    /** One-letter names of one type say nothing: {@code (int a, int b, int c)}. */
    private static boolean isTrivial(Set<Item> items) {
        return items.stream().filter(item -> item.role().length() > 1).count() < 2;
    }

    /** A telling word in every name. */
    private static Optional<String> share(Set<Item> items) {
        Set<String> common = null;
        for (Item item : items) {
            Set<String> words = new LinkedHashSet<>(IdentifierWords.telling(item.role()));
            if (common == null) {
                common = words;
            } else {
                common.retainAll(words);
            }
        }
        return common.stream().findFirst();
    }

    /** Intersections of places, and of those with one another, of two values or more. */
    private static Set<Set<Item>> closedSets(Map<Item, List<Place>> byItem) {
        Set<Set<Item>> distinct = new LinkedHashSet<>();
        byItem.values().stream()
                .filter(places -> places.size() > 1)
                .flatMap(List::stream)
                .forEach(place -> distinct.add(common(place.items(), byItem)));
        List<Set<Item>> open = new ArrayList<>(distinct);
        Set<Set<Item>> found = new LinkedHashSet<>();
        Map<Item, List<Set<Item>>> holding = new HashMap<>();
        for (Set<Item> set : open) {
            if (set.size() < 2) {
                continue;
            }
            Set<Set<Item>> near = new LinkedHashSet<>();
            set.forEach(item -> near.addAll(holding.getOrDefault(item, List.of())));
            for (Set<Item> other : near) {
                Set<Item> both = new TreeSet<>(set);
                both.retainAll(other);
                if (both.size() > 1 && found.size() < MOST_SETS) {
                    found.add(both);
                }
            }
            found.add(new TreeSet<>(set));
            set.stream()
                    .filter(item -> holding.getOrDefault(item, List.of()).size() < MOST_PLACES)
                    .forEach(item -> holding.computeIfAbsent(item, key -> new ArrayList<>())
                            .add(set));
        }
        return found;
    }

    /** The values of a place that stand anywhere else too. */
    private static Set<Item> common(Set<Item> items, Map<Item, List<Place>> byItem) {
        return items.stream()
                .filter(item -> byItem.get(item).size() > 1)
                .collect(Collectors.toCollection(TreeSet::new));
    }

    private static List<Place> withAll(Set<Item> items, Map<Item, List<Place>> byItem) {
        List<Place> rarest = items.stream()
                .map(byItem::get)
                .min(Comparator.comparingInt(List::size))
                .orElse(List.of());
        return rarest.stream().filter(place -> place.items().containsAll(items)).toList();
    }

    /** Whether two sets tell of the same clump: one lies in the other, or most of their places are the same. */
    private static boolean isSame(Clump better, Clump worse) {
        long both = better.items().stream().filter(worse.items()::contains).count();
        if (both < 2) {
            return false;
        }
        if (both == Math.min(better.items().size(), worse.items().size())) {
            return true;
        }
        Set<Place> others = new HashSet<>(worse.exact());
        long shared =
                better.exact().stream().distinct().filter(others::contains).count();
        return shared * 2 >= Math.min(better.exact().size(), worse.exact().size());
    }

    /** Adds the places where one value has another, similar name. */
    private static Clump withSimilar(Clump clump, List<Place> places) {
        Set<Place> exact = new HashSet<>(clump.exact());
        List<Place> similar = places.stream()
                .filter(place -> !exact.contains(place))
                .filter(place -> {
                    List<Item> missing = clump.items().stream()
                            .filter(item -> !place.items().contains(item))
                            .toList();
                    return missing.size() == 1
                            && clump.items().size() > 2
                            && place.items().stream()
                                    .anyMatch(item -> !clump.items().contains(item)
                                            && missing.get(0).isLike(item));
                })
                .toList();
        return new Clump(clump.items(), clump.exact(), similar);
    }

    private Finding finding(CodeBase code, Clump clump, Map<Item, List<Place>> byItem) {
        List<String> roles = inOrder(clump);
        List<Place> places = clump.places();
        Place first = clump.exact().stream()
                .filter(Place::isFields)
                .findFirst()
                .orElse(clump.exact().get(0));
        Optional<TypeFacts> existing = existing(code, clump);
        double cohesion = cohesion(clump, byItem);
        long open = places.stream()
                .filter(place -> !place.isFields()
                        && code.isApi(place.type())
                        && place.member().is(Modifier.PUBLIC))
                .count();
        List<Evidence> evidence = evidence(code, clump, existing, cohesion, open);
        List<CutOffer> cuts = cuts(code, clump, roles, existing);
        String shown = "(" + String.join(", ", roles) + ")";
        return new Finding(
                Finding.id(
                        TRAITS,
                        String.join(",", new TreeSet<>(roles)) + " "
                                + first.type().packageName()),
                name(),
                first.symbol(),
                first.type().file(),
                first.line(),
                score(clump, cohesion, open) * (0.5 + 0.5 * dataness(code, clump.items())),
                shown + ": together in " + places.size() + " places of "
                        + places.stream()
                                .map(place -> place.type().name())
                                .distinct()
                                .count() + " classes"
                        + existing.map(type -> "; " + type.simpleName() + " is near")
                                .orElse(""),
                evidence,
                places.stream()
                        .map(place ->
                                new Finding.Place(place.symbol(), place.type().file(), place.line()))
                        .toList(),
                cuts);
    }

    private List<Evidence> evidence(
            CodeBase code, Clump clump, Optional<TypeFacts> existing, double cohesion, long open) {
        List<Evidence> evidence = new ArrayList<>();
        evidence.add(Evidence.of(
                "places", clump.exact().size(), limit(code, "places"), "together in " + listed(clump.exact(), code)));
        evidence.add(
                Evidence.of("classes", clump.classes(), limit(code, "classes"), "in " + clump.classes() + " classes"));
        if (!clump.similar().isEmpty()) {
            evidence.add(new Evidence(
                    "similar places",
                    clump.similar().size(),
                    java.util.OptionalDouble.empty(),
                    "under slightly different names in " + listed(clump.similar(), code),
                    false));
        }
        evidence.add(Evidence.of(
                "together",
                Math.round(cohesion * 100) / 100.0,
                limit(code, "together"),
                "of the places where one of them is, " + Math.round(cohesion * 100) + " % have all"));
        existing.ifPresent(type -> evidence.add(new Evidence(
                "class that holds them",
                1,
                java.util.OptionalDouble.empty(),
                type.simpleName() + " already holds " + held(type, clump.items()) + " of the "
                        + clump.items().size(),
                false)));
        if (open > 0) {
            evidence.add(Evidence.against(
                    "public API",
                    open,
                    open + " of the places are public methods: code outside this project may call them"));
        }
        return evidence;
    }

    /** The names in the order in which most places have them. */
    private static List<String> inOrder(Clump clump) {
        Place model = clump.exact().stream()
                .filter(place -> !place.isFields())
                .findFirst()
                .orElse(clump.exact().get(0));
        return model.items().stream()
                .filter(clump.items()::contains)
                .map(Item::role)
                .toList();
    }

    private static String listed(List<Place> places, CodeBase code) {
        return places.stream()
                .map(place -> place.text() + " ("
                        + code.sources().project().relative(place.type().file()).replaceAll(".*/", "") + ":"
                        + place.line() + ")")
                .collect(Collectors.joining(", "));
    }

    private static double cohesion(Clump clump, Map<Item, List<Place>> byItem) {
        Set<Place> any = new HashSet<>();
        clump.items().forEach(item -> any.addAll(byItem.get(item)));
        return clump.exact().size() / (double) Math.max(1, any.size());
    }

    /** The class that holds most of the set and little else. */
    private static Optional<TypeFacts> existing(CodeBase code, Clump clump) {
        Set<String> packages =
                clump.exact().stream().map(place -> place.type().packageName()).collect(Collectors.toSet());
        Set<String> users =
                clump.places().stream().map(place -> place.type().name()).collect(Collectors.toSet());
        return code.types()
                .filter(type -> Roles.isOpen(code, type) && !type.test() && type.kind() != TypeFacts.Kind.INTERFACE)
                .filter(type -> !users.contains(type.name()) || isHome(type, clump.items()))
                .filter(type -> {
                    long own = type.fields()
                            .filter(field -> !field.is(Modifier.STATIC))
                            .count();
                    long held = held(type, clump.items());
                    return held >= 2 && held * 3 >= clump.items().size() * 2 && own <= held + 2;
                })
                .max(Comparator.<TypeFacts>comparingLong(type -> held(type, clump.items()))
                        .thenComparing(type -> packages.contains(type.packageName()))
                        .thenComparing(Comparator.comparing(TypeFacts::name).reversed()));
    }

    private static long held(TypeFacts type, Collection<Item> items) {
        Set<String> fields = type.fields()
                .filter(field -> !field.is(Modifier.STATIC))
                .map(field -> field.name() + " " + Symbol.simple(field.type()))
                .collect(Collectors.toSet());
        return items.stream()
                .filter(item -> fields.contains(item.role() + " " + item.type()))
                .count();
    }

    /** Whether a class does nothing but hold some values, so that it can be passed in place of them. */
    private static boolean isJustHolder(TypeFacts type, Collection<Item> items) {
        boolean silent = type.members().stream()
                .filter(member -> member.kind() == MemberFacts.Kind.CONSTRUCTOR)
                .allMatch(constructor -> constructor.codeLines() <= 1);
        return type.kind() == TypeFacts.Kind.RECORD
                && silent
                && held(type, items) == items.size()
                && type.fields().filter(field -> !field.is(Modifier.STATIC)).count() == items.size();
    }

    private List<CutOffer> cuts(CodeBase code, Clump clump, List<String> roles, Optional<TypeFacts> near) {
        List<CutOffer> cuts = new ArrayList<>();
        Optional<TypeFacts> existing = near.filter(type -> isJustHolder(type, clump.items()));
        Optional<String> proposed = ClumpName.of(
                code,
                clump.items().stream().map(Item::role).toList(),
                clump.exact().stream().map(Place::type).toList());
        List<Place> lists =
                clump.exact().stream().filter(place -> !place.isFields()).toList();
        if (!lists.isEmpty()) {
            String target =
                    existing.map(TypeFacts::simpleName).or(() -> proposed).orElse("object");
            Map<String, Object> arguments = new LinkedHashMap<>();
            arguments.put(
                    "members",
                    lists.stream()
                            .map(place -> place.type().name() + "#" + GodClass.spelling(place.type(), place.member()))
                            .toList());
            arguments.put("params", roles);
            existing.ifPresentOrElse(
                    type -> arguments.put("into", type.name()), () -> arguments.put("name", proposed.orElse(null)));
            int values = lists.stream().mapToInt(place -> place.items().size()).sum();
            cuts.add(CutOffer.untried(
                    "extract-parameters",
                    "pass " + (existing.isPresent() ? "the existing " : "one ") + target + " to " + lists.size()
                            + (lists.size() == 1 ? " method" : " methods") + " instead of " + roles.size() + " values",
                    arguments,
                    lists.stream().map(Place::symbol).toList(),
                    List.of(
                            new CutOffer.Effect("parameters", values, values - (roles.size() - 1.0) * lists.size()),
                            new CutOffer.Effect("classes", existing.isPresent() ? 1 : 0, 1))));
        }
        Optional<Place> loose = clump.exact().stream()
                .filter(place -> place.isFields() && !isHome(place.type(), clump.items()))
                .findFirst();
        loose.ifPresent(place -> {
            Map<String, Object> arguments = new LinkedHashMap<>();
            List<String> moving = moving(place.type(), roles);
            arguments.put("type", place.type().name());
            arguments.put("members", moving);
            arguments.put("name", proposed.orElse(null));
            arguments.put("names", proposed.stream().toList());
            arguments.put("shorten", true);
            cuts.add(CutOffer.untried(
                    "extract-class",
                    "extract " + proposed.orElse(CutOffer.UNNAMED) + " from "
                            + place.type().simpleName() + ": " + roles.size() + " fields",
                    arguments,
                    moving.stream()
                            .map(name -> place.type().name() + "#" + name)
                            .toList(),
                    List.of(new CutOffer.Effect(
                            "fields of " + place.type().simpleName(),
                            place.items().size(),
                            place.items().size() - roles.size() + 1.0))));
        });
        return cuts;
    }

    /** The fields, and the methods of their class that use nothing but them. */
    private static List<String> moving(TypeFacts type, List<String> roles) {
        Set<String> inside =
                roles.stream().map(role -> type.name() + "#" + role).collect(Collectors.toSet());
        List<String> moving = new ArrayList<>(roles);
        type.methods()
                .filter(method -> !method.is(Modifier.STATIC) && !method.overrides())
                .filter(method -> method.references().stream().anyMatch(one -> inside.contains(one.target())))
                .filter(method -> method.references().stream()
                        .filter(one -> one.owner().equals(type.name()) && Symbol.isMember(one.target()))
                        .allMatch(one -> inside.contains(one.target())))
                .map(method -> GodClass.spelling(type, method))
                .forEach(moving::add);
        return moving;
    }

    /** Gain (values that need no longer be kept in step) over cost (signatures and public promises to change). */
    private static double score(Clump clump, double cohesion, long open) {
        double values = clump.items().size() - 1.0;
        long loose = clump.places().stream()
                .filter(place -> !place.isFields() || !isHome(place.type(), clump.items()))
                .count();
        double gain = values * loose;
        double strength = gain / (gain + 14);
        double cost = 1 + 0.01 * clump.places().size() + 0.01 * open;
        return Math.round(1000 * strength * (0.55 + 0.45 * cohesion) / cost) / 1000.0;
    }
}
