package paredown.smell;

import java.util.ArrayList;
import java.util.Comparator;
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
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.history.Change;
import paredown.history.ChangeHistory;
import paredown.smell.MemberGroups.Group;

/**
 * A class that changes for several reasons: groups of its members change in different commits, or serve different clients.
 *
 * <p>From history after Palomba et al. 2015 (members that change together, against those that never do); from structure by clients that
 * groups of members do not share. Each is enough; both together count more.
 */
public final class DivergentChange implements Smell {
    private static final int FEWEST_LINES = 20;

    private static final Traits TRAITS = new Traits(
            "divergent-change",
            "DV",
            "a class that changes for several reasons: groups of its members change in different commits or serve different clients",
            Map.of("commits", 6.0, "support", 2.0, "mixed", 0.25, "clients", 3.0, "shared", 0.2, "packages", 10.0));
    private static final int SHOWN_SUBJECTS = 3;
    private static final int MOST_MEMBERS = 1500;

    @Override
    public Traits traits() {
        return TRAITS;
    }

    @Override
    public Stream<Finding> findings(CodeBase code) {
        return findings(code, ChangeHistory.NONE);
    }

    /**
     * A group of members that is one reason to change.
     *
     * @param commits those that changed it and no other group, newest first
     * @param clients production types outside the class that use it
     */
    private record Reason(List<MemberFacts> members, List<Change> commits, Set<String> clients) {}

    @Override
    public Stream<Finding> findings(CodeBase code, ChangeHistory history) {
        Set<String> taken = code.types().map(TypeFacts::simpleName).collect(Collectors.toSet());
        return code.types()
                .filter(type -> Roles.isOpen(code, type) && !type.test() && type.kind() == TypeFacts.Kind.CLASS)
                .filter(type -> type.methods().count() >= 4 && type.members().size() <= MOST_MEMBERS)
                .flatMap(type -> finding(code, history, type, taken).stream());
    }

    private Optional<Finding> finding(CodeBase code, ChangeHistory history, TypeFacts type, Set<String> taken) {
        String file = code.sources().project().relative(type.file());
        List<Change> changes = history.of(file, type.nameInPackage());
        boolean often = changes.size() >= limit(code, "commits");
        boolean used = type.members().size() >= 12
                && !Roles.isToolbox(type)
                && lines(type.members()) >= 2 * FEWEST_LINES
                && (clients(code, type, type.members()).size() > limit(code, "clients")
                        || OutsidePackages.of(type.members()).total() >= 2 * limit(code, "packages"));
        if (!often && !used) {
            return Optional.empty();
        }
        List<List<MemberFacts>> groups = KnownGroups.of(code).all(type);
        List<Reason> reasons = reasons(code, type, file, changes, groups);
        List<Reason> changing = reasons.stream()
                .filter(reason -> reason.commits().size() >= limit(code, "support"))
                .toList();
        List<Reason> serving = serving(code, reasons);
        int exclusive =
                reasons.stream().mapToInt(reason -> reason.commits().size()).sum();
        double mixed = changes.isEmpty() ? 0 : (changes.size() - exclusive) / (double) changes.size();
        boolean byHistory = often && changing.size() > 1 && mixed <= limit(code, "mixed");
        if (!byHistory && often) {
            // Groups by what changed together, where those by use do not tell the reasons apart.
            List<Reason> together = together(code, type, file, changes);
            List<Reason> enough = together.stream()
                    .filter(reason -> reason.commits().size() >= limit(code, "support"))
                    .toList();
            if (enough.size() > 1) {
                changing = enough;
                byHistory = true;
                mixed = 0;
            }
        }
        boolean byClients = serving.size() > 1 && worthwhile(type, serving);
        List<Reason> leaning = leaning(code, reasons);
        boolean byPackages = leaning.size() > 1 && worthwhile(type, leaning);
        if (!byHistory && !byClients && !byPackages) {
            return Optional.empty();
        }
        List<Reason> found = byHistory ? changing : byClients ? serving : leaning;
        return Optional.of(finding(code, type, found, changes, mixed, byHistory, serving.size() > 1, taken));
    }

