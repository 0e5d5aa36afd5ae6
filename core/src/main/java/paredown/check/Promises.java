package paredown.check;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.analysis.outside.OutsideUsers;
import paredown.analysis.outside.SpelledNames;
import paredown.code.compile.Symbol;
import paredown.code.index.Sources;
import paredown.cut.FrameworkRole;
import paredown.cut.SerialisedForm;
import paredown.verdict.Place;
import paredown.verdict.Plan;
import paredown.verdict.Refusal;
import paredown.verdict.Rule;

/**
 * Whether those are kept to who use the program without being a part of its sources: code that builds on it, the platform that looks for
 * members by their names, objects that were written to be read again, and files that spell a name. No cut is asked: what is declared before
 * and after a change is compared.
 */
final class Promises {
    private final Sources sources;
    private final Plan plan;
    private final Bindings before;
    private final Bindings after;
    private final UnaryOperator<String> renamed;
    private final Map<String, Declared> gone = new LinkedHashMap<>();

    /** @param renamed a symbol with the new names of types that have one */
    Promises(Sources sources, Plan plan, Bindings before, Bindings after, UnaryOperator<String> renamed) {
        this.sources = sources;
        this.plan = plan;
        this.before = before;
        this.after = after;
        this.renamed = renamed;
        changed(before)
                .filter(one -> !isThere(one.getKey(), one.getValue()))
                .forEach(one -> gone.put(one.getKey(), one.getValue()));
    }

    /** What the files that the plan changes declare. */
    private Stream<Map.Entry<String, Declared>> changed(Bindings bindings) {
        return changedFiles().flatMap(file -> bindings.declared(file).entrySet().stream());
    }

    private Stream<Path> changedFiles() {
        return plan.changes().files().stream();
    }

    private boolean isThere(String symbol, Declared was) {
        Declared now = after.declared(renamed.apply(symbol));
        return now != null && now.isStatic() == was.isStatic() && (now.open() || !was.open());
    }

    List<Refusal> faults() {
        List<Refusal> faults = new ArrayList<>();
        Map<String, Declared> missed = new LinkedHashMap<>(gone);
        // A type of another name is another type to whoever names it.
        changed(before)
                .filter(one -> one.getValue().kept() && !Symbol.isMember(one.getKey()))
                .filter(one -> !renamed.apply(one.getKey()).equals(one.getKey()))
                .forEach(one -> missed.putIfAbsent(one.getKey(), one.getValue()));
        missed.forEach((symbol, was) -> fault(symbol, was).ifPresent(faults::add));
        changed(after)
                .filter(one -> one.getValue().seeker().isPresent() && !wasSought(one.getKey()))
                .forEach(one -> faults.add(newlySought(one.getKey(), one.getValue())));
        changedForms().forEach((type, form) -> {
            if (form.promised() && SerialisedForm.isKept(sources)) {
                faults.add(SerialisedForm.promised(
                        place(before.declared(type)), Symbol.simple(type), "leave it as it is"));
            }
        });
        if (SerialisedForm.isKept(sources)) {
            changedFiles()
                    .forEach(file -> before.forms(file).forEach((type, form) -> {
                        if (form.promised() && holdsRenamed(form)) {
                            faults.add(SerialisedForm.promised(
                                    place(before.declared(type)),
                                    Symbol.simple(type),
                                    "leave what its fields hold where it is"));
                        }
                    }));
        }
        return faults;
    }

    /**
     * Whether a field holds objects of a class that gets another name. Every object is written with the name of its class (Java Object
     * Serialization Specification, 6.4.2), constants of enums too.
     */
    private boolean holdsRenamed(WrittenForm form) {
        return form.fields().stream()
                .map(field -> field.substring(field.indexOf(' ') + 1).replace("[]", ""))
                .anyMatch(held ->
                        before.form(held) != null && !renamed.apply(held).equals(held));
    }

    private Refusal newlySought(String symbol, Declared now) {
        return Refusal.at(
                place(now),
                Rule.KEEPS_FRAMEWORK_ROLE,
                "'" + Symbol.memberName(symbol) + "' would be found by "
                        + now.seeker().orElseThrow() + " in " + Symbol.simple(Symbol.typeName(symbol)));
    }

