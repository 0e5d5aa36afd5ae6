package paredown.code.compile;

import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.net.URI;
import javax.tools.SimpleJavaFileObject;

/** A class file handed to the compiler from memory. */
final class HeaderFile extends SimpleJavaFileObject {
    private final String binaryName;
    private final byte[] bytes;

    HeaderFile(String binaryName, byte[] bytes) {
        super(URI.create("header:///" + binaryName.hashCode()), Kind.CLASS);
        this.binaryName = binaryName;
        this.bytes = bytes;
    }

    String binaryName() {
        return binaryName;
    }

    @Override
    public InputStream openInputStream() {
        return new ByteArrayInputStream(bytes);
    }

    @Override
    public boolean isNameCompatible(String simpleName, Kind kind) {
        return kind == Kind.CLASS && binaryName.endsWith("." + simpleName);
    }
}