    private static List<Reason> reasons(
            CodeBase code, TypeFacts type, String file, List<Change> changes, List<List<MemberFacts>> groups) {
        String prefix = type.nameInPackage() + "#";
        Map<String, Integer> groupOf = new LinkedHashMap<>();
        for (int i = 0; i < groups.size(); i++) {
            for (MemberFacts member : groups.get(i)) {
                groupOf.put(prefix + member.name(), i);
            }
        }
        List<List<Change>> commits = new ArrayList<>();
        groups.forEach(group -> commits.add(new ArrayList<>()));
        for (Change change : changes) {
            Set<Integer> touched = change.in(file).stream()
                    .map(groupOf::get)
                    .filter(group -> group != null)
                    .collect(Collectors.toCollection(TreeSet::new));
            if (touched.size() == 1) {
                commits.get(touched.iterator().next()).add(change);
            }
        }
        List<Reason> reasons = new ArrayList<>();
        for (int i = 0; i < groups.size(); i++) {
            reasons.add(new Reason(groups.get(i), commits.get(i), clients(code, type, groups.get(i))));
        }
        reasons.sort(
                Comparator.comparingInt((Reason reason) -> -reason.commits().size())
                        .thenComparing(reason -> reason.members().get(0).line()));
        return reasons;
    }

    /** Members that changed in the same commits, one group for those that hang together so. */
    private static List<Reason> together(CodeBase code, TypeFacts type, String file, List<Change> changes) {
        String prefix = type.nameInPackage() + "#";
        List<Set<String>> parts = new ArrayList<>();
        for (Change change : changes) {
            Set<String> own = change.in(file).stream()
                    .filter(member -> member.startsWith(prefix))
                    .collect(Collectors.toCollection(LinkedHashSet::new));
            if (own.size() < 2) {
                continue;
            }
            List<Set<String>> meeting = parts.stream()
                    .filter(part -> part.stream().anyMatch(own::contains))
                    .toList();
            parts.removeAll(meeting);
            meeting.forEach(own::addAll);
            parts.add(own);
        }
        List<List<MemberFacts>> groups = parts.stream()
                .map(part -> type.members().stream()
                        .filter(member -> part.contains(prefix + member.name()))
                        .toList())
                .filter(group -> group.size() > 1)
                .toList();
        return reasons(code, type, file, changes, groups);
    }

    private static Set<String> clients(CodeBase code, TypeFacts type, List<MemberFacts> members) {
        Set<String> clients = new TreeSet<>();
        for (MemberFacts member : members) {
            code.uses(member.symbol()).stream()
                    .filter(use -> !use.type().test())
                    .map(use -> Roles.outermost(use.type().name(), code))
                    .filter(client -> !client.equals(Roles.outermost(type.name(), code)))
                    .forEach(clients::add);
        }
        return clients;
    }

    /** The groups with several clients each that hardly share any. */
    private List<Reason> serving(CodeBase code, List<Reason> reasons) {
        List<Reason> apart = new ArrayList<>();
        List<Reason> most = new ArrayList<>(reasons);
        most.sort(Comparator.comparingInt((Reason reason) -> -reason.clients().size()));
        for (Reason reason : most) {
            boolean enough = reason.clients().size() >= limit(code, "clients");
            if (enough && apart.stream().allMatch(other -> shared(reason, other) <= limit(code, "shared"))) {
                apart.add(reason);
            }
        }
        return apart;
    }

    /** The groups that each work with outside packages of their own. */
    private List<Reason> leaning(CodeBase code, List<Reason> reasons) {
        List<Reason> apart = new ArrayList<>();
        for (Reason reason : reasons) {
            OutsidePackages outside = OutsidePackages.of(reason.members());
            boolean enough = outside.total() >= limit(code, "packages");
            if (enough && apart.stream().noneMatch(other -> outside.meets(OutsidePackages.of(other.members())))) {
                apart.add(reason);
            }
        }
        return apart;
    }

    private static double shared(Reason one, Reason other) {
        Set<String> both = new HashSet<>(one.clients());
        both.retainAll(other.clients());
        return both.size()
                / (double) Math.max(
                        1, Math.min(one.clients().size(), other.clients().size()));
    }

    /** Two groups of some size each; a pair of constants is no reason. */
    private static boolean worthwhile(TypeFacts type, List<Reason> serving) {
        long real = serving.stream()
                .filter(reason ->
                        reason.members().stream().filter(MemberFacts::isMethod).count() >= 2
                                && lines(reason.members()) >= FEWEST_LINES)
                .count();
        return real >= 2 && !Roles.isException(type);
    }

