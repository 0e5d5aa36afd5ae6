package paredown.project;

import java.io.File;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.PosixFilePermission;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.Optional;
import java.util.Set;

/**
 * Files written below a root: each is either as it was or as it should be, what was written outlives a power cut, and no link leads
 * elsewhere. The content is written to a temporary file in the same folder, under a random name that nobody can have put a link at, which is then renamed.
 */
public class Disk {
    private static final String TEMPORARY = ".pare-";
    private static final SecureRandom RANDOM = new SecureRandom();

    private final Path root;

    /**
     * @param root absolute, links resolved
     */
    public Disk(Path root) {
        this.root = root;
    }

    /** Writes a file, and the folders that it needs; on the disk when it returns. */
    public void write(Path file, byte[] content) throws IOException {
        put(file, content, true);
        sync(file.getParent());
    }

    /** Writes a file that may be lost with the power. */
    public void cache(Path file, byte[] content) throws IOException {
        put(file, content, false);
    }

    private void put(Path file, byte[] content, boolean lasting) throws IOException {
        makeFolders(file.getParent());
        Path temporary = temporaryFor(file);
        try {
            prepare(temporary, file, content, lasting);
            replace(temporary, file);
        } catch (IOException e) {
            Files.deleteIfExists(temporary);
            throw e;
        }
    }

    /** A name for a temporary file, in the folder of the file that it is for. */
    public static Path temporaryFor(Path file) {
        byte[] name = new byte[8];
        RANDOM.nextBytes(name);
        return file.resolveSibling(TEMPORARY + HexFormat.of().formatHex(name));
    }

    /** Whether a file is a temporary one, which a run that was killed left behind. */
    public static boolean isTemporary(Path file) {
        return file.getFileName().toString().matches("\\Q" + TEMPORARY + "\\E[0-9a-f]{16}");
    }

    /** Writes a temporary file, with the permissions of the file that it is for. The folder must be there. */
    public void prepare(Path temporary, Path file, byte[] content) throws IOException {
        prepare(temporary, file, content, true);
    }

    private void prepare(Path temporary, Path file, byte[] content, boolean lasting) throws IOException {
        requireInside(temporary);
        try (FileChannel channel = FileChannel.open(
                temporary, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS)) {
            ByteBuffer buffer = ByteBuffer.wrap(content);
            while (buffer.hasRemaining()) {
                channel.write(buffer);
            }
            keepPermissions(file, temporary);
            if (lasting) {
                channel.force(true);
            }
        }
    }

    /** Renames a temporary file to the file that it is for. {@link #sync} the folder before telling that it is done. */
    public void replace(Path temporary, Path file) throws IOException {
        requireInside(file);
        Files.move(temporary, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    }

    /** Deletes a file, if it is there. {@link #sync} the folder before telling that it is done. */
    public void delete(Path file) throws IOException {
        if (Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
            requireInside(file);
            Files.deleteIfExists(file);
        }
    }

    /** Makes what is missing of a folder and those above it. */
    public void makeFolders(Path folder) throws IOException {
        if (Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
            requireInside(folder.resolve(TEMPORARY));
            return;
        }
        if (!folder.startsWith(root) || folder.equals(root)) {
            throw new NoSuchFileException(folder.toString());
        }
        makeFolders(folder.getParent());
        if (Files.exists(folder, LinkOption.NOFOLLOW_LINKS)) {
            throw noFolder(folder);
        }
        Files.createDirectory(folder);
        sync(folder.getParent());
    }

    /**
     * Sees to it that the names in a folder are on the disk. Windows cannot do so, and does not open folders.
     */
    public static void sync(Path folder) throws IOException {
        if (File.separatorChar == '\\') {
            return;
        }
        try (FileChannel channel = FileChannel.open(folder, StandardOpenOption.READ)) {
            channel.force(true);
        }
    }

    /**
     * Checks, at the moment of writing, that a path leads to a file of the root through folders alone.
     *
     * @throws FileSystemException when something in it is a link, or it leads out
     */
    public void requireInside(Path file) throws IOException {
        if (!file.normalize().equals(file) || !file.startsWith(root) || file.equals(root)) {
            throw new FileSystemException(file.toString(), null, "is outside " + root);
        }
        Path at = root;
        for (Path name : root.relativize(file.getParent())) {
            at = name.toString().isEmpty() ? at : at.resolve(name);
            if (!Files.exists(at, LinkOption.NOFOLLOW_LINKS)) {
                return;
            }
            if (!at.equals(root) && !attributes(at).isDirectory()) {
                throw noFolder(at);
            }
        }
        if (Files.exists(file, LinkOption.NOFOLLOW_LINKS) && !attributes(file).isRegularFile()) {
            throw new FileSystemException(file.toString(), null, "is no file but a folder or a link; it is left alone");
        }
    }

    private static FileSystemException noFolder(Path path) {
        return new FileSystemException(
                path.toString(), null, "is no folder but a file or a link; nothing is written through it");
    }

    private static BasicFileAttributes attributes(Path path) throws IOException {
        return Files.readAttributes(path, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
    }

    private static void keepPermissions(Path file, Path temporary) throws IOException {
        boolean posix = Files.getFileStore(temporary).supportsFileAttributeView("posix");
        if (posix && Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
            Set<PosixFilePermission> permissions = Files.getPosixFilePermissions(file, LinkOption.NOFOLLOW_LINKS);
            Files.setPosixFilePermissions(temporary, permissions);
        }
    }

    /** SHA-256 of a file's bytes in hexadecimal; empty when there is no such file. A link is none: what it leads to is not ours. */
    public static Optional<String> hash(Path file) throws IOException {
        try {
            return attributes(file).isRegularFile()
                    ? Optional.of(hash(Files.readAllBytes(file)))
                    : Optional.of("no file");
        } catch (NoSuchFileException e) {
            return Optional.empty();
        }
    }

    public static String hash(byte[] bytes) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
