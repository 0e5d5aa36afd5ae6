package paredown.drill;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * A run of a program, watched from outside.
 *
 * @param seconds wall time from start to end
 * @param peak most memory that was resident at once, in MiB; 0 where the system does not tell
 * @param exit the exit code
 */
record Watched(double seconds, double peak, int exit) {
    private static final int GLANCE_MILLIS = 5;

    static Watched run(Path folder, List<String> command) throws IOException, InterruptedException {
        long started = System.nanoTime();
        Process process = new ProcessBuilder(command)
                .directory(folder.toFile())
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        process.getOutputStream().close();
        Path status = Path.of("/proc", String.valueOf(process.pid()), "status");
        double peak = 0;
        while (process.isAlive()) {
            peak = Math.max(peak, peak(status));
            process.waitFor(GLANCE_MILLIS, java.util.concurrent.TimeUnit.MILLISECONDS);
        }
        return new Watched((System.nanoTime() - started) / 1e9, peak, process.exitValue());
    }

    /** The high-water mark that the kernel keeps. */
    private static double peak(Path status) {
        try {
            for (String line : Files.readAllLines(status)) {
                if (line.startsWith("VmHWM:")) {
                    return Long.parseLong(line.replaceAll("\\D", "")) / 1024.0;
                }
            }
        } catch (IOException e) {
            // It has just ended, or there is no such file here.
            return 0;
        }
        return 0;
    }

    /** The run in the middle by time, with the middle of the peaks. */
    static Watched median(List<Watched> runs) {
        List<Watched> byTime = new ArrayList<>(runs);
        byTime.sort(Comparator.comparingDouble(Watched::seconds));
        List<Watched> byPeak = new ArrayList<>(runs);
        byPeak.sort(Comparator.comparingDouble(Watched::peak));
        int exit = runs.stream().mapToInt(Watched::exit).max().orElse(0);
        return new Watched(
                byTime.get(runs.size() / 2).seconds(),
                byPeak.get(runs.size() / 2).peak(),
                exit);
    }
}
