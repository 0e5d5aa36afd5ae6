package paredown.drill.hostile;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * A project that is broken or hostile in one way.
 *
 * @param family what kind of thing is wrong
 * @param name which one
 * @param commands command lines that are run in it, one after the other
 */
record Input(String family, String name, Maker maker, List<List<String>> commands) {
    static final String SHUTTER = """
            package dome;

            public class Shutter {
                private int motor;
                private int openings;

                void spin() {
                    motor++;
                }

                void open() {
                    openings++;
                    spin();
                }
            }
            """;

    static final List<String> FIND = List.of("find");
    static final List<String> CUT = List.of(
            "extract",
            "class",
            "dome.Shutter",
            "--members",
            "motor,spin",
            "--name",
            "Drive",
            "--yes",
            "--tests",
            "none");

    /** Where an input is made. */
    record Place(Path root, Path outside) {
        Path canary() {
            return outside.resolve("canary");
        }

        Path write(String path, String text) throws IOException {
            return write(path, text.getBytes(StandardCharsets.UTF_8));
        }

        Path write(String path, byte[] content) throws IOException {
            Path file = root.resolve(path);
            Files.createDirectories(file.getParent());
            return Files.write(file, content);
        }
    }

    /** Makes it, in a folder that holds a small sound project. */
    interface Maker {
        void make(Place place) throws IOException, InterruptedException;
    }

    static Input found(String family, String name, Maker maker) {
        return new Input(family, name, maker, List.of(FIND));
    }

    static Input cut(String family, String name, Maker maker) {
        return new Input(family, name, maker, List.of(FIND, CUT, List.of("undo")));
    }
}
