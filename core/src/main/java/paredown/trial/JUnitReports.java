package paredown.trial;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import paredown.project.ProjectException;

/** The totals of the reports, in the JUnit XML format, of one run. */
final class JUnitReports {
    private int ran;
    private final List<String> failures = new ArrayList<>();

    int ran() {
        return ran;
    }

    /** Names of failed tests, {@code Class.method}. */
    List<String> failures() {
        return failures;
    }

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
