package paredown.drill;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Stream;
import paredown.journal.Journal;
import paredown.journal.Step;
import paredown.project.Disk;

/**
 * Kills the built program before each call of the file system with which it carries a step out, undoes it, redoes it or recovers, and looks
 * from outside at what the next command finds.
 */
final class KillDrill {
    private static final int KILLED = 137;

    /** Looks at a project after the program was killed, or a copy of it. */
    interface Look {
        boolean at(Path project) throws IOException, InterruptedException;
    }

    /** What comes after a kill: the same folder, or what a power cut has left of the disk. */
    interface Aftermath {
        boolean look(Look look) throws IOException, InterruptedException;
    }

    /**
     * What came of one command.
     *
     * @param killed how many times it was killed, each time one call later
     * @param forward how many times the step stood afterwards, or was done again
     */
    record Tally(int killed, int forward) {}

    /** What came of all. */
    record Report(Map<String, Tally> commands, List<String> wrong) {}

    private final Path root;
    private final List<String> program;
    private final List<String> cut;
    private final Path home;
    private final Path killer;
    private final Consumer<String> progress;
    private final Aftermath aftermath;
    private final List<String> wrong = new ArrayList<>();
    private Map<String, String> before;
    private Map<String, String> after;

    /**
     * @param root a copy that may be changed
     * @param cut the words of a cutting command
     * @param aftermath where to look at what is left
     */
    KillDrill(Path root, List<String> program, List<String> cut, Aftermath aftermath, Consumer<String> progress)
            throws IOException, InterruptedException {
        this.root = root;
        this.program = program;
        this.cut = new ArrayList<>(cut);
        this.cut.addAll(List.of("--yes", "--tests", "none"));
        this.home = Files.createTempDirectory("home");
        this.progress = progress;
        this.aftermath = aftermath;
        this.killer = killer(home);
        System.setProperty("pare.home", home.toString());
    }

    Report run() throws IOException, InterruptedException {
        Map<String, Tally> commands = new LinkedHashMap<>();
        before = content();
        require(0, cut);
        after = content();
        if (before.equals(after)) {
            throw new IllegalArgumentException("the cut changes nothing");
        }
        require(0, List.of("undo"));
        commands.put("cut", kills("cut", cut, Step.State.UNDONE));
        commands.put("undo", kills("undo", List.of("undo"), Step.State.APPLIED));
        commands.put("redo", kills("redo", List.of("redo"), Step.State.UNDONE));
        commands.put("recovery of a cut", recoveries(cut, Step.State.UNDONE));
        commands.put("recovery of an undo", recoveries(List.of("undo"), Step.State.APPLIED));
        commands.put("recovery of a redo", recoveries(List.of("redo"), Step.State.UNDONE));
        return new Report(commands, wrong);
    }

    private Tally kills(String name, List<String> command, Step.State start) throws IOException, InterruptedException {
        int killed = 0;
        int forward = 0;
        for (int call = 1; ; call++) {
            bring(start);
            int exit = traced(command, call);
            if (exit != KILLED) {
                judge(name, call, command, exit);
                return new Tally(killed, forward);
            }
            killed++;
            forward += judge(name, call, command, exit) ? 1 : 0;
            if (killed % 25 == 0) {
                progress.accept(name + ": killed " + killed + " times, " + wrong.size() + " wrong");
            }
        }
    }

    /** Kills the command in the middle, and then the one that recovers from it, each time one call later. */
    private Tally recoveries(List<String> command, Step.State start) throws IOException, InterruptedException {
        int killed = 0;
        int forward = 0;
        for (int call = 1; ; call++) {
            bring(start);
            int middle = middle(command, start);
            if (middle < 0) {
                tell(command.get(0) + ": never found half-way");
                return new Tally(killed, forward);
            }
            int exit = traced(List.of("journal"), call);
            if (exit != KILLED) {
                return new Tally(killed, forward);
            }
            killed++;
            forward += judge("recovery of " + command.get(0), call, command, exit) ? 1 : 0;
        }
    }

    private final Map<String, Integer> middles = new TreeMap<>();

    /** Kills a command where some files are on one side and some on the other; at which call that is. */
    private int middle(List<String> command, Step.State start) throws IOException, InterruptedException {
        Integer known = middles.get(command.get(0));
        for (int call = known == null ? 1 : known; ; call++) {
            bring(start);
            if (traced(command, call) != KILLED) {
                return -1;
            }
            Map<String, String> now = content();
            now.keySet().removeIf(path -> Disk.isTemporary(Path.of(path)));
            if (!now.equals(before) && !now.equals(after)) {
                middles.put(command.get(0), call);
                return call;
            }
        }
    }

    /** Brings the project to a state from which a command can start. */
    private void bring(Step.State state) throws IOException, InterruptedException {
        if (last() == state && content().equals(state == Step.State.APPLIED ? after : before)) {
            return;
        }
        require(0, List.of("journal"));
        if (last() == Step.State.APPLIED && state == Step.State.UNDONE) {
            require(0, List.of("undo"));
        } else if (last() != state) {
            Copies.delete(root.resolve(".pare/journal"));
            flush();
            if (content().equals(after)) {
                throw new IllegalStateException("the step is lost");
            }
            require(0, cut);
            if (state == Step.State.UNDONE) {
                require(0, List.of("undo"));
            }
        }
    }

