package paredown.smell;

import java.util.Comparator;
import java.util.List;
import paredown.code.CodeBase;

/** All smells, in the order people see them, and the ranking over them. */
public final class Smells {
    private static final List<Smell> ALL = List.of(new GodClass());

    private Smells() {}

    public static List<Smell> all() {
        return ALL;
    }

    /** The findings of all smells, best first. */
    public static List<Finding> ranked(CodeBase code, List<Smell> wanted) {
        return wanted.stream()
                .flatMap(smell -> smell.findings(code))
                .sorted(Comparator.comparingDouble(Finding::score).reversed().thenComparing(Finding::target))
                .toList();
    }
}
