package paredown.check;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Set;
import paredown.check.ReflectiveLookups.Lookup;
import paredown.code.compile.Symbol;
import paredown.code.index.Sources;
import paredown.source.SourceText;
import paredown.verdict.Place;
import paredown.verdict.Refusal;
import paredown.verdict.Rule;

/**
 * Who would miss members that are no longer where they were because he looks them up by their names.
 *
 * @param gone the members, each as its class, {@code #} and its name
 */
record LostMembers(Sources sources, Set<String> gone) {
    private static final List<String> LOOKING_UP = List.of(
            "getDeclaredField",
            "getDeclaredFields",
            "getDeclaredMethod",
            "getDeclaredMethods",
            "getField",
            "getMethod");

    /** What looks one up for certain. */
    List<Refusal> faults(Map<Path, List<Lookup>> lookups) {
        List<Refusal> faults = new ArrayList<>();
        if (!gone.isEmpty()) {
            lookups.forEach((file, some) -> some.stream()
                    .filter(lookup -> !Collections.disjoint(lookup.members(), gone))
                    .forEach(lookup -> faults.add(fault(file, lookup))));
        }
        return faults;
    }

    private Refusal fault(Path file, Lookup lookup) {
        int line = sources.file(file).orElseThrow().line(lookup.offset());
        return Refusal.at(
                        new Place(file, line),
                        Rule.KEEPS_LOOKUPS,
                        "'" + lookup.name() + "' is looked up here by its name: it would not be found any more")
                .withWayOut("leave it where it is, or look it up otherwise first");
    }

    /** Texts that may be their names, in files that look members up somehow. */
    List<String> warnings() {
        List<String> names = gone.stream().map(Symbol::memberName).distinct().toList();
        List<String> warnings = new ArrayList<>();
        for (Path path : names.isEmpty() ? List.<Path>of() : sources.mentioning(LOOKING_UP)) {
            Map<String, Integer> literals = sources.literals(path);
            SourceText file = sources.file(path).orElseThrow();
            names.stream()
                    .filter(literals::containsKey)
                    .forEach(name -> warnings.add("\"" + name + "\" in " + path.getFileName() + ":"
                            + file.line(literals.get(name)) + " may look it up by its name"));
        }
        return warnings;
    }
}
