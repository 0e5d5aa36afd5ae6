package paredown.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.PrintStream;
import paredown.code.index.Discovery;
import paredown.code.index.Sources;
import paredown.project.Project;

/** What a project consists of, in a line or a table. */
final class ProjectView {
    private final Console console;
    private final CommonOptions options;

    ProjectView(Console console, CommonOptions options) {
        this.console = console;
        this.options = options;
    }

    void print() {
        Project project = options.project();
        Sources sources = options.withProgress(console, progress -> Sources.read(project, progress));
        Discovery found = Discovery.of(sources);
        if (options.json()) {
            ObjectNode document = Json.document("show");
            document.put("project", project.root().toString());
            ArrayNode modules = document.putArray("modules");
            for (Discovery.Part part : found.modules()) {
                ObjectNode module = modules.addObject()
                        .put("name", part.name())
                        .put("roots", part.roots())
                        .put("files", part.files())
                        .put("testFiles", part.testFiles())
                        .put("lines", part.lines())
                        .put("encoding", part.encoding())
                        .put("classPath", part.classPath());
                part.level().ifPresentOrElse(level -> module.put("level", level), () -> module.putNull("level"));
            }
            found.problems().forEach(document.putArray("problems")::add);
            Json.print(console.out(), document);
            return;
        }
        PrintStream out = console.out();
        Style style = options.style(console);
        out.println(style.strong(project.root().getFileName().toString()) + ": " + found.sentence());
        if (found.modules().size() > 1) {
            out.println();
            Table table = new Table("  ", 7, 0, 1, 2, 3, 4, 6);
            table.row(style::faint, "module", "files", "of tests", "lines", "Java", "encoding", "class path");
            for (Discovery.Part part : found.modules()) {
                table.row(
                        part.name(),
                        String.valueOf(part.files() + part.testFiles()),
                        String.valueOf(part.testFiles()),
                        String.format("%,d", part.lines()),
                        part.level().isPresent() ? String.valueOf(part.level().getAsInt()) : "",
                        part.encoding(),
                        String.valueOf(part.classPath()));
            }
            table.lines(console.width()).forEach(out::println);
        }
        if (!found.problems().isEmpty()) {
            out.println();
            found.problems().forEach(problem -> out.println("  " + problem));
        }
    }
}
