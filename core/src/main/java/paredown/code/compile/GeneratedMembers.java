package paredown.code.compile;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.ZipFile;
import javax.lang.model.element.Element;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.Elements;
import paredown.project.Module;

/**
 * Tells names that do not resolve because a processor would have generated them: members of a type of the project that carries an
 * annotation out of a jar with an annotation processor. Processors do not run while reading.
 */
final class GeneratedMembers {
    /** The code of a problem that is none once the processor has run. */
    static final String CODE = "probably-generated";

    private static final String SERVICE = "META-INF/services/javax.annotation.processing.Processor";
    private static final Map<Path, Boolean> WITH_PROCESSOR = new ConcurrentHashMap<>();

    /** The compiler's words, in English: a member that is not there, and where it was looked for. */
    private static final Pattern MISSING = Pattern.compile(
            "symbol: +(?:method|variable) (\\w+).*location: +(?:class|interface|enum|variable \\w+ of type) ([\\w.]+)");

    private static final Pattern NO_SUCH_CONSTRUCTOR =
            Pattern.compile("constructor (\\w+) in (?:class|enum|record) ([\\w.]+)");

    private final Elements elements;
    private final List<Path> jars = new ArrayList<>();

    GeneratedMembers(Module module, Elements elements) {
        this.elements = elements;
        module.classPath().stream().filter(GeneratedMembers::holdsProcessor).forEach(jars::add);
    }

    private static boolean holdsProcessor(Path entry) {
        return WITH_PROCESSOR.computeIfAbsent(entry, path -> {
            try (ZipFile jar = new ZipFile(path.toFile())) {
                return jar.getEntry(SERVICE) != null;
            } catch (IOException e) {
                return false;
            }
        });
    }

    /** The problem as it should be told: with another code and message where the name was probably generated. */
    Problem told(Problem problem) {
        if (jars.isEmpty()) {
            return problem;
        }
        Matcher missing = MISSING.matcher(problem.message());
        Matcher constructor = NO_SUCH_CONSTRUCTOR.matcher(problem.message());
        Optional<String> told = Optional.empty();
        if (missing.find()) {
            told = told(missing.group(1), missing.group(2));
        } else if (constructor.find()) {
            told = told(constructor.group(1), constructor.group(2));
        }
        return told.map(message -> new Problem(problem.file(), problem.line(), CODE, message))
                .orElse(problem);
    }

    private Optional<String> told(String member, String owner) {
        TypeElement type = elements.getTypeElement(owner);
        if (type == null) {
            return Optional.empty();
        }
        return Stream.concat(Stream.of(type), type.getEnclosedElements().stream())
                .flatMap(GeneratedMembers::annotations)
                .filter(this::isProcessed)
                .findFirst()
                .map(annotation -> "'" + member + "' of " + owner + " is unresolved, probably generated for @"
                        + annotation.getSimpleName());
    }

    private static Stream<TypeElement> annotations(Element element) {
        return element.getAnnotationMirrors().stream()
                .map(mirror -> (TypeElement) mirror.getAnnotationType().asElement());
    }

    private boolean isProcessed(TypeElement annotation) {
        String entry = elements.getBinaryName(annotation).toString().replace('.', '/') + ".class";
        return jars.stream().anyMatch(path -> {
            try (ZipFile jar = new ZipFile(path.toFile())) {
                return jar.getEntry(entry) != null;
            } catch (IOException e) {
                return false;
            }
        });
    }
}
