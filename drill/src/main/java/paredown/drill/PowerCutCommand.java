package paredown.drill;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/**
 * Cuts the power at every call of the file system: the program is killed, and what a file system of its own, on a loop device, had written
 * by then is looked at as after a start of the machine.
 */
@Command(
        name = "powercut",
        mixinStandardHelpOptions = true,
        description =
                "The same as kill on a file system of its own, of which only what had reached the disk is left. Needs a C compiler, e2fsprogs and the right to mount.")
final class PowerCutCommand implements Callable<Integer> {
    private static final int MEGABYTES = 48;

    @Mixin
    private KilledCut killed;

    @Option(
            names = "--file-system",
            defaultValue = "ext4",
            description = "ext4, or ext2, which has no journal of its own. Default: ${DEFAULT-VALUE}.")
    private String fileSystem;

    @Override
    public Integer call() throws Exception {
        Path folder = Files.createTempDirectory("powercut").toRealPath();
        Path image = folder.resolve("disk");
        Path mounted = Files.createDirectory(folder.resolve("mounted"));
        run(0, "truncate", "-s", MEGABYTES + "M", image.toString());
        run(0, "mkfs." + fileSystem, "-q", image.toString());
        run(0, "mount", "-o", "loop", image.toString(), mounted.toString());
        try {
            Path copy = Files.createDirectory(mounted.resolve("project"));
            Copies.copyProject(killed.project(), copy);
            run(0, "sync");
            return KillCommand.print(new KillDrill(
                            copy,
                            killed.program(),
                            killed.cut(),
                            look -> afterwards(image, folder, look),
                            System.err::println)
                    .run());
        } finally {
            run(0, "umount", mounted.toString());
            Copies.delete(folder);
        }
    }

    /** What is on the disk now, without what the system would have written later. */
    private boolean afterwards(Path image, Path folder, KillDrill.Look look) throws IOException, InterruptedException {
        Path left = folder.resolve("left");
        Path mounted = folder.resolve("again");
        Files.createDirectories(mounted);
        Files.copy(image, left, StandardCopyOption.REPLACE_EXISTING);
        // As whoever starts the machine again does it: without a journal of its own, as on ext2, not all can be mended
        // without a question.
        // One bit says that something was mended.
        run(1, "e2fsck", "-f", "-y", left.toString());
        run(0, "mount", "-o", "loop", left.toString(), mounted.toString());
        try {
            return look.at(mounted.resolve("project"));
        } finally {
            run(0, "umount", mounted.toString());
        }
    }

    private static void run(int most, String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        int exit = process.waitFor();
        if (exit > most) {
            throw new IOException(String.join(" ", command) + " ends with " + exit);
        }
    }
}