    private static int lines(List<MemberFacts> members) {
        return members.stream().mapToInt(MemberFacts::codeLines).sum();
    }

    private Finding finding(
            CodeBase code,
            TypeFacts type,
            List<Reason> reasons,
            List<Change> changes,
            double mixed,
            boolean byHistory,
            boolean byClients,
            Set<String> taken) {
        List<Evidence> evidence = new ArrayList<>();
        List<CutOffer> cuts = new ArrayList<>();
        Set<String> names = new LinkedHashSet<>(taken);
        List<String> listed = new ArrayList<>();
        if (byHistory) {
            evidence.add(Evidence.of(
                    "commits",
                    changes.size(),
                    limit(code, "commits"),
                    changes.size() + " commits changed it, " + Math.round(mixed * 100)
                            + " % of them more than one group"));
        }
        GodClass.Whole whole = GodClass.Whole.of(type);
        GroupName naming = new GroupName(code, type);
        for (Reason reason : reasons.subList(0, Math.min(4, reasons.size()))) {
            String name = naming.label(reason.members(), names::contains);
            listed.add(name);
            evidence.addAll(evidence(code, name, reason, byHistory, byClients));
            Group group = MemberGroups.group(type, reason.members());
            if (group.members().stream().anyMatch(MemberFacts::isMethod)
                    || group.members().size() > 1) {
                cuts.add(GodClass.offer(code, whole, naming, group, names));
            }
        }
        String reasonsText =
                String.join(", ", listed.subList(0, listed.size() - 1)) + " and " + listed.get(listed.size() - 1);
        String how = byHistory
                ? "changes for " + listed.size() + " reasons: " + reasonsText
                : byClients
                        ? "serves different clients with " + reasonsText
                        : "works with different outside packages in " + reasonsText;
        return new Finding(
                Finding.id(TRAITS, type.name()),
                name(),
                type.name(),
                type.file(),
                type.line(),
                score(reasons, changes, mixed, byHistory, byClients),
                type.simpleName() + ": " + how,
                evidence,
                List.of(),
                cuts);
    }

    /** What tells one reason apart from the others. */
    private List<Evidence> evidence(CodeBase code, String name, Reason reason, boolean byHistory, boolean byClients) {
        List<Evidence> evidence = new ArrayList<>();
        if (byHistory) {
            evidence.add(Evidence.of(
                    "commits of " + name,
                    reason.commits().size(),
                    limit(code, "support"),
                    "changed by itself, such as: "
                            + reason.commits().stream()
                                    .limit(SHOWN_SUBJECTS)
                                    .map(change ->
                                            change.subject() + " (" + change.commit() + ", " + change.day() + ")")
                                    .collect(Collectors.joining("; "))));
        }
        OutsidePackages outside = OutsidePackages.of(reason.members());
        if (outside.total() >= limit(code, "packages")) {
            evidence.add(Evidence.of(
                    "outside packages of " + name,
                    outside.total(),
                    limit(code, "packages"),
                    "works with " + String.join(", ", outside.names())));
        }
        if (byClients && !reason.clients().isEmpty()) {
            evidence.add(Evidence.of(
                    "clients of " + name,
                    reason.clients().size(),
                    limit(code, "clients"),
                    "used by "
                            + reason.clients().stream()
                                    .limit(6)
                                    .map(Symbol::simple)
                                    .collect(Collectors.joining(", "))));
        }
        return evidence;
    }

    /** Gain (how often reasons get into each other's way) over cost (how often they are one after all). */
    private static double score(
            List<Reason> reasons, List<Change> changes, double mixed, boolean byHistory, boolean byClients) {
        double often = byHistory ? changes.size() / (changes.size() + 8.0) : 0.45;
        double apart = byHistory ? 1 - mixed : 0.8;
        double balance = byHistory
                ? Math.min(
                        1,
                        2.0
                                * reasons.get(1).commits().size()
                                / reasons.get(0).commits().size())
                : 0.7;
        return Math.round(1000 * Math.cbrt(often * apart * balance) * (byHistory && byClients ? 1 : 0.9)) / 1000.0;
    }
}
