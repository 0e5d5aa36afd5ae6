package paredown.project;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.Optional;

/** The folder {@code .pare} at the root of a project, in which the tool keeps what it knows. */
public final class OwnFolder {
    private static final String MARK = "mark";

    private OwnFolder() {}

    public static Path of(Path root) {
        return root.resolve(".pare");
    }

    /** Makes the folder, in a way that version control passes it by. */
    public static void make(Path root) throws IOException {
        Disk disk = new Disk(root);
        Path ignore = of(root).resolve(".gitignore");
        disk.makeFolders(of(root));
        if (!Files.exists(ignore, LinkOption.NOFOLLOW_LINKS)) {
            disk.cache(ignore, "*\n".getBytes(StandardCharsets.UTF_8));
        }
        if (isForeign(root)) {
            disk.cache(of(root).resolve(MARK), Seal.own().of(MARK, new byte[0]));
        }
    }

    /** Whether the folder was made by somebody else, or on another machine: nothing in it is believed. */
    static boolean isForeign(Path root) {
        try {
            Path mark = of(root).resolve(MARK);
            return Files.isDirectory(of(root))
                    && !(Files.isRegularFile(mark) && Seal.own().fits(MARK, new byte[0], Files.readAllBytes(mark)));
        } catch (IOException e) {
            return true;
        }
    }

    private static Path kept(Path root, String name) {
        return of(root).resolve("index").resolve(name);
    }

    /** What a run that was killed left behind, an hour ago or more: another run may be writing. */
    private static void clean(Path folder) throws IOException {
        Instant old = Instant.now().minus(1, ChronoUnit.HOURS);
        try (DirectoryStream<Path> left = Files.newDirectoryStream(folder, Disk::isTemporary)) {
            for (Path one : left) {
                if (Files.getLastModifiedTime(one).toInstant().isBefore(old)) {
                    Files.deleteIfExists(one);
                }
            }
        }
    }

    /**
     * Keeps a content that only saves time, under a seal: a reader sees the old one or the new one. That it cannot be written, for a
     * read-only folder, a link in its place or a full disk, is no fault: the next run takes longer.
     */
    public static void keep(Path root, String name, byte[] content) {
        Path file = kept(root, name);
        try {
            make(root);
            Disk disk = new Disk(root);
            disk.makeFolders(file.getParent());
            clean(file.getParent());
            byte[] sealed = Arrays.copyOf(content, content.length + Seal.LENGTH);
            System.arraycopy(Seal.own().of(name, content), 0, sealed, content.length, Seal.LENGTH);
            disk.cache(file, sealed);
        } catch (IOException e) {
            return;
        }
    }

    /** What was kept last; empty where there is nothing, or nothing that this user's program wrote and that is whole. */
    public static Optional<byte[]> kept(Path root, String name, int atLeast) {
        try {
            Path file = kept(root, name);
            byte[] sealed = Files.isRegularFile(file) ? Files.readAllBytes(file) : new byte[0];
            if (sealed.length < Seal.LENGTH + atLeast) {
                return Optional.empty();
            }
            byte[] content = Arrays.copyOf(sealed, sealed.length - Seal.LENGTH);
            byte[] code = Arrays.copyOfRange(sealed, content.length, sealed.length);
            return Seal.own().fits(name, content, code) ? Optional.of(content) : Optional.empty();
        } catch (IOException e) {
            return Optional.empty();
        }
    }
}
