package paredown.code.text;

import java.util.zip.CRC32;
import java.util.zip.CRC32C;

/**
 * Tells contents apart. Two checksums over different polynomials and the length, 96 bits in all: good against chance, and nobody gains by
 * deceiving an index of their own files. Processors compute them, so that a million lines cost little.
 */
public final class ContentHash {
    private ContentHash() {}

    public static String of(byte[] content) {
        CRC32 first = new CRC32();
        first.update(content);
        CRC32C second = new CRC32C();
        second.update(content);
        return Long.toHexString(first.getValue()) + "-" + Long.toHexString(second.getValue()) + "-" + content.length;
    }
}
