package paredown.drill;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.check.Planner;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.cut.Cut;
import paredown.project.Module;
import paredown.project.Progress;
import paredown.project.Project;
import paredown.project.ProjectException;
import paredown.project.ProjectReader;
import paredown.verdict.Plan;
import paredown.verdict.UnknownNameException;

/**
 * Times the built program, whole process, against {@code javac} over the same production sources and class path, on the same JDK, in turns
 * so that both meet the same weather on the machine.
 */
final class SpeedDrill {
    /**
     * One line of the table.
     *
     * @param against what the ratio is to
     */
    record Line(String what, Watched median, Watched against) {
        double ratio() {
            return median.seconds() / against.seconds();
        }
    }

    private static final int PREVIEWS = 3;
    private static final int DRAWS = 4000;
    private static final int SEED = 7;

    private final Path root;
    private final int runs;
    private final List<String> program;
    private final Consumer<String> progress;
    private final Random random = new Random(SEED);
    private final Project project;

    /**
     * @param program how the program is started
     */
    SpeedDrill(Path root, int runs, List<String> program, Consumer<String> progress) {
        this.root = root;
        this.runs = runs;
        this.program = program;
        this.progress = progress;
        this.project = ProjectReader.at(root);
    }

    /**
     * @param cut what to preview, see {@link #passingCut}
     */
    List<Line> run(List<String> cut) throws IOException, InterruptedException {
        progress.accept("timed as preview: " + String.join(" ", cut));
        // The first look archives the program's classes; that is done once for all projects.
        pare(List.of("find"));
        List<Watched> javac = new ArrayList<>();
        List<Watched> cold = new ArrayList<>();
        List<Watched> same = new ArrayList<>();
        List<Watched> edited = new ArrayList<>();
        List<Watched> preview = new ArrayList<>();
        List<Watched> java = new ArrayList<>();
        List<Watched> version = new ArrayList<>();
        for (int i = 0; i < runs; i++) {
            progress.accept("round " + (i + 1) + " of " + runs);
            javac.add(javac());
            forget();
            cold.add(pare(List.of("find")));
            same.add(pare(List.of("find")));
            edited.add(withOneEdit());
            // The first preview puts the tests into the index too.
            pare(cut);
            for (int again = 0; again < PREVIEWS; again++) {
                preview.add(pare(cut));
            }
            java.add(Watched.run(root, List.of(home("java"), "-version")));
            version.add(pare(List.of("--version")));
        }
        Watched base = Watched.median(javac);
        return List.of(
                new Line("javac", base, base),
                new Line("find, no index", Watched.median(cold), base),
                new Line("find, nothing changed", Watched.median(same), base),
                new Line("find, one file edited", Watched.median(edited), base),
                new Line("preview: " + cut.get(0) + " " + cut.get(1), Watched.median(preview), base),
                new Line("java -version", Watched.median(java), Watched.median(java)),
                new Line("pare --version", Watched.median(version), Watched.median(java)));
    }

    private static String home(String tool) {
        return Path.of(System.getProperty("java.home"), "bin", tool).toString();
    }

