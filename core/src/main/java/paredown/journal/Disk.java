package paredown.journal;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermission;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Optional;
import java.util.Set;

/** Files written so that each is either as it was or as it should be. */
final class Disk {
    private static final String UNFINISHED = ".pare-unfinished";

    private Disk() {}

    static void write(Path file, byte[] bytes) throws IOException {
        Files.createDirectories(file.getParent());
        Path unfinished = unfinished(file);
        try {
            try (FileChannel channel = FileChannel.open(
                    unfinished,
                    StandardOpenOption.CREATE,
                    StandardOpenOption.TRUNCATE_EXISTING,
                    StandardOpenOption.WRITE)) {
                ByteBuffer buffer = ByteBuffer.wrap(bytes);
                while (buffer.hasRemaining()) {
                    channel.write(buffer);
                }
                channel.force(true);
            }
            keepPermissions(file, unfinished);
            Files.move(unfinished, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            Files.deleteIfExists(unfinished);
            throw e;
        }
    }

    private static void keepPermissions(Path file, Path unfinished) throws IOException {
        boolean posix = Files.getFileStore(unfinished).supportsFileAttributeView("posix");
        if (posix && Files.exists(file)) {
            Set<PosixFilePermission> permissions = Files.getPosixFilePermissions(file);
            Files.setPosixFilePermissions(unfinished, permissions);
        }
    }

    static void delete(Path file) throws IOException {
        Files.deleteIfExists(file);
        Files.deleteIfExists(unfinished(file));
    }

    static Path unfinished(Path file) {
        return file.resolveSibling("." + file.getFileName() + UNFINISHED);
    }

    /** SHA-256 of a file's bytes in hexadecimal; empty when there is no such file. */
    static Optional<String> hash(Path file) throws IOException {
        try {
            return Optional.of(hash(Files.readAllBytes(file)));
        } catch (NoSuchFileException e) {
            return Optional.empty();
        }
    }

    static String hash(byte[] bytes) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
