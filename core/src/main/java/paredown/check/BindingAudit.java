package paredown.check;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import paredown.check.Bindings.Answer;
import paredown.check.Bindings.Binding;
import paredown.code.compile.Symbol;
import paredown.code.index.Sources;
import paredown.source.Draft;
import paredown.verdict.Place;
import paredown.verdict.Plan;
import paredown.verdict.Refusal;
import paredown.verdict.Rule;

/**
 * Compares what names meant before a change with what they mean after it. Every name that the change took over unchanged must still
 * mean the same declaration, followed through the plan's map; every method must override what it overrode.
 *
 * <p>Idea: Schäfer, de Moor: Specifying and Implementing Refactorings, OOPSLA 2010.
 */
final class BindingAudit {
    private final Sources sources;
    private final Plan plan;
    private final Bindings before;
    private final Bindings after;
    private final Map<String, Set<String>> overridingBefore;
    private final LostMembers lost;
    private final Promises promises;

    BindingAudit(Sources sources, Plan plan, Bindings before, Bindings after) {
        this.sources = sources;
        this.plan = plan;
        this.before = before;
        this.after = after;
        this.lost = new LostMembers(sources, gone());
        this.promises = new Promises(sources, plan, before, after, this::renamed);
        this.overridingBefore = new LinkedHashMap<>();
        before.overriding()
                .forEach((method, above) -> overridingBefore.put(
                        renamed(method),
                        above.stream().map(this::renamed).collect(Collectors.toCollection(TreeSet::new))));
    }

    /** The first few names whose meaning changed; empty when none did. */
    List<Refusal> faults() {
        List<Refusal> faults = new ArrayList<>();
        for (Path file : after.files()) {
            // A type's name says more than the constructor behind it.
            Optional<Draft> draft =
                    plan.changes().of(file).map(change -> change.after().orElseThrow());
            for (boolean constructors : new boolean[] {false, true}) {
                after.in(file).forEach((offset, now) -> {
                    if (now.name().equals("new") == constructors) {
                        compare(file, draft, offset, now).ifPresent(faults::add);
                    }
                });
            }
        }
        after.overriding()
                .forEach((method, now) -> compareOverriding(method, now).ifPresent(faults::add));
        faults.addAll(changedAnswers());
        faults.addAll(lost.faults(before.lookups()));
        faults.addAll(promises.faults());
        return faults;
    }

    /** A class that inherited its answer for an interface must not inherit another one, nor come to inherit one. */
    private List<Refusal> changedAnswers() {
        Map<Answer, String> was = new LinkedHashMap<>();
        before.answers()
                .forEach((owed, answer) ->
                        was.put(new Answer(renamed(owed.type()), renamed(owed.method())), renamed(answer)));
        Set<String> known = before.classes().stream().map(this::renamed).collect(Collectors.toSet());
        List<Refusal> faults = new ArrayList<>();
        after.answers().forEach((owed, answer) -> {
            String old = was.getOrDefault(owed, "");
            boolean meant = old.equals(answer)
                    || plan.meanings().getOrDefault(old, Set.of()).contains(answer)
                    || !known.contains(owed.type());
            if (!meant) {
                faults.add(Refusal.at(
                        new Place(after.fileOf(owed.type()), 1),
                        Rule.KEEPS_DISPATCH,
                        "by '" + answer + "' '" + owed.type() + "' would come to answer for " + owed.method()));
            }
        });
        return faults;
    }

    /** The members that are no longer where they were. */
    private Set<String> gone() {
        Set<Path> changed = plan.changes().files();
        Set<String> there = new HashSet<>();
        changed.forEach(file -> there.addAll(after.members(file)));
        Set<String> gone = new LinkedHashSet<>();
        changed.forEach(file -> before.members(file).stream()
                .filter(member -> !there.contains(renamed(member)))
                .forEach(member -> gone.add(Symbol.typeName(member) + "#" + Symbol.memberName(member))));
        return gone;
    }

    /** What cannot be judged, a sentence each. */
    List<String> warnings() {
        List<String> warnings = new ArrayList<>(promises.warnings());
        warnings.addAll(lost.warnings());
        return warnings;
    }

    private Optional<Refusal> compare(Path file, Optional<Draft> draft, int offset, Binding now) {
        Optional<Draft.Origin> origin = draft.isPresent()
                ? draft.get().origin(offset, now.name().length())
                : Optional.of(new Draft.Origin(file, offset));
        Binding was =
                origin.map(place -> before.in(place.file()).get(place.offset())).orElse(null);
        if (origin.isEmpty()) {
            return strange(file, draft, offset, now);
        }
        if (was == null) {
            return Optional.empty();
        }
        if (now.declaredAt().isPresent() || was.declaredAt().isPresent()) {
            return sameLocal(file, draft, was, now, origin.get())
                    ? Optional.empty()
                    : Optional.of(fault(file, offset, was, now));
        }
        String expected = renamed(was.symbol());
        boolean same = expected.equals(now.symbol())
                || plan.meanings().getOrDefault(was.symbol(), Set.of()).contains(now.symbol());
        if (!same) {
            return Optional.of(fault(file, offset, was, now));
        }
        boolean sameValue = was.constant().isEmpty()
                || was.constant().equals(now.constant())
                || was.constant().map(this::renamed).equals(now.constant());
        if (!sameValue) {
            return Optional.of(otherValue(file, offset, was, now));
        }
        boolean sameCaller = was.caller().isEmpty() || was.caller().equals(now.caller());
        return sameCaller
                ? Optional.empty()
                : Optional.of(refusal(
                        file,
                        offset,
                        "'" + now.name() + "' asks who calls it: it would be "
                                + now.caller().orElse("somebody else") + " instead of "
                                + was.caller().orElseThrow()));
    }

