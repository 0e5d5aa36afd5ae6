package paredown.code.index;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.dataformat.smile.databind.SmileMapper;
import com.fasterxml.jackson.datatype.jdk8.Jdk8Module;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Arrays;
import java.util.Optional;
import java.util.zip.CRC32C;
import paredown.project.Module;
import paredown.project.OwnFolder;
import paredown.project.Project;

/**
 * A file under {@code .pare/index} that only saves time. It is written aside and moved into place, under a seal: a reader sees the old
 * content or the new one, whatever was killed and whoever else writes. What does not read, was not written by this user's program here, by
 * another version or for other settings of the project, counts as not there. Deleting it is always fine.
 */
public final class KeptFile {
    /** Raised with every change of what is kept or how. */
    private static final int FORMAT = 12;

    /** One for all: a new one would have to learn every class anew. */
    private static final SmileMapper MAPPER =
            SmileMapper.builder().addModule(new Jdk8Module()).build();

    private final Project project;
    private final String name;
    private final String question;

    public KeptFile(Project project, String name) {
        this(project, name, "");
    }

    /** A file that answers one question: mostly it is seen without reading it that it answers another one. */
    public KeptFile(Project project, String name, String question) {
        this.project = project;
        this.name = name;
        this.question = question;
    }

    /** Reads something from bytes. */
    public interface Reads<T> {
        T read(byte[] bytes) throws IOException;
    }

    /** Makes bytes of something. */
    public interface Writes {
        byte[] write() throws IOException;
    }

    /** Reads an object of a plain class. */
    public <T> Optional<T> readAs(TypeReference<T> type) {
        return read(bytes -> MAPPER.readValue(bytes, type));
    }

    /** Writes an object of a plain class. */
    public void writeObject(Object content) {
        write(() -> MAPPER.writeValueAsBytes(content));
    }

    public <T> Optional<T> read(Reads<T> reader) {
        try {
            Optional<byte[]> kept = OwnFolder.kept(project.root(), name, Long.BYTES);
            if (kept.isEmpty()) {
                return Optional.empty();
            }
            byte[] bytes = kept.get();
            int end = bytes.length - Long.BYTES;
            boolean fits = ByteBuffer.wrap(bytes, end, Long.BYTES).getLong() == settings();
            return fits ? Optional.of(reader.read(Arrays.copyOf(bytes, end))) : Optional.empty();
        } catch (IOException | RuntimeException e) {
            return Optional.empty();
        }
    }

    /** Writes it; see {@link OwnFolder#keep} for what happens where that is not possible. */
    public void write(Writes writer) {
        try {
            byte[] body = writer.write();
            ByteBuffer content =
                    ByteBuffer.allocate(body.length + Long.BYTES).put(body).putLong(settings());
            OwnFolder.keep(project.root(), name, content.array());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Everything beside the project's own files that what is kept may depend on, as a checksum. */
    private long settings() {
        StringBuilder text = new StringBuilder();
        text.append(FORMAT)
                .append(' ')
                .append(Runtime.version())
                .append(' ')
                .append(stampOfProgram())
                .append(question);
        text.append(project.root());
        for (Module module : project.modules()) {
            text.append(module);
            module.classPath().forEach(entry -> text.append(stamp(entry)));
        }
        byte[] bytes = text.toString().getBytes(StandardCharsets.UTF_8);
        CRC32C checksum = new CRC32C();
        checksum.update(bytes);
        return checksum.getValue();
    }

    /** Another build of the program may find other things. */
    private static String stampOfProgram() {
        try {
            return stamp(Path.of(KeptFile.class
                    .getProtectionDomain()
                    .getCodeSource()
                    .getLocation()
                    .toURI()));
        } catch (java.net.URISyntaxException | RuntimeException e) {
            return "";
        }
    }

    /** Size and time of a file. */
    static String stamp(Path entry) {
        try {
            BasicFileAttributes attributes = Files.readAttributes(entry, BasicFileAttributes.class);
            return " " + attributes.size() + " " + attributes.lastModifiedTime().toMillis();
        } catch (IOException e) {
            return " missing";
        }
    }
}
