package paredown.trial;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.locks.LockSupport;
import paredown.project.ProjectException;

/**
 * A run of a program that runs tests. It dies with this one.
 *
 * @param exit the exit code
 * @param output the last lines that it printed
 */
record TestProcess(int exit, List<String> output) {
    private static final int KEPT_LINES = 40;

    /**
     * Runs a command to its end and keeps the last lines that it prints.
     *
     * @throws ProjectException when it does not start
     */
    static TestProcess run(List<String> command, Path folder) {
        Deque<String> tail = new ArrayDeque<>();
        int exit = start(command, folder, tail);
        return new TestProcess(exit, List.copyOf(tail));
    }

    private static int start(List<String> command, Path folder, Deque<String> tail) {
        Process process;
        try {
            process = new ProcessBuilder(command)
                    .directory(folder.toFile())
                    .redirectErrorStream(true)
                    .start();
            process.getOutputStream().close();
        } catch (IOException e) {
            throw new ProjectException(
                    "the tests cannot be run: '" + command.get(0) + "' does not start (" + e.getMessage() + ")");
        }
        Thread stop = new Thread(() -> stopTree(process));
        Runtime.getRuntime().addShutdownHook(stop);
        try (BufferedReader reader =
                new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
            for (String line = reader.readLine(); line != null; line = reader.readLine()) {
                tail.addLast(line);
                if (tail.size() > KEPT_LINES) {
                    tail.removeFirst();
                }
            }
            int exit = process.waitFor();
            return isRemoved(stop) ? exit : waitForTheEnd();
        } catch (IOException e) {
            stopTree(process);
            if (!isRemoved(stop)) {
                return waitForTheEnd();
            }
            throw new ProjectException("the output of the tests cannot be read: " + e.getMessage());
        } catch (InterruptedException e) {
            stopTree(process);
            Thread.currentThread().interrupt();
            throw new ProjectException("the tests were interrupted");
        }
    }

    /** Takes the hook away again; false where the program is ending, and the hook runs. */
    private static boolean isRemoved(Thread hook) {
        try {
            return Runtime.getRuntime().removeShutdownHook(hook);
        } catch (IllegalStateException e) {
            return false;
        }
    }

    /** The program is told to end while tests run: what they came to says nothing, and nobody must act upon it. */
    private static int waitForTheEnd() {
        while (true) {
            LockSupport.park();
        }
    }

    private static void stopTree(Process process) {
        process.descendants().forEach(ProcessHandle::destroy);
        process.destroy();
    }
}
