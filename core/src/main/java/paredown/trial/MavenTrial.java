package paredown.trial;

import java.io.BufferedReader;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.stream.Stream;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import paredown.project.Module;
import paredown.project.Project;
import paredown.project.ProjectException;

/** Runs the tests of a Maven project by its own {@code test} phase and reads the reports that it leaves. */
public final class MavenTrial implements Trial {
    private static final int KEPT_LINES = 40;

    private final Project project;

    public MavenTrial(Project project) {
        this.project = project;
    }

    @Override
    public TestReport run() {
        TestReport offline = run(true);
        boolean misses = offline.output().stream().anyMatch(line -> line.contains("offline mode"));
        return !offline.isGreen() && misses ? run(false) : offline;
    }

    private TestReport run(boolean offline) {
        List<String> command = new ArrayList<>(List.of(launcher(), "-B", "-q"));
        if (offline) {
            command.add("-o");
        }
        command.add("test");
        long started = System.nanoTime();
        FileTime since = FileTime.fromMillis(System.currentTimeMillis() - 1000);
        Deque<String> tail = new ArrayDeque<>();
        int exit = start(command, tail);
        Suite suite = new Suite();
        for (Module module : project.modules()) {
            suite.read(module.folder().resolve("target/surefire-reports"), since);
        }
        boolean built = exit == 0 || !suite.failures.isEmpty();
        double seconds = (System.nanoTime() - started) / 1e9;
        return new TestReport(built, suite.ran, suite.failures, seconds, List.copyOf(tail));
    }

    private String launcher() {
        boolean windows = File.separatorChar == '\\';
        Path wrapper = project.root().resolve(windows ? "mvnw.cmd" : "mvnw");
        return Files.isExecutable(wrapper) ? wrapper.toString() : windows ? "mvn.cmd" : "mvn";
    }

    private int start(List<String> command, Deque<String> tail) {
        Process process;
        try {
            process = new ProcessBuilder(command)
                    .directory(project.root().toFile())
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
            Runtime.getRuntime().removeShutdownHook(stop);
            return exit;
        } catch (IOException e) {
            stopTree(process);
            throw new ProjectException("the output of the tests cannot be read: " + e.getMessage());
        } catch (InterruptedException e) {
            stopTree(process);
            Thread.currentThread().interrupt();
            throw new ProjectException("the tests were interrupted");
        }
    }

    private static void stopTree(Process process) {
        process.descendants().forEach(ProcessHandle::destroy);
        process.destroy();
    }

    /** The totals of the reports of one run. */
    private static final class Suite {
        private int ran;
        private final List<String> failures = new ArrayList<>();

        void read(Path folder, FileTime since) {
            if (!Files.isDirectory(folder)) {
                return;
            }
            try (Stream<Path> files = Files.list(folder)) {
                for (Path file : files.sorted().toList()) {
                    String name = file.getFileName().toString();
                    boolean report = name.startsWith("TEST-") && name.endsWith(".xml");
                    if (report && Files.getLastModifiedTime(file).compareTo(since) >= 0) {
                        read(file);
                    }
                }
            } catch (IOException e) {
                throw new ProjectException("the test reports cannot be read: " + folder);
            }
        }

        private void read(Path file) throws IOException {
            XMLInputFactory factory = XMLInputFactory.newInstance();
            factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
            factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
            try (InputStream in = Files.newInputStream(file)) {
                XMLStreamReader xml = factory.createXMLStreamReader(in);
                String test = "";
                while (xml.hasNext()) {
                    if (xml.next() != XMLStreamReader.START_ELEMENT) {
                        continue;
                    }
                    switch (xml.getLocalName()) {
                        case "testcase" -> {
                            test = simple(xml.getAttributeValue(null, "classname")) + "."
                                    + xml.getAttributeValue(null, "name");
                            ran++;
                        }
                        case "skipped" -> ran--;
                        case "failure", "error" -> {
                            if (!failures.contains(test)) {
                                failures.add(test);
                            }
                        }
                        default -> {}
                    }
                }
            } catch (XMLStreamException e) {
                throw new ProjectException("the test report does not parse: " + file);
            }
        }

        private static String simple(String name) {
            return name == null ? "" : name.substring(name.lastIndexOf('.') + 1);
        }
    }
}