    private Watched pare(List<String> arguments) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(program);
        command.addAll(arguments);
        Watched run = Watched.run(root, command);
        if (run.exit() != 0) {
            throw new IllegalStateException(command + " ended with " + run.exit());
        }
        return run;
    }

    private void forget() throws IOException {
        Path index = root.resolve(".pare").resolve("index");
        if (Files.exists(index)) {
            Copies.delete(index);
        }
    }

    private Watched javac() throws IOException, InterruptedException {
        Path out = Files.createTempDirectory("drill-classes");
        List<String> arguments = new ArrayList<>(List.of("-proc:none", "-nowarn", "-d", out.toString()));
        List<Path> classPath = new ArrayList<>();
        for (Module module : project.modules()) {
            arguments.addAll(List.of("-encoding", module.encoding().name()));
            classPath.addAll(module.classPath());
            arguments.addAll(module.options());
            for (Path root : module.mainRoots()) {
                try (Stream<Path> all = Files.walk(root)) {
                    all.map(Path::toString)
                            .filter(path -> path.endsWith(".java") && !path.endsWith("module-info.java"))
                            .forEach(arguments::add);
                }
            }
        }
        arguments.add("-classpath");
        arguments.add(classPath.stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator)));
        Path list = Files.createTempFile("drill", ".arguments");
        Files.write(
                list,
                arguments.stream()
                        .map(one -> '"' + one.replace("\\", "\\\\") + '"')
                        .toList());
        Watched run = Watched.run(root, List.of(home("javac"), "@" + list));
        Files.delete(list);
        Copies.delete(out);
        if (run.exit() != 0) {
            throw new IllegalStateException("javac ended with " + run.exit());
        }
        return run;
    }

    /** A statement at the start of some method, then a look; the file is as before afterwards. */
    private Watched withOneEdit() throws IOException, InterruptedException {
        Sources sources = Sources.read(project, Progress.SILENT);
        List<Path> files = sources.files()
                .map(text -> text.path())
                .filter(path ->
                        !sources.isTest(path) && !sources.outline(path).bodies().isEmpty())
                .toList();
        Path file = files.get(random.nextInt(files.size()));
        byte[] before = Files.readAllBytes(file);
        String text = sources.file(file).orElseThrow().text();
        int at = sources.outline(file).bodies().get(0).start() + 1;
        String added = " int editedForTiming = " + random.nextInt(1000) + ";";
        Files.write(file, sources.file(file).orElseThrow().bytes(text.substring(0, at) + added + text.substring(at)));
        try {
            return pare(List.of("find"));
        } finally {
            Files.write(file, before);
        }
    }

    /** A move of one method that passes; where none is found in time, an extraction of one method. */
    List<String> passingCut() {
        Sources sources = Sources.read(project, Progress.SILENT);
        CodeBase code = CodeBase.read(sources, false, Progress.SILENT);
        RandomCuts drawing = new RandomCuts(SEED);
        Optional<Cut> passing = Stream.of("move-method", "extract-class")
                .flatMap(kind -> Stream.generate(() -> drawing.next(kind, code)).limit(DRAWS))
                .flatMap(Optional::stream)
                .filter(cut -> passes(sources, cut))
                .findFirst();
        List<String> command = new ArrayList<>(
                List.of(passing.orElseThrow().commandLine().replace("'", "").split(" ")));
        command.add("--preview");
        return command;
    }

    private static boolean passes(Sources sources, Cut cut) {
        try {
            return new Planner(sources, Progress.SILENT).plan(cut) instanceof Plan;
        } catch (ProjectException | UnknownNameException e) {
            return false;
        }
    }

    /**
     * Writes a project of several copies of the production sources, each under a package root of its own.
     *
     * @param prefix the package that all of them share
     */
    static Path copies(Project project, String prefix, int copies) throws IOException {
        Path whole = Files.createTempDirectory("drill-copies").toRealPath();
        Module module = project.modules().get(0);
        Copies.configure(whole, module);
        for (int i = 0; i < copies; i++) {
            String own = "copy" + i + "." + prefix;
            for (Path root : module.mainRoots()) {
                try (Stream<Path> all = Files.walk(root)) {
                    for (Path file : all.filter(
                                    path -> path.toString().endsWith(".java") && !path.endsWith("module-info.java"))
                            .toList()) {
                        String text = Files.readString(file, StandardCharsets.ISO_8859_1);
                        Path there = whole.resolve("src")
                                .resolve("copy" + i)
                                .resolve(root.relativize(file).toString());
                        Files.createDirectories(there.getParent());
                        Files.writeString(
                                there,
                                text.replaceAll("(?<![\\w.])" + java.util.regex.Pattern.quote(prefix) + "(?=\\.)", own),
                                StandardCharsets.ISO_8859_1);
                    }
                }
            }
        }
        return whole;
    }
}