    private Refusal otherValue(Path file, int offset, Binding was, Binding now) {
        return refusal(file, offset, "'" + now.name() + "' would be " + value(now) + " instead of " + value(was));
    }

    private static String value(Binding binding) {
        return binding.constant().map(value -> "the constant " + value).orElse("a value worked out at run time");
    }

    /** A symbol with the new names of types that have one. */
    private String renamed(String symbol) {
        String name = symbol;
        for (Map.Entry<String, String> one : plan.renamed().entrySet()) {
            if (name.contains(one.getKey())) {
                name = name.replaceAll(
                        "(?<![\\w.])" + Pattern.quote(one.getKey()) + "(?!\\w)",
                        Matcher.quoteReplacement(one.getValue()));
            }
        }
        return name;
    }

    /** A name that the cut wrote must mean what the cut meant by it. */
    private Optional<Refusal> strange(Path file, Optional<Draft> draft, int offset, Binding now) {
        List<String> meant = plan.introduced().stream()
                .filter(symbol -> simple(symbol).equals(now.name()))
                .toList();
        if (meant.isEmpty() || meant.stream().anyMatch(symbol -> isMet(symbol, draft, now))) {
            return Optional.empty();
        }
        String symbol = meant.get(0).startsWith("#") ? "" : meant.get(0);
        return Optional.of(fault(file, offset, new Binding(now.name(), symbol, Optional.empty()), now));
    }

    private boolean isMet(String meant, Optional<Draft> draft, Binding now) {
        if (meant.startsWith("#")) {
            return now.declaredAt()
                    .filter(at -> draft.flatMap(one -> one.origin(at, 1)).isEmpty())
                    .isPresent();
        }
        // JLS 6.5: the name of a method never means a variable, nor the other way round.
        boolean method = Symbol.isCallable(meant);
        boolean apart =
                method ? now.declaredAt().isPresent() : Symbol.isMember(meant) && Symbol.isCallable(now.symbol());
        return apart || plan.introduced().contains(now.symbol());
    }

    private static String simple(String symbol) {
        String last = symbol.substring(
                Math.max(symbol.lastIndexOf('#'), symbol.indexOf('#') < 0 ? symbol.lastIndexOf('.') : 0) + 1);
        int parenthesis = last.indexOf('(');
        return parenthesis < 0 ? last : last.substring(0, parenthesis);
    }

    private boolean sameLocal(Path file, Optional<Draft> draft, Binding was, Binding now, Draft.Origin origin) {
        if (was.declaredAt().isEmpty() || now.declaredAt().isEmpty()) {
            return false;
        }
        int declared = now.declaredAt().get();
        Optional<Draft.Origin> from =
                draft.isPresent() ? draft.get().origin(declared, 1) : Optional.of(new Draft.Origin(file, declared));
        return from.map(place -> place.file().equals(origin.file())
                        && place.offset() == was.declaredAt().get())
                .orElse(false);
    }

    private Refusal fault(Path file, int offset, Binding was, Binding now) {
        return refusal(file, offset, "'" + now.name() + "' would mean " + shown(now) + " instead of " + shown(was));
    }

    private Refusal refusal(Path file, int offset, String reason) {
        Place place = plan.changes()
                .of(file)
                .map(change -> OriginalPlace.of(sources, change, change.after().orElseThrow(), offset))
                .orElseGet(
                        () -> new Place(file, sources.file(file).orElseThrow().line(offset)));
        return Refusal.at(place, Rule.KEEPS_MEANING, reason);
    }

    private static String shown(Binding binding) {
        return binding.symbol().isEmpty() ? "a local variable" : binding.symbol();
    }

    private Optional<Refusal> compareOverriding(String method, Set<String> now) {
        Set<String> was = overridingBefore.get(method);
        if (was == null && plan.meanings().values().stream().anyMatch(allowed -> allowed.contains(method))) {
            // A moved method overrides nothing of the project's; what it gets from Object it had before.
            was = now.stream()
                    .filter(one -> one.startsWith("java.lang.Object#"))
                    .collect(Collectors.toSet());
        }
        // A signature that has become one with its implementation is overridden no longer.
        Set<String> expected = was == null
                ? Set.of()
                : was.stream()
                        .filter(one -> !one.equals(method)
                                && !plan.meanings().getOrDefault(one, Set.of()).contains(method))
                        .collect(Collectors.toSet());
        if (new TreeSet<>(expected).equals(now)) {
            return Optional.empty();
        }
        boolean lost = now.size() < expected.size();
        Set<String> difference = new TreeSet<>(lost ? expected : now);
        difference.removeAll(lost ? now : expected);
        String what = difference.isEmpty() ? "other methods than before" : String.join(", ", difference);
        return Optional.of(Refusal.at(
                new Place(after.fileOf(method), 1),
                Rule.KEEPS_DISPATCH,
                "'" + method + "' would " + (lost ? "no longer override " : "come to override ") + what));
    }
}
