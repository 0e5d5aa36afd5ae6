package paredown.drill.hostile;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import paredown.drill.Copies;
import paredown.project.Disk;

/**
 * Runs the built program on hostile inputs, and looks from outside at what it did: how it ended, how long that took, what changed beside the
 * project, what it started, what it printed.
 */
final class HostileDrill {
    private static final int LONGEST_SECONDS = 60;

    /**
     * What came of one kind of input.
     *
     * @param runs of the program
     */
    record Tally(int inputs, int runs, double slowest) {
        Tally with(int more, double seconds) {
            return new Tally(inputs + 1, runs + more, Math.max(slowest, seconds));
        }
    }

    /** What came of all. */
    record Report(Map<String, Tally> families, List<String> wrong) {}

    private final List<String> program;
    private final boolean traced;

    /**
     * @param program how the program is started
     * @param traced whether to watch what processes it starts, which needs strace
     */
    HostileDrill(List<String> program, boolean traced) {
        this.program = program;
        this.traced = traced;
    }

    Report run(List<Input> inputs, java.util.function.Consumer<String> progress)
            throws IOException, InterruptedException {
        Map<String, Tally> families = new TreeMap<>();
        List<String> wrong = new ArrayList<>();
        int told = 0;
        Path home = Files.createTempDirectory("home");
        for (Input input : inputs) {
            double slowest = run(input, home, wrong);
            families.merge(
                    input.family(),
                    new Tally(1, input.commands().size(), slowest),
                    (known, one) -> known.with(one.runs(), one.slowest()));
            int done = families.values().stream().mapToInt(Tally::inputs).sum();
            if (done % 50 == 0) {
                progress.accept(done + " of " + inputs.size() + ", " + wrong.size() + " wrong");
            }
            // A run that is ended half-way has said what it saw.
            wrong.subList(told, wrong.size()).forEach(progress);
            told = wrong.size();
        }
        Copies.delete(home);
        return new Report(families, wrong);
    }

    private double run(Input input, Path home, List<String> wrong) throws IOException, InterruptedException {
        Path folder = Files.createTempDirectory("hostile").toRealPath();
        Input.Place place = new Input.Place(folder.resolve("project"), folder.resolve("outside"));
        double slowest = 0;
        try {
            Files.createDirectories(place.outside());
            Files.writeString(place.outside().resolve("kept.txt"), "kept");
            place.write("src/dome/Shutter.java", Input.SHUTTER);
            // The records that an input makes soundly are made with the key that the program will find.
            System.setProperty("pare.home", home.toString());
            try {
                input.maker().make(place);
            } catch (java.nio.file.InvalidPathException | java.nio.file.FileSystemException e) {
                // This file system has no such names.
                return 0;
            }
            Map<String, String> outside = content(place.outside());
            for (List<String> command : input.commands()) {
                long started = System.nanoTime();
                Optional<String> fault = fault(place, home, command);
                slowest = Math.max(slowest, (System.nanoTime() - started) / 1e9);
                fault.ifPresent(
                        what -> wrong.add(input.family() + ": " + input.name() + ": " + command.get(0) + ": " + what));
                if (!content(place.outside()).equals(outside)) {
                    wrong.add(input.family() + ": " + input.name() + ": " + command.get(0)
                            + ": something changed outside");
                    outside = content(place.outside());
                }
            }
        } finally {
            Copies.delete(folder);
        }
        return slowest;
    }

    private Optional<String> fault(Input.Place place, Path home, List<String> command)
            throws IOException, InterruptedException {
        Path out = place.root().resolveSibling("out");
        Path trace = place.root().resolveSibling("trace");
        List<String> line = new ArrayList<>();
        if (traced) {
            line.addAll(
                    List.of("strace", "-f", "-qq", "-e", "trace=execve", "-e", "signal=none", "-o", trace.toString()));
        }
        line.addAll(program);
        line.addAll(command);
        ProcessBuilder builder = new ProcessBuilder(line)
                .directory(place.root().toFile())
                .redirectErrorStream(true)
                .redirectOutput(out.toFile());
        builder.environment().put("PARE_HOME", home.toString());
        Process process = builder.start();
        process.getOutputStream().close();
        if (!process.waitFor(LONGEST_SECONDS, TimeUnit.SECONDS)) {
            process.descendants().forEach(ProcessHandle::destroyForcibly);
            process.destroyForcibly();
            return Optional.of("does not end");
        }
        String printed = new String(Files.readAllBytes(out), StandardCharsets.UTF_8);
        if (process.exitValue() < 0 || process.exitValue() > 5) {
            return Optional.of("ends with " + process.exitValue() + ": " + first(printed));
        }
        if (printed.contains("\tat ") || printed.contains("Exception in thread")) {
            return Optional.of("prints a trace: " + first(printed));
        }
        if (printed.chars()
                .anyMatch(c ->
                        c < ' ' && c != '\n' && c != '\t' || c >= 0x7f && c < 0xa0 || c >= 0x202a && c <= 0x202e)) {
            return Optional.of("prints control characters: " + first(printed));
        }
        if (traced) {
            // Before the virtual machine there may be the script that looks for one.
            long started = Files.readAllLines(trace, StandardCharsets.ISO_8859_1).stream()
                    .filter(one -> one.contains("execve(") && one.endsWith("= 0"))
                    .dropWhile(one -> !one.contains("/java\""))
                    .count();
            if (started == 0) {
                return Optional.of("no start of a virtual machine was seen");
            }
            if (started > 1) {
                return Optional.of("starts " + (started - 1) + " processes");
            }
        }
        return Optional.empty();
    }

    private static String first(String printed) {
        return printed.lines()
                .limit(4)
                .map(line -> line.length() > 200 ? line.substring(0, 200) : line)
                .toList()
                .toString();
    }

    private static Map<String, String> content(Path folder) throws IOException {
        Map<String, String> content = new TreeMap<>();
        Files.walkFileTree(folder, new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) throws IOException {
                content.put(file.toString(), Disk.hash(file).orElse(""));
                return FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult preVisitDirectory(Path one, BasicFileAttributes attributes) {
                content.put(one.toString(), "");
                return FileVisitResult.CONTINUE;
            }
        });
        return content;
    }
}
