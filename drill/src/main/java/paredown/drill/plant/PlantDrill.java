package paredown.drill.plant;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import paredown.code.compile.Problem;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.drill.Copies;
import paredown.history.ChangeHistory;
import paredown.project.Module;
import paredown.project.OwnFolder;
import paredown.project.Progress;
import paredown.project.Project;
import paredown.project.ProjectReader;
import paredown.smell.Finding;
import paredown.smell.Smells;

/** Plants smells into copies of a project's production code, several to a copy in files of their own, and looks for them. */
final class PlantDrill {
    /** How many plants of each smell a copy gets, as far as there is room. */
    private static final int TOGETHER = 8;

    private static final int MOST_DRAWS = 300;

    /** What became of a plant. */
    enum Fate {
        MISSED,
        WRONG,
        RIGHT
    }

    /**
     * The result for one smell.
     *
     * @param ranks of those found, from 1, over all smells
     * @param missed what was planted and not found, or found wrong
     */
    record Result(String smell, Map<Fate, Integer> fates, List<Integer> ranks, List<String> missed) {
        int planted() {
            return fates.values().stream().mapToInt(Integer::intValue).sum();
        }

        int found() {
            return fates.getOrDefault(Fate.RIGHT, 0) + fates.getOrDefault(Fate.WRONG, 0);
        }

        double medianRank() {
            List<Integer> sorted = ranks.stream().sorted().toList();
            return sorted.isEmpty() ? 0 : sorted.get(sorted.size() / 2);
        }
    }

    private final Path project;
    private final Random random;
    private final int count;
    private final List<String> smells;
    private final Consumer<String> log;

    PlantDrill(Path project, long seed, int count, List<String> smells, Consumer<String> log) {
        this.project = project;
        this.random = new Random(seed);
        this.count = count;
        this.smells = smells;
        this.log = log;
    }

    /**
     * What the untouched project shows.
     *
     * @param findings by smell
     * @param lines lines of code
     */
    record Untouched(Map<String, Integer> findings, int lines) {}

    Untouched untouched() throws IOException {
        CodeBase code = read(copy(Map.of()));
        Map<String, Integer> counts = new LinkedHashMap<>();
        for (Finding finding : Smells.ranked(code, ChangeHistory.NONE, Smells.all())) {
            counts.merge(finding.smell(), 1, Integer::sum);
        }
        int lines = code.types()
                .filter(type -> type.enclosing().isEmpty())
                .mapToInt(type -> type.codeLines())
                .sum();
        return new Untouched(counts, lines);
    }

    List<Result> run() throws IOException {
        Path original = copy(Map.of());
        CodeBase code = read(original);
        Set<Path> broken = new HashSet<>();
        code.problems().stream().map(Problem::file).forEach(broken::add);
        Map<String, Planter> planters = new LinkedHashMap<>();
        for (Function<CodeBase, Planter> make : List.<Function<CodeBase, Planter>>of(
                GodPlanter::new, ClumpPlanter::new, EnvyPlanter::new, LazyPlanter::new)) {
            Planter planter = make.apply(code);
            if (smells.isEmpty() || smells.contains(planter.smell())) {
                planters.put(planter.smell(), planter);
            }
        }
        Map<String, Result> results = new LinkedHashMap<>();
        planters.keySet()
                .forEach(smell -> results.put(
                        smell, new Result(smell, new EnumMap<>(Fate.class), new ArrayList<>(), new ArrayList<>())));
        int number = 0;
        int idle = 0;
        while (idle < 3 && results.values().stream().anyMatch(result -> result.planted() < count)) {
            List<Plant> plants = new ArrayList<>();
            Set<Path> taken = new HashSet<>(broken);
            for (Planter planter : planters.values()) {
                int wanted =
                        Math.min(TOGETHER, count - results.get(planter.smell()).planted());
                for (int draw = 0; draw < MOST_DRAWS && wanted > 0; draw++) {
                    Optional<Plant> plant = planter.plant(random, taken, ++number);
                    boolean free = plant.isPresent()
                            && plant.get().texts().keySet().stream().noneMatch(taken::contains);
                    if (free) {
                        plants.add(plant.get());
                        taken.addAll(plant.get().texts().keySet());
                        wanted--;
                    }
                }
            }
            idle = look(original, plants, results) == 0 ? idle + 1 : 0;
        }
        Copies.delete(original);
        return List.copyOf(results.values());
    }