    private boolean wasSought(String symbol) {
        return changed(before)
                .anyMatch(one -> one.getValue().seeker().isPresent()
                        && renamed.apply(one.getKey()).equals(symbol));
    }

    private Optional<Refusal> fault(String symbol, Declared was) {
        String name = Symbol.simpleName(symbol);
        if (was.seeker().isPresent()) {
            return Optional.of(Refusal.at(
                            place(was),
                            Rule.KEEPS_FRAMEWORK_ROLE,
                            FrameworkRole.isLookedFor(name, was.seeker().get(), Symbol.simple(Symbol.typeName(symbol))))
                    .withWayOut("leave it where it is"));
        }
        if (was.kept()) {
            return Optional.of(Refusal.at(
                            place(was),
                            Rule.KEEPS_PUBLIC_API,
                            "code outside this project may use '" + name + "'"
                                    + (Symbol.isMember(symbol) ? " of " + Symbol.simple(Symbol.typeName(symbol)) : ""))
                    .withWayOut(OutsideUsers.wayOut(
                            Symbol.isCallable(symbol)
                                    ? "leave it where it is, or let it pass on with --callers delegate"
                                    : "leave it where it is")));
        }
        if (after.declared(renamed.apply(symbol)) != null) {
            return Optional.empty();
        }
        if (!Symbol.isMember(symbol) || isProvider(symbol, was)) {
            return SpelledNames.type(sources, Symbol.typeName(symbol))
                    .map(place -> Refusal.at(
                                    place,
                                    Rule.KEEPS_FRAMEWORK_ROLE,
                                    "'" + Symbol.typeName(symbol) + "' is looked for by the name that stands here")
                            .withWayOut("leave it where it is"));
        }
        return SpelledNames.place(sources, Symbol.typeName(symbol), name, was.property())
                .map(place -> Refusal.at(
                                place,
                                Rule.KEEPS_LOOKUPS,
                                "'" + name + "' of " + Symbol.simple(Symbol.typeName(symbol))
                                        + " may be looked up by the name that is spelled here")
                        .withWayOut("leave it where it is, or let it pass on"));
    }

    /** The method that a module's provider of a service is asked for. ServiceLoader, "Deploying service providers as modules". */
    private static boolean isProvider(String symbol, Declared was) {
        return symbol.endsWith("#provider()") && was.isStatic();
    }

    private static Place place(Declared declared) {
        return new Place(declared.file(), declared.line());
    }

    List<String> warnings() {
        List<String> warnings = new ArrayList<>();
        Stream<String> moved = changed(before)
                .filter(one -> one.getValue().open() && plan.renamed().containsKey(one.getKey()))
                .map(Map.Entry::getKey);
        Stream<String> lost =
                gone.entrySet().stream().filter(one -> one.getValue().open()).map(Map.Entry::getKey);
        List<String> open = Stream.concat(moved, lost)
                .map(symbol -> Symbol.simple(Symbol.typeName(symbol))
                        + (Symbol.isMember(symbol) ? "#" + Symbol.memberName(symbol) : ""))
                .distinct()
                .toList();
        if (!open.isEmpty()) {
            String shown = open.stream().limit(3).collect(Collectors.joining(", "));
            warnings.add("code outside this project that uses " + shown
                    + (open.size() > 3 ? " or " + (open.size() - 3) + " more" : "") + " must change");
        }
        changedForms().keySet().forEach(type -> warnings.add(SerialisedForm.warning(Symbol.simple(type))));
        return warnings;
    }

    /** The serialisable classes that objects written before no longer fit. */
    private Map<String, WrittenForm> changedForms() {
        Map<String, WrittenForm> changed = new LinkedHashMap<>();
        changedFiles()
                .forEach(file -> before.forms(file).forEach((type, form) -> {
                    WrittenForm now = after.form(renamed.apply(type));
                    boolean same = renamed.apply(type).equals(type) && now != null && now.equals(renamed(form));
                    if (!same) {
                        changed.put(type, form);
                    }
                }));
        return changed;
    }

    private WrittenForm renamed(WrittenForm form) {
        return new WrittenForm(
                form.promised(),
                form.fields().stream().map(renamed).sorted().toList(),
                form.number().stream().map(renamed).sorted().toList());
    }
}
