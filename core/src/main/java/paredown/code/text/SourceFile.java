package paredown.code.text;

import java.nio.file.Path;
import java.util.function.Supplier;
import javax.tools.SimpleJavaFileObject;

/** A source text handed to the compiler from memory. */
public final class SourceFile extends SimpleJavaFileObject {
    private final Path path;
    private final Supplier<String> text;
    private final String binaryName;

    /**
     * @param binaryName the name of the type that the file is looked up by
     */
    public SourceFile(Path path, Supplier<String> text, String binaryName) {
        super(path.toUri(), Kind.SOURCE);
        this.path = path;
        this.text = text;
        this.binaryName = binaryName;
    }

    public Path path() {
        return path;
    }

    public String binaryName() {
        return binaryName;
    }

    @Override
    public CharSequence getCharContent(boolean ignoreEncodingErrors) {
        return text.get();
    }

    @Override
    public boolean isNameCompatible(String simpleName, Kind kind) {
        return kind == Kind.SOURCE && path.getFileName().toString().equals(simpleName + ".java");
    }
}
