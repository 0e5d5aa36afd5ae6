package paredown.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import picocli.AutoComplete;

/** Writes the shell completion of the program to the file named by the only argument; run by the build. */
final class CompletionScript {
    private CompletionScript() {}

    public static void main(String[] arguments) throws IOException {
        Path file = Path.of(arguments[0]);
        Files.createDirectories(file.getParent());
        Files.writeString(file, AutoComplete.bash("pare", Pare.commandLine(Console.system())));
    }
}