    private int look(Path original, List<Plant> plants, Map<String, Result> results) throws IOException {
        Map<Path, String> texts = new HashMap<>();
        plants.forEach(plant -> plant.texts().forEach((file, text) -> texts.put(original.relativize(file), text)));
        Path copy = copy(texts);
        // Only what was planted is read anew.
        Copies.copy(OwnFolder.of(original), OwnFolder.of(copy), path -> true);
        CodeBase code = read(copy);
        Set<Path> broken = new HashSet<>();
        code.problems().forEach(problem -> broken.add(copy.relativize(problem.file())));
        List<Finding> findings = Smells.deepened(code, Smells.ranked(code, ChangeHistory.NONE, Smells.all()));
        int looked = 0;
        for (Plant plant : plants) {
            // A plant that does not compile is none.
            if (plant.texts().keySet().stream().anyMatch(file -> broken.contains(original.relativize(file)))) {
                continue;
            }
            looked++;
            Result result = results.get(plant.smell());
            plant.matches().stream()
                    .limit(count - result.planted())
                    .forEach(match -> judge(plant, match, findings, result));
        }
        log.accept(looked + " of " + plants.size() + " plants compile; "
                + String.join(
                        ", ",
                        results.values().stream()
                                .map(one -> one.smell() + " " + one.found() + "/" + one.planted())
                                .toList()));
        Copies.delete(copy);
        return looked;
    }

    private static void judge(Plant plant, ToDoubleFunction<Finding> match, List<Finding> findings, Result result) {
        Fate fate = Fate.MISSED;
        String instead = "";
        for (int i = 0; i < findings.size() && fate == Fate.MISSED; i++) {
            if (plant.found().test(findings.get(i))) {
                result.ranks().add(i + 1);
                double matching = match.applyAsDouble(findings.get(i));
                fate = matching >= Plant.RIGHT ? Fate.RIGHT : Fate.WRONG;
                instead = String.format(" (%.2f) %s", matching, findings.get(i).summary());
            }
        }
        result.fates().merge(fate, 1, Integer::sum);
        if (fate != Fate.RIGHT) {
            result.missed().add((fate == Fate.MISSED ? "missed: " : "wrong:  ") + plant.what() + instead);
        }
    }

    private static CodeBase read(Path folder) {
        return CodeBase.read(Sources.read(ProjectReader.at(folder), Progress.SILENT), false, Progress.SILENT);
    }

    /** The production sources as a project of their own, with some texts changed. */
    private Path copy(Map<Path, String> texts) throws IOException {
        Project read = ProjectReader.at(project.toRealPath());
        Path whole = Files.createTempDirectory("drill-plant").toRealPath();
        Module module = read.modules().get(0);
        Copies.configure(whole, module);
        for (Path root : module.mainRoots()) {
            try (var all = Files.walk(root)) {
                for (Path file : all.filter(
                                path -> path.toString().endsWith(".java") && !path.endsWith("module-info.java"))
                        .toList()) {
                    Path there = Path.of("src").resolve(root.relativize(file).toString());
                    Files.createDirectories(whole.resolve(there).getParent());
                    Files.copy(file, whole.resolve(there));
                }
            }
        }
        for (Map.Entry<Path, String> text : texts.entrySet()) {
            Files.writeString(
                    whole.resolve(text.getKey()),
                    text.getValue(),
                    module.encoding().newEncoder().canEncode(text.getValue())
                            ? module.encoding()
                            : StandardCharsets.UTF_8);
        }
        return whole;
    }
}
