package paredown.drill.plant;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.measure.ClassMeasures;
import paredown.smell.Finding;

/**
 * Merges two collaborating classes: the members of one are written into the other, which then calls them directly. Where no two are left
 * of which one uses the other, two will do that a third one uses; where none of these is left either, a class gets two others at once.
 */
final class GodPlanter implements Planter {
    /** Below it a class has several jobs of its own (Lanza, Marinescu 2006). */
    private static final double COHESIVE = 1.0 / 3;

    /** A class and what goes into it. */
    private record Merge(TypeFacts large, List<TypeFacts> parts) {}

    private final CodeBase code;
    private final Map<String, Set<String>> clients = new HashMap<>();

    /** Those to try, once each: a few small classes would be all that is measured otherwise. */
    private final List<Merge> left = new ArrayList<>();

    private boolean drawn;

    GodPlanter(CodeBase code) {
        this.code = code;
    }

    @Override
    public String smell() {
        return "god-class";
    }

    @Override
    public Optional<Plant> plant(Random random, Set<Path> taken, int number) {
        if (!drawn) {
            draw(random);
            drawn = true;
        }
        Optional<Merge> next = left.stream()
                .filter(merge -> !taken.contains(merge.large().file()))
                .findFirst();
        next.ifPresent(left::remove);
        return next.flatMap(this::merged);
    }

    private void draw(Random random) {
        List<TypeFacts> types = code.types().filter(Places::isPlain).toList();
        List<TypeFacts> parts = types.stream().filter(GodPlanter::isPart).toList();
        List<Merge> close = new ArrayList<>();
        List<Merge> sharing = new ArrayList<>();
        List<Merge> twofold = new ArrayList<>();
        for (TypeFacts large : types) {
            List<TypeFacts> suitable =
                    parts.stream().filter(part -> suits(large, part)).toList();
            List<TypeFacts> near = suitable.stream()
                    .filter(part -> uses(large, part) || uses(part, large))
                    .toList();
            List<TypeFacts> beside = suitable.stream()
                    .filter(part -> !near.contains(part) && !Collections.disjoint(clients(large), clients(part)))
                    .toList();
            near.forEach(part -> close.add(new Merge(large, List.of(part))));
            beside.forEach(part -> sharing.add(new Merge(large, List.of(part))));
            List<TypeFacts> all = Stream.concat(near.stream(), beside.stream()).toList();
            for (int one = 0; one < all.size(); one++) {
                for (int other = one + 1; other < all.size(); other++) {
                    twofold.add(new Merge(large, List.of(all.get(one), all.get(other))));
                }
            }
        }
        for (List<Merge> merges : List.of(close, sharing, twofold)) {
            Collections.shuffle(merges, random);
            left.addAll(merges);
        }
    }

    private static int lines(List<MemberFacts> members) {
        return members.stream().mapToInt(MemberFacts::codeLines).sum();
    }

    /** A class with one job, whose members could stand in another. */
    private static boolean isPart(TypeFacts part) {
        return part.superclass().stream().allMatch(above -> above.startsWith("java."))
                && isJob(part, part.members())
                && part.members().stream().noneMatch(member -> member.kind() == MemberFacts.Kind.INITIALIZER);
    }

    /** Whether members of a class are state and behaviour enough to be told from another job. */
    private static boolean isJob(TypeFacts type, List<MemberFacts> members) {
        List<MemberFacts> methods = members.stream()
                .filter(member -> member.isMethod() && !Merger.isRoutine(member))
                .toList();
        return lines(members) >= 40
                && methods.stream().mapToInt(MemberFacts::complexity).sum() >= 10
                && methods.size() >= 4
                && ClassMeasures.tcc(type, members).orElse(0) >= COHESIVE
                && members.stream().anyMatch(member -> member.isField() && !member.is(Modifier.STATIC));
    }

    private boolean suits(TypeFacts large, TypeFacts part) {
        return part != large
                && lines(large.members()) >= lines(part.members())
                && large.methods().count() >= 6;
    }

    /** The classes that use a class or its members. */
    private Set<String> clients(TypeFacts type) {
        return clients.computeIfAbsent(
                type.name(),
                name -> code.types()
                        .filter(other -> other != type && uses(other, type))
                        .map(TypeFacts::name)
                        .collect(Collectors.toSet()));
    }

    private static boolean uses(TypeFacts one, TypeFacts other) {
        return one.allReferences().anyMatch(reference -> reference.owner().equals(other.name()));
    }

    private Optional<Plant> merged(Merge merge) {
        Merger merger = new Merger(code, merge.large());
        List<Set<String>> names = new ArrayList<>();
        for (TypeFacts part : merge.parts()) {
            List<MemberFacts> coming = merger.coming(part);
            if (!isJob(part, coming) || !merger.takes(part)) {
                return Optional.empty();
            }
            names.add(merger.take(part, coming));
        }
        String parts = merge.parts().stream().map(TypeFacts::name).collect(Collectors.joining(" and "));
        return Optional.of(new Plant(
                smell(),
                parts + " merged into " + merge.large().name(),
                Map.of(merge.large().file(), merger.text()),
                finding -> finding.smell().equals(smell())
                        && finding.target().equals(merge.large().name()),
                names.stream()
                        .map(one -> (ToDoubleFunction<Finding>) finding -> match(finding, one))
                        .toList()));
    }

    private static double match(Finding finding, Set<String> names) {
        return finding.cuts().stream()
                .mapToDouble(cut -> Plant.jaccard(
                        cut.members().stream()
                                .map(symbol -> symbol.replaceAll(".*#|\\(.*", ""))
                                .collect(Collectors.toSet()),
                        names))
                .max()
                .orElse(0);
    }
}
