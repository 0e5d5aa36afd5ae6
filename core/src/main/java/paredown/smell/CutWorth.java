package paredown.smell;

import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import javax.lang.model.element.Modifier;
import paredown.code.facts.MemberFacts;
import paredown.code.index.CodeBase;
import paredown.measure.ClassMeasures;
import paredown.smell.MemberGroups.Group;

/**
 * Whether taking a group of members out of a class leaves both better off. A cut can be safe and still make the code worse: little leaves, what
 * left is called back and forth, or every method of the new class is handed the old object.
 */
final class CutWorth {
    /** Share of the class's lines and decisions that has to leave. */
    private static final double LEAST_RELIEF = 0.1;

    /** As many uses across the border make two classes that have to be read together. */
    private static final int WIDE = 10;

    /** How little a group touches the rest that is an object already, see {@link Group#closeness}. */
    private static final double ALONE = 0.8;

    private static final int LEAST_DECISIONS = 4;

    /** A delegate is a method of three lines that decides nothing. */
    private static final int LINES_OF_DELEGATE = 3;

    private final CodeBase code;
    private final GodClass.Whole whole;

    CutWorth(CodeBase code, GodClass.Whole whole) {
        this.code = code;
        this.whole = whole;
    }

    boolean pays(Group group) {
        int lines = group.codeLines();
        int decisions =
                group.members().stream().mapToInt(MemberFacts::complexity).sum();
        boolean relieves = lines >= LEAST_RELIEF * whole.lines() && decisions >= LEAST_RELIEF * whole.wmc();
        // Where delegates stay, so much has to leave that is not theirs: properties would only be written twice.
        long delegates = delegates(group);
        boolean beyond =
                delegates == 0 || decisions - delegates >= LEAST_DECISIONS && lines - LINES_OF_DELEGATE * delegates > 0;
        // What has fields of its own and hardly touches the rest is an object already, however small.
        boolean alone = group.hasState() && group.closeness() >= ALONE;
        return (alone || relieves && beyond) && group.seam().size() < WIDE && !leansBack(group) && !parts(group);
    }

    /** A group without the constants that others may name where they are: no delegate can stand for a constant. */
    Group withoutPromised(Group group) {
        if (!Roles.isLibrary(code)) {
            return group;
        }
        List<MemberFacts> own = group.members().stream()
                .filter(member -> !Roles.isConstant(member) || !Roles.isApi(code, whole.type(), member))
                .toList();
        return own.size() == group.members().size() || own.isEmpty() ? group : MemberGroups.group(whole.type(), own);
    }

    /** Methods that have to stay reachable where they were, for callers that nobody here can change. */
    long delegates(Group group) {
        return GodClass.isApi(code, whole.type(), group)
                ? group.members().stream()
                        .filter(member -> member.isMethod() && member.isVisible())
                        .count()
                : 0;
    }

    /** Whether most of the new class's methods would need the old object, or all of them where it keeps nothing of its own. */
    private boolean leansBack(Group group) {
        Map<String, MemberFacts> members = whole.type().members().stream()
                .collect(Collectors.toMap(MemberFacts::symbol, Function.identity(), (a, b) -> a));
        Set<String> moving = group.members().stream().map(MemberFacts::symbol).collect(Collectors.toSet());
        long methods = group.members().stream().filter(MemberFacts::isMethod).count();
        long leaning = group.seam().stream()
                .filter(use -> moving.contains(use.get(0)) && isOfObject(members.get(use.get(1))))
                .map(use -> use.get(0))
                .filter(user -> members.get(user).isMethod())
                .distinct()
                .count();
        return group.hasState() ? leaning * 2 > methods : leaning == methods;
    }

    private static boolean isOfObject(MemberFacts member) {
        return member != null && !member.is(Modifier.STATIC);
    }

    /** Whether neither of the two classes would have as much in common as the one had. */
    private boolean parts(Group group) {
        OptionalDouble before = whole.tcc();
        List<MemberFacts> staying = whole.type().members().stream()
                .filter(member -> !group.members().contains(member))
                .toList();
        return before.isPresent()
                && isLess(ClassMeasures.tcc(whole.type(), staying), before)
                && isLess(ClassMeasures.tcc(whole.type(), group.members()), before);
    }

    private static boolean isLess(OptionalDouble after, OptionalDouble before) {
        return after.isPresent() && after.getAsDouble() < before.getAsDouble() - 0.01;
    }
}
