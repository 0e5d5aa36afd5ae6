package paredown.journal;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.project.OwnFolder;
import paredown.source.ChangeSet;

/**
 * The record of steps under {@code .pare/journal}, a folder a step: what was done, and the bytes before and after. Opened for writing it
 * holds a lock, so there is one writer at a time, and it first finishes what a killed writer left undone.
 */
public final class Journal implements AutoCloseable {
    private static final ObjectMapper JSON = new ObjectMapper();

    private final Path root;
    private final Path folder;
    private final FileChannel lockFile;
    private final List<String> recovered = new ArrayList<>();

    private Journal(Path root, FileChannel lockFile) {
        this.root = root;
        this.folder = root.resolve(".pare/journal");
        this.lockFile = lockFile;
    }

    /**
     * Opens the journal of a project for writing.
     *
     * @throws JournalException when another process has it, or the folder cannot be written
     */
    public static Journal open(Path root) {
        try {
            Path own = OwnFolder.of(root);
            OwnFolder.make(root);
            Files.createDirectories(own.resolve("journal"));
            FileChannel channel =
                    FileChannel.open(own.resolve("lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
            if (!locks(channel)) {
                channel.close();
                throw new JournalException("another pare is writing to this project; wait for it to end");
            }
            Journal journal = new Journal(root, channel);
            journal.recover();
            return journal;
        } catch (IOException e) {
            throw new JournalException("the journal cannot be written: " + reason(e));
        }
    }

    private static boolean locks(FileChannel channel) throws IOException {
        try {
            FileLock lock = channel.tryLock();
            return lock != null;
        } catch (OverlappingFileLockException e) {
            return false;
        }
    }

    /** The steps of a project, oldest first, without opening the journal for writing. */
    public static List<Step> steps(Path root) {
        return new Journal(root, null).steps();
    }

    /**
     * Takes back what a killed writer left undone, unless a writer is at work; what was found, a sentence each. A journal that was not written
     * here is named and left alone: looking goes on.
     */
    public static List<String> recover(Path root) {
        boolean unfinished;
        try {
            unfinished = steps(root).stream().anyMatch(step -> step.state() == Step.State.WRITING);
        } catch (JournalException e) {
            return List.of(e.getMessage());
        }
        if (!unfinished) {
            return List.of();
        }
        try (Journal journal = open(root)) {
            return journal.recovered();
        }
    }

    /** What was found unfinished when the journal was opened, a sentence each. */
    public List<String> recovered() {
        return recovered;
    }

    public List<Step> steps() {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (Stream<Path> entries = Files.list(folder)) {
            List<Step> steps = new ArrayList<>();
            for (Path entry : entries.sorted().toList()) {
                Path file = entry.resolve("step.json");
                if (Files.isRegularFile(file)) {
                    steps.add(read(file));
                }
            }
            return steps;
        } catch (IOException e) {
            throw new JournalException("the journal cannot be read: " + reason(e));
        }
    }

    /**
     * Writes a change set as a step: all files, or none. The step does not stand before it is {@link #confirm}ed; one that is never
     * confirmed is taken back when the journal is opened next.
     *
     * @throws JournalException when a file is no longer what the change was made for, or cannot be written
     */
    public Step write(String kind, String title, String command, ChangeSet changes, Clock clock) {
        try {
            for (ChangeSet.Change change : changes.changes()) {
                requireUnchanged(change);
            }
            Step step = entry(kind, title, command, changes, clock);
            forward(step);
            return step;
        } catch (IOException e) {
            throw new JournalException("nothing was written: " + reason(e));
        }
    }

    /** Lets a written step stand. */
    public Step confirm(Step step) {
        try {
            return save(step.withState(Step.State.APPLIED));
        } catch (IOException e) {
            throw new JournalException("step " + step.number() + " cannot be recorded: " + reason(e));
        }
    }

    private void requireUnchanged(ChangeSet.Change change) throws IOException {
        boolean added = change.kind() == ChangeSet.Kind.ADDED;
        Optional<String> expected = added ? Optional.empty() : Optional.of(Disk.hash(change.bytesBefore()));
        if (!Disk.hash(change.file()).equals(expected)) {
            throw new JournalException(relative(change.file()) + (added ? " has come into being" : " has changed")
                    + " since it was read; nothing was written. Run the command again");
        }
    }

    private Step entry(String kind, String title, String command, ChangeSet changes, Clock clock) throws IOException {
        List<Step> known = steps();
        int number = known.stream().mapToInt(Step::number).max().orElse(0) + 1;
        List<Step.FileChange> files = new ArrayList<>();
        List<ChangeSet.Change> all = changes.changes();
        for (int i = 0; i < all.size(); i++) {
            ChangeSet.Change change = all.get(i);
            Optional<String> before = Optional.empty();
            Optional<String> after = Optional.empty();
            if (change.kind() != ChangeSet.Kind.ADDED) {
                before = Optional.of(Disk.hash(change.bytesBefore()));
                Disk.write(stored(number, "before", i), change.bytesBefore());
            }
            if (change.kind() != ChangeSet.Kind.DELETED) {
                after = Optional.of(Disk.hash(change.bytesAfter()));
                Disk.write(stored(number, "after", i), change.bytesAfter());
            }
            files.add(new Step.FileChange(relative(change.file()), before, after));
        }
        String time = OffsetDateTime.now(clock).truncatedTo(ChronoUnit.SECONDS).toString();
        // On disk before the first file of the project changes: a kill in between is found and taken back.
        return save(new Step(
                number, kind, title, command, time, Step.State.WRITING, files, missingFolders(all), undone(known)));
    }

    /** The folders that files will be written to and that are not there, outer ones first. */
    private List<String> missingFolders(List<ChangeSet.Change> changes) {
        TreeSet<String> missing = new TreeSet<>();
        for (ChangeSet.Change change : changes) {
            Path at = change.file().getParent();
            while (change.kind() == ChangeSet.Kind.ADDED && !at.equals(root) && !Files.exists(at)) {
                missing.add(relative(at));
                at = at.getParent();
            }
        }
        return List.copyOf(missing);
    }

    /** Steps that could be redone. */
    private static List<Integer> undone(List<Step> steps) {
        Set<Integer> superseded = superseded(steps);
        return steps.stream()
                .filter(step -> step.state() == Step.State.UNDONE && !superseded.contains(step.number()))
                .map(Step::number)
                .toList();
    }

    /** Steps whose place another one took after they had been undone; one that never stood took nobody's. */
    private static Set<Integer> superseded(List<Step> steps) {
        return steps.stream()
                .filter(step -> step.state() == Step.State.APPLIED || step.state() == Step.State.UNDONE)
                .flatMap(step -> step.supersedes().stream())
                .collect(Collectors.toSet());
    }

    /** Writes the files of a step; on a failure puts back what it has written so far. */
    private void forward(Step step) throws IOException {
        try {
            for (int i = 0; i < step.files().size(); i++) {
                put(step, i, step.files().get(i).after(), "after");
            }
        } catch (IOException e) {
            takeBack(step);
            throw e;
        }
    }

    private void put(Step step, int index, Optional<String> wanted, String side) throws IOException {
        Path file = root.resolve(step.files().get(index).path());
        if (wanted.isPresent()) {
            Disk.write(file, Files.readAllBytes(stored(step.number(), side, index)));
        } else {
            Disk.delete(file);
        }
    }

    /** Takes a step back that does not stand: its tests failed. */
    public Step revert(Step step) {
        try {
            requireAfter(step);
            return takeBack(step);
        } catch (IOException e) {
            throw new JournalException("step " + step.number() + " cannot be taken back: " + reason(e));
        }
    }

    private Step takeBack(Step step) throws IOException {
        for (int i = 0; i < step.files().size(); i++) {
            Step.FileChange file = step.files().get(i);
            Path path = root.resolve(file.path());
            Files.deleteIfExists(Disk.unfinished(path));
            if (Disk.hash(path).equals(file.after())) {
                put(step, i, file.before(), "before");
            }
        }
        removeFolders(step);
        return save(step.withState(Step.State.TAKEN_BACK));
    }

    /** The folders that a step made go with its files, unless somebody put others there. */
    private void removeFolders(Step step) throws IOException {
        List<String> inner = new ArrayList<>(step.folders());
        Collections.reverse(inner);
        for (String folder : inner) {
            try {
                Files.deleteIfExists(root.resolve(folder));
            } catch (DirectoryNotEmptyException e) {
                return;
            }
        }
    }

    /**
     * Undoes the newest step that stands.
     *
     * @throws JournalException when there is none, or one of its files was edited since
     */
    public Step undo() {
        Step step = steps().stream()
                .filter(one -> one.state() == Step.State.APPLIED)
                .reduce((a, b) -> b)
                .orElseThrow(() -> new JournalException("there is no step to undo"));
        try {
            requireAfter(step);
            save(step.withState(Step.State.WRITING));
            for (int i = 0; i < step.files().size(); i++) {
                put(step, i, step.files().get(i).before(), "before");
            }
            removeFolders(step);
            return save(step.withState(Step.State.UNDONE));
        } catch (IOException e) {
            throw new JournalException("step " + step.number() + " cannot be undone: " + reason(e));
        }
    }

    /**
     * Does the step again that was undone last. What was undone before another step was carried out is given up.
     *
     * @throws JournalException when there is none, or one of its files was edited since
     */
    public Step redo() {
        List<Step> steps = steps();
        List<Integer> undone = undone(steps);
        Step step = steps.stream()
                .filter(one -> undone.contains(one.number()))
                .findFirst()
                .orElseThrow(() -> new JournalException("there is no undone step to do again" + givenUp(steps)));
        try {
            for (Step.FileChange file : step.files()) {
                require(file, file.before(), step, "redone");
            }
            save(step.withState(Step.State.WRITING));
            forward(step);
            return save(step.withState(Step.State.APPLIED));
        } catch (IOException e) {
            throw new JournalException("step " + step.number() + " cannot be redone: " + reason(e));
        }
    }

    private static String givenUp(List<Step> steps) {
        return steps.stream()
                .filter(step ->
                        !step.supersedes().isEmpty() && superseded(steps).containsAll(step.supersedes()))
                .reduce((first, second) -> second)
                .map(step -> ": what was undone before step " + step.number() + " (" + step.title()
                        + ") was carried out is given up")
                .orElse("");
    }

    private void requireAfter(Step step) throws IOException {
        for (Step.FileChange file : step.files()) {
            require(file, file.after(), step, "undone");
        }
    }

    private void require(Step.FileChange file, Optional<String> expected, Step step, String what) throws IOException {
        if (!Disk.hash(root.resolve(file.path())).equals(expected)) {
            throw new JournalException("step " + step.number() + " cannot be " + what + ": " + file.path()
                    + " was edited since. Put it back, or undo by hand");
        }
    }

    private void recover() throws IOException {
        for (Step step : steps()) {
            if (step.state() == Step.State.WRITING) {
                takeBack(step);
                recovered.add(
                        "step " + step.number() + " (" + step.title() + ") had been interrupted; it was taken back");
            }
        }
    }

    private Path stored(int number, String side, int index) {
        return entryFolder(number).resolve(side + "-" + index);
    }

    private Path entryFolder(int number) {
        return folder.resolve(String.format("%04d", number));
    }

    private String relative(Path file) {
        return root.relativize(file).toString().replace('\\', '/');
    }

    private Step save(Step step) throws IOException {
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
                    .put("after", file.after().orElse(null));
        }
        Disk.write(
                entryFolder(step.number()).resolve("step.json"),
                JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(node));
        return step;
    }

    private static Step read(Path file) throws IOException {
        JsonNode node = JSON.readTree(file.toFile());
        List<Step.FileChange> files = new ArrayList<>();
        List<Map<String, String>> listed = JSON.convertValue(node.get("files"), new TypeReference<>() {});
        for (Map<String, String> one : listed) {
            files.add(new Step.FileChange(
                    inside(one.get("path")),
                    Optional.ofNullable(one.get("before")),
                    Optional.ofNullable(one.get("after"))));
        }
        return new Step(
                node.get("number").asInt(),
                node.get("kind").asText(),
                node.get("title").asText(),
                node.get("command").asText(),
                node.get("time").asText(),
                Step.State.valueOf(node.get("state").asText()),
                files,
                list(node.path("folders"), folder -> inside(folder.asText())),
                list(node.path("supersedes"), JsonNode::asInt));
    }

    /** A record that came from elsewhere must not lead out of the project. */
    private static String inside(String path) {
        Path plain = Path.of(path);
        boolean leaves = plain.isAbsolute()
                || path.isEmpty()
                || !plain.normalize().equals(plain)
                || plain.startsWith("..")
                || plain.startsWith(".git")
                || plain.startsWith(".pare");
        if (leaves) {
            throw new JournalException("a record of the journal names '" + path
                    + "', which is no file of the project: it was not written here. Delete .pare/journal to go on");
        }
        return path;
    }

    private static <T> List<T> list(JsonNode array, Function<JsonNode, T> of) {
        List<T> found = new ArrayList<>();
        array.forEach(one -> found.add(of.apply(one)));
        return found;
    }

    private static String reason(IOException e) {
        String kind = e.getClass().getSimpleName().replace("Exception", "");
        return e instanceof java.nio.file.FileSystemException file && file.getReason() == null
                ? kind + ": " + file.getFile()
                : e.getMessage();
    }

    @Override
    public void close() {
        try {
            if (lockFile != null) {
                lockFile.close();
            }
        } catch (IOException e) {
            throw new JournalException("the journal cannot be closed: " + reason(e));
        }
    }
}
