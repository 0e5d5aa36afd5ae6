package paredown.journal;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import paredown.project.Disk;
import paredown.project.OwnFolder;
import paredown.project.Seal;

/**
 * The records of steps on disk: a folder a step, in it what was done, under a seal, and the bytes before and after. A record that this user's
 * program did not write, or that lost a bit, is named and not believed.
 */
final class Records {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final String USE = "journal";
    private static final String FILE = "step.json";
    private static final int WIDTH = 4;

    /**
     * What was read.
     *
     * @param steps oldest first
     * @param rejected folders of the records that are not believed
     */
    record Content(List<Step> steps, List<Path> rejected) {}

    private final Path root;
    private final Path folder;
    private final Disk disk;

    Records(Path root) {
        this(root, new Disk(root));
    }

    Records(Path root, Disk disk) {
        this.root = root;
        this.folder = OwnFolder.of(root).resolve("journal");
        this.disk = disk;
    }

    Disk disk() {
        return disk;
    }

    void make() throws IOException {
        disk.makeFolders(folder);
    }

    Content read() throws IOException {
        List<Step> steps = new ArrayList<>();
        List<Path> rejected = new ArrayList<>();
        for (Path entry : entries()) {
            try {
                Path file = entry.resolve(FILE);
                if (Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
                    Step step = read(file);
                    if (!entry.equals(entry(step.number()))) {
                        throw new IOException("the record of another step");
                    }
                    steps.add(step);
                }
            } catch (NoSuchFileException e) {
                // Another process tidied up meanwhile.
                continue;
            } catch (IOException | RuntimeException e) {
                rejected.add(entry);
            }
        }
        return new Content(steps, rejected);
    }

    private List<Path> entries() throws IOException {
        if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
            return List.of();
        }
        try (Stream<Path> entries = Files.list(folder)) {
            return entries.filter(entry -> Files.isDirectory(entry, LinkOption.NOFOLLOW_LINKS)
                            && entry.getFileName().toString().matches("\\d{" + WIDTH + ",9}"))
                    .sorted()
                    .toList();
        }
    }

    /** A number that no record has, read or not. */
    int free() throws IOException {
        return entries().stream()
                        .mapToInt(entry -> Integer.parseInt(entry.getFileName().toString()))
                        .max()
                        .orElse(0)
                + 1;
    }

    /** Deletes what a killed run left of records that it did not finish. */
    void tidy() throws IOException {
        for (Path entry : entries()) {
            boolean recorded = Files.exists(entry.resolve(FILE), LinkOption.NOFOLLOW_LINKS);
            List<Path> files;
            try (Stream<Path> all = Files.list(entry)) {
                files = all.toList();
            }
            for (Path file : files) {
                if (Disk.isTemporary(file)
                        || !recorded && file.getFileName().toString().matches("(before|after)-\\d+")) {
                    Files.deleteIfExists(file);
                }
            }
            if (!recorded && files.stream().noneMatch(Files::exists)) {
                Files.deleteIfExists(entry);
            }
        }
    }

    /** Moves a record that is not believed out of the way; where it is now. */
    Path setAside(Path entry) throws IOException {
        Path aside = OwnFolder.of(root).resolve("set-aside");
        disk.makeFolders(aside);
        Path place = aside.resolve(entry.getFileName());
        for (int i = 2; Files.exists(place, LinkOption.NOFOLLOW_LINKS); i++) {
            place = aside.resolve(entry.getFileName() + "-" + i);
        }
        Files.move(entry, place);
        Disk.sync(folder);
        Disk.sync(aside);
        return place;
    }

    void store(int number, Step.Side side, int index, byte[] content) throws IOException {
        disk.write(stored(number, side, index), content);
    }

    /**
     * The content of a file on a side of a step.
     *
     * @throws JournalException when it is not what the step recorded
     */
    byte[] stored(Step step, Step.Side side, int index) throws IOException {
        Path file = stored(step.number(), side, index);
        byte[] content = Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS) ? Files.readAllBytes(file) : new byte[0];
        String expected = side.of(step.files().get(index)).orElseThrow();
        if (!Disk.hash(content).equals(expected)) {
            throw new JournalException("what " + step.named() + " kept of "
                    + step.files().get(index).path() + " is damaged (" + root.relativize(file)
                    + "); nothing was written. Version control may still have it");
        }
        return content;
    }

    private Path stored(int number, Step.Side side, int index) {
        return entry(number).resolve((side == Step.Side.BEFORE ? "before-" : "after-") + index);
    }

    private Path entry(int number) {
        return folder.resolve(String.format("%0" + WIDTH + "d", number));
    }

    Step save(Step step) throws IOException {
        ObjectNode node = JSON.createObjectNode();
        node.put("number", step.number());
        node.put("kind", step.kind());
        node.put("title", step.title());
        node.put("command", step.command());
        node.put("time", step.time());
        node.put("state", step.state().name());
        step.folders().forEach(node.putArray("folders")::add);
        step.supersedes().forEach(node.putArray("supersedes")::add);
        ArrayNode files = node.putArray("files");
        for (Step.FileChange file : step.files()) {
            files.addObject()
                    .put("path", file.path())
                    .put("before", file.before().orElse(null))
                    .put("after", file.after().orElse(null))
                    .put("temporary", file.temporary().orElse(null));
        }
        node.put("seal", HexFormat.of().formatHex(Seal.own().of(USE, sealed(node))));
        disk.write(
                entry(step.number()).resolve(FILE),
                JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(node));
        return step;
    }

    private static byte[] sealed(ObjectNode node) throws JsonProcessingException {
        return JSON.writeValueAsBytes(node);
    }

    private static Step read(Path file) throws IOException {
        if (!Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
            throw new IOException("no file");
        }
        ObjectNode node = (ObjectNode) JSON.readTree(Files.readAllBytes(file));
        String seal = node.remove("seal").asText();
        if (!Seal.own().fits(USE, sealed(node), HexFormat.of().parseHex(seal))) {
            throw new IOException("the seal does not fit");
        }
        List<Step.FileChange> files = new ArrayList<>();
        List<Map<String, String>> listed = JSON.convertValue(node.get("files"), new TypeReference<>() {});
        for (Map<String, String> one : listed) {
            files.add(new Step.FileChange(
                    inside(one.get("path")),
                    Optional.ofNullable(one.get("before")),
                    Optional.ofNullable(one.get("after")),
                    Optional.ofNullable(one.get("temporary"))));
        }
        return new Step(
                node.get("number").asInt(),
                node.get("kind").asText(),
                node.get("title").asText(),
                node.get("command").asText(),
                node.get("time").asText(),
                Step.State.valueOf(node.get("state").asText()),
                files,
                list(node.path("folders"), one -> inside(one.asText())),
                list(node.path("supersedes"), JsonNode::asInt));
    }

    /** A second lock behind the seal: no record leads out of the project, or into what is not its code. */
    private static String inside(String path) {
        Path plain = Path.of(path);
        boolean leaves = plain.isAbsolute()
                || path.isEmpty()
                || !plain.normalize().equals(plain)
                || plain.startsWith("..")
                || plain.startsWith(".git")
                || plain.startsWith(".pare");
        if (leaves) {
            throw new IllegalArgumentException(path);
        }
        return path;
    }

    private static <T> List<T> list(JsonNode array, Function<JsonNode, T> of) {
        List<T> found = new ArrayList<>();
        array.forEach(one -> found.add(of.apply(one)));
        return found;
    }
}