    /** What the drill itself does is on the disk before the power is cut: it is not what is tried. */
    private void flush() throws IOException, InterruptedException {
        new ProcessBuilder("sync", "-f", root.toString()).start().waitFor();
    }

    private Step.State last() {
        return last(root);
    }

    private static Step.State last(Path project) {
        List<Step> steps = Journal.steps(project);
        return steps.isEmpty() ? null : steps.get(steps.size() - 1).state();
    }

    /** Told as it is seen: a run takes long, and what lies on the disk then tells most. */
    private void tell(String what) {
        wrong.add(what);
        progress.accept("wrong: " + what);
    }

    private boolean judge(String name, int call, List<String> command, int exit)
            throws IOException, InterruptedException {
        return aftermath.look(project -> judge(project, name, call, command, exit));
    }

    /** Whether the step stands, once the next command has run. */
    private boolean judge(Path project, String name, int call, List<String> command, int exit)
            throws IOException, InterruptedException {
        String where = name + ", call " + call;
        if (exit != KILLED && exit != 0) {
            tell(where + ": ends with " + exit);
        }
        int looked = plain(project, List.of("journal"));
        if (looked != 0) {
            tell(where + ": the next command ends with " + looked);
        }
        Map<String, String> now = content(project);
        boolean stands = now.equals(after);
        if (!stands && !now.equals(before)) {
            tell(where + ": torn: " + differences(now));
            return false;
        }
        Step.State state = last(project);
        if (stands != (state == Step.State.APPLIED)) {
            tell(where + ": the files " + (stands ? "stand" : "do not stand") + ", and the journal says " + state);
        }
        boolean kept = command.equals(cut) || state == Step.State.APPLIED || state == Step.State.UNDONE;
        if (!kept) {
            tell(where + ": the step cannot be redone, it is " + state);
        }
        if (exit == 0 && stands == command.equals(List.of("undo"))) {
            tell(where + ": reported done, and is not");
        }
        return stands;
    }

    private List<String> differences(Map<String, String> now) {
        return Stream.concat(now.keySet().stream(), before.keySet().stream())
                .distinct()
                .filter(path -> !java.util.Objects.equals(now.get(path), before.get(path)))
                .limit(4)
                .toList();
    }

    /** Hashes of all files beside what builds and the program itself leave. */
    private Map<String, String> content() throws IOException {
        return content(root);
    }

    private static Map<String, String> content(Path project) throws IOException {
        Map<String, String> content = new TreeMap<>();
        try (Stream<Path> all = Files.walk(project)) {
            for (Path file : all.filter(Files::isRegularFile).toList()) {
                String path = project.relativize(file).toString();
                if (!path.startsWith(".pare/")) {
                    content.put(path, Disk.hash(file).orElse(""));
                }
            }
        }
        return content;
    }

    private int traced(List<String> command, int call) throws IOException, InterruptedException {
        List<String> line = new ArrayList<>(program);
        line.addAll(command);
        return start(root, line, Map.of("LD_PRELOAD", killer.toString(), "KILL_AT", String.valueOf(call)));
    }

    /** A library that stands in front of the C library, counts its calls and sends the signal. */
    private static Path killer(Path folder) throws IOException, InterruptedException {
        Path source = folder.resolve("kill.c");
        Path library = folder.resolve("kill.so");
        try (InputStream in = KillDrill.class.getResourceAsStream("kill.c")) {
            Files.write(source, in.readAllBytes());
        }
        Process compiler = new ProcessBuilder(
                        "cc", "-shared", "-fPIC", "-O1", "-o", library.toString(), source.toString(), "-ldl")
                .inheritIO()
                .start();
        if (compiler.waitFor() != 0) {
            throw new IOException("the C compiler ends with " + compiler.exitValue());
        }
        return library;
    }

    private int plain(Path project, List<String> command) throws IOException, InterruptedException {
        List<String> line = new ArrayList<>(program);
        line.addAll(command);
        return start(project, line, Map.of());
    }

    private void require(int exit, List<String> command) throws IOException, InterruptedException {
        int ended = plain(root, command);
        if (ended != exit) {
            throw new IllegalStateException(String.join(" ", command) + " ends with " + ended + ": "
                    + Files.readString(home.resolve("out"), StandardCharsets.UTF_8));
        }
    }

    private int start(Path project, List<String> line, Map<String, String> more)
            throws IOException, InterruptedException {
        ProcessBuilder builder = new ProcessBuilder(line)
                .directory(project.toFile())
                .redirectErrorStream(true)
                .redirectOutput(home.resolve("out").toFile());
        builder.environment().put("PARE_HOME", home.toString());
        builder.environment().putAll(more);
        Process process = builder.start();
        process.getOutputStream().close();
        return process.waitFor();
    }
}
