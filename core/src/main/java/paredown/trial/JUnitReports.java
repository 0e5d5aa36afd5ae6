package paredown.trial;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import paredown.project.ProjectException;

/** The totals of the reports, in the JUnit XML format, of one run. */
final class JUnitReports {
    private int ran;
    private static final Pattern FRAME =
            Pattern.compile("\\s*at (?:[^/\\s]*/)?([\\w.$]+)\\.[\\w$<>]+\\((\\w+\\.java):(\\d+)\\).*");
    private static final int LONGEST = 300;

    private final Predicate<String> own;
    private final List<TestReport.Failure> failures = new ArrayList<>();

    /** @param own whether a file is of the project, by its path below a source root */
    JUnitReports(Predicate<String> own) {
        this.own = own;
    }

    int ran() {
        return ran;
    }

    /** Failed tests, each once. */
    List<TestReport.Failure> failures() {
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
                    case "failure", "error" -> fails(test, xml);
                    default -> {}
                }
            }
        } catch (XMLStreamException e) {
            throw new ProjectException("the test report does not parse: " + file);
        }
    }

    private void fails(String test, XMLStreamReader xml) throws XMLStreamException {
        String said = xml.getAttributeValue(null, "message");
        String type = xml.getAttributeValue(null, "type");
        String trace = xml.getElementText();
        if (failures.stream().noneMatch(one -> one.test().equals(test))) {
            String message = said == null ? simple(type) : said.strip().replaceAll("\\s+", " ");
            String shown = message.length() > LONGEST ? message.substring(0, LONGEST) + "…" : message;
            failures.add(new TestReport.Failure(test, shown, place(trace)));
        }
    }

    private String place(String trace) {
        return trace.lines()
                .map(FRAME::matcher)
                .filter(Matcher::matches)
                .filter(frame -> own.test(path(frame.group(1), frame.group(2))))
                .map(frame -> frame.group(2) + ":" + frame.group(3))
                .findFirst()
                .orElse("");
    }

    /** The file of a class, in the folder of its package. */
    private static String path(String type, String file) {
        int dot = type.lastIndexOf('.');
        return (dot < 0 ? "" : type.substring(0, dot + 1).replace('.', '/')) + file;
    }

    private static String simple(String name) {
        return name == null ? "" : name.substring(name.lastIndexOf('.') + 1);
    }
}
