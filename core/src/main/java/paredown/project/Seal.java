package paredown.project;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * A message authentication code (HMAC with SHA-256, RFC 2104) over what is kept in a project, by a key that lies outside it: what came with a
 * clone, was forged or lost a bit does not fit, and is not believed.
 */
public final class Seal {
    /** Bytes of a code. */
    public static final int LENGTH = 32;

    private static final String ALGORITHM = "HmacSHA256";

    private final Mac mac;

    private Seal(byte[] key) {
        try {
            mac = Mac.getInstance(ALGORITHM);
            mac.init(new SecretKeySpec(key, ALGORITHM));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /**
     * The seal of this user on this machine, the key of which is made at the first use.
     *
     * @throws IOException when the key cannot be read or kept
     */
    public static Seal own() throws IOException {
        Path file = Home.folder().resolve("key");
        byte[] key;
        try {
            key = Files.readAllBytes(file);
        } catch (NoSuchFileException e) {
            make(file);
            key = Files.readAllBytes(file);
        }
        if (key.length != LENGTH) {
            throw new IOException(file + " is damaged; delete it, and records made with it are no longer believed");
        }
        return new Seal(key);
    }

    /** Two that start at once agree on one key: a file that is whole gets the name, unless the name is taken. */
    private static void make(Path file) throws IOException {
        byte[] key = new byte[LENGTH];
        new SecureRandom().nextBytes(key);
        Home.make();
        Path whole = Files.createTempFile(file.getParent(), "key", ".new");
        try {
            if (Files.getFileStore(whole).supportsFileAttributeView("posix")) {
                Files.setPosixFilePermissions(whole, PosixFilePermissions.fromString("rw-------"));
            }
            Files.write(whole, key);
            try {
                Files.createLink(file, whole);
            } catch (UnsupportedOperationException e) {
                Files.move(whole, file);
            }
        } catch (FileAlreadyExistsException e) {
            // Another one was first: its key is as good.
            return;
        } finally {
            Files.deleteIfExists(whole);
        }
    }

    /**
     * The code of a content.
     *
     * @param use what it is kept for: a record cannot stand in for another kind
     */
    public synchronized byte[] of(String use, byte[] content) {
        mac.update(use.getBytes(StandardCharsets.UTF_8));
        mac.update((byte) 0);
        return mac.doFinal(content);
    }

    /** Whether a code fits a content; takes as long whether or not it does. */
    public boolean fits(String use, byte[] content, byte[] code) {
        return MessageDigest.isEqual(of(use, content), code);
    }
}
