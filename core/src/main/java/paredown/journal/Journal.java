package paredown.journal;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import paredown.project.Disk;
import paredown.project.OwnFolder;
import paredown.source.ChangeSet;

/**
 * The record of steps under {@code .pare/journal}, a folder a step: what was done, and the bytes before and after. Opened for writing it
 * holds a lock, so there is one writer at a time, and it first finishes what a killed writer left undone. When the program is told to end
 * while a step is open, the step is taken back before it does.
 */
public final class Journal implements AutoCloseable {
    private final Path root;
    private final Records records;
    private final ShutdownGuard guard = new ShutdownGuard();
    private final FileChannel lockFile;
    private final Thread hook;
    private final List<String> recovered = new ArrayList<>();

    private Journal(Path root, Records records, FileChannel lockFile, Consumer<String> told) {
        this.root = root;
        this.records = records;
        this.lockFile = lockFile;
        this.hook = new Thread(() -> end(told));
    }

    /**
     * Opens the journal of a project for writing.
     *
     * @throws JournalException when another process has it, or the folder cannot be written
     */
    public static Journal open(Path root) {
        return open(root, said -> {});
    }

    /**
     * Opens the journal of a project for writing.
     *
     * @param told takes what happened to a step that the end of the program interrupts
     * @throws JournalException when another process has it, or the folder cannot be written
     */
    public static Journal open(Path root, Consumer<String> told) {
        return tryOpen(root, told)
                .orElseThrow(() -> new JournalException("another pare is writing to this project; wait for it to end"));
    }

    static Optional<Journal> tryOpen(Path root, Consumer<String> told) {
        return tryOpen(root, new Disk(root), told);
    }

    static Optional<Journal> tryOpen(Path root, Disk disk, Consumer<String> told) {
        try {
            OwnFolder.make(root);
            Records records = new Records(root, disk);
            records.make();
            Path lock = OwnFolder.of(root).resolve("lock");
            disk.requireInside(lock);
            FileChannel channel = FileChannel.open(
                    lock, StandardOpenOption.CREATE, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS);
            if (!locks(channel)) {
                channel.close();
                return Optional.empty();
            }
            Journal journal = new Journal(root, records, channel, told);
            Runtime.getRuntime().addShutdownHook(journal.hook);
            try {
                journal.bringToOrder();
            } catch (IOException | RuntimeException e) {
                journal.close();
                throw e;
            }
            return Optional.of(journal);
        } catch (IOException e) {
            throw new JournalException("the journal cannot be written: " + reason(e));
        }
    }

    /** Deals with what others left: records that are not believed, steps that were interrupted. */
    private void bringToOrder() throws IOException {
        records.tidy();
        for (Path strange : records.read().rejected()) {
            recovered.add(CommittedState.rejected(root, strange) + "; it was moved to "
                    + root.relativize(records.setAside(strange)));
        }
        recovered.addAll(recover());
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
        return read(new Records(root)).steps();
    }

    static Records.Content read(Records records) {
        try {
            return records.read();
        } catch (IOException e) {
            throw new JournalException("the journal cannot be read: " + reason(e));
        }
    }

    /** What was found unfinished when the journal was opened, a sentence each. */
    public List<String> recovered() {
        return recovered;
    }

    public List<Step> steps() {
        return read(records).steps();
    }

    /**
     * Writes a change set as a step: all files, or none. The step does not stand before it is {@link #confirm}ed; one that is never
     * confirmed is taken back when the journal is opened next.
     *
     * @param difference what differs by now from the state that the change rests on; empty for nothing
     * @throws StaleException when a file is no longer what the change was made for, or there is a difference
     * @throws JournalException when a file cannot be written
     */
    public Step write(
            String kind,
            String title,
            String command,
            ChangeSet changes,
            Supplier<Optional<String>> difference,
            Clock clock) {
        requireSettled();
        requireNoDifference(difference);
        Optional<Step> begun = Optional.empty();
        try {
            for (ChangeSet.Change change : changes.changes()) {
                requireUnchanged(change);
            }
            begun = Optional.of(guard.take(() -> entry(kind, title, command, changes, clock)));
            requireNoDifference(difference);
            transaction(Set.of()).to(Step.Side.AFTER, begun.get());
            return begun.get();
        } catch (EditedException e) {
            throw abandoned(
                    begun, new StaleException(e.getMessage() + " has changed while the step was being written"));
        } catch (JournalException e) {
            throw abandoned(begun, e);
        } catch (IOException e) {
            throw abandoned(begun, new JournalException(reason(e)));
        }
    }

    /** Writes a change set that rests on its own files alone. */
    public Step write(String kind, String title, String command, ChangeSet changes, Clock clock) {
        return write(kind, title, command, changes, Optional::empty, clock);
    }

    private static void requireNoDifference(Supplier<Optional<String>> difference) {
        difference.get().ifPresent(what -> {
            throw new StaleException(what);
        });
    }

    /** Says of a step that was not written what is true of its files. */
    private JournalException abandoned(Optional<Step> begun, JournalException cause) {
        boolean none = begun.isEmpty();
        try {
            none = none || transaction(Set.of()).isNoneAt(Step.Side.AFTER, begun.get());
            if (none && begun.isPresent()) {
                Step step = begun.get();
                guard.take(() -> records.save(step.withState(Step.State.TAKEN_BACK)));
            }
        } catch (IOException e) {
            cause.addSuppressed(e);
        }
        if (none) {
            return cause instanceof StaleException
                    ? cause
                    : new JournalException("nothing was written: " + cause.getMessage());
        }
        return new JournalException(cause.getMessage() + "; " + begun.get().named()
                + " is half-written, and the next command takes it back");
    }

    private FileTransaction transaction(Set<String> left) {
        return new FileTransaction(root, records, guard, left);
    }

    private void requireSettled() {
        steps().stream().filter(step -> step.state().isOpen()).findFirst().ifPresent(step -> {
            throw new JournalException(
                    step.named() + " is not settled; nothing was written. " + String.join(". ", recovered));
        });
    }

    /** Lets a written step stand. */
    public Step confirm(Step step) {
        try {
            return guard.take(() -> saved(step, Step.State.APPLIED));
        } catch (IOException e) {
            throw new JournalException(
                    step.named() + " cannot be recorded, and the next command takes it back: " + reason(e));
        }
    }

    /** A step as it stands on disk, in another state. */
    private Step saved(Step step, Step.State state) throws IOException {
        Step known = steps().stream()
                .filter(one -> one.number() == step.number())
                .findFirst()
                .orElse(step);
        return records.save(known.withState(state));
    }

    private void requireUnchanged(ChangeSet.Change change) throws IOException {
        boolean added = change.kind() == ChangeSet.Kind.ADDED;
        Optional<String> expected = added ? Optional.empty() : Optional.of(Disk.hash(change.bytesBefore()));
        if (!Disk.hash(change.file()).equals(expected)) {
            throw new StaleException(
                    relative(change.file()) + (added ? " has come into being" : " has changed") + " since it was read");
        }
        records.disk().requireInside(change.file());
    }

    private Step entry(String kind, String title, String command, ChangeSet changes, Clock clock) throws IOException {
        List<Step> known = steps();
        int number = records.free();
        List<Step.FileChange> files = new ArrayList<>();
        List<ChangeSet.Change> all = changes.changes();
        for (int i = 0; i < all.size(); i++) {
            ChangeSet.Change change = all.get(i);
            Optional<String> before = Optional.empty();
            Optional<String> after = Optional.empty();
            if (change.kind() != ChangeSet.Kind.ADDED) {
                before = Optional.of(Disk.hash(change.bytesBefore()));
                records.store(number, Step.Side.BEFORE, i, change.bytesBefore());
            }
            if (change.kind() != ChangeSet.Kind.DELETED) {
                after = Optional.of(Disk.hash(change.bytesAfter()));
                records.store(number, Step.Side.AFTER, i, change.bytesAfter());
            }
            files.add(new Step.FileChange(relative(change.file()), before, after, Optional.empty()));
        }
        String time = OffsetDateTime.now(clock).truncatedTo(ChronoUnit.SECONDS).toString();
        // On disk before the first file of the project changes: a kill in between is found and taken back.
        return records.save(new Step(
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

    /**
     * Takes a step back that does not stand: its tests failed.
     *
     * @throws EditedException when a file was edited since; none was taken back, then
     */
    public Step revert(Step step) throws EditedException {
        try {
            transaction(Set.of()).to(Step.Side.BEFORE, step);
            return guard.take(() -> saved(step, Step.State.TAKEN_BACK));
        } catch (IOException e) {
            throw new JournalException(step.named() + " cannot be taken back: " + reason(e));
        }
    }

    /**
     * Undoes the newest step that stands, or takes one back that was interrupted and could not be.
     *
     * @param kept paths of files that are left as they are, relative to the root
     * @throws JournalException when there is none, or one of its other files was edited since
     */
    public Step undo(Set<String> kept) {
        List<Step> known = steps();
        Step step = known.stream()
                .filter(one -> one.state().isOpen())
                .findFirst()
                .or(() -> known.stream()
                        .filter(one -> one.state() == Step.State.APPLIED)
                        .reduce((a, b) -> b))
                .orElseThrow(() -> new JournalException("there is no step to undo"));
        for (String path : kept) {
            if (step.files().stream().noneMatch(file -> file.path().equals(path))) {
                throw new JournalException(step.named() + " did not change '" + path + "'; it changed "
                        + step.files().stream().map(Step.FileChange::path).collect(Collectors.joining(", ")));
            }
        }
        Step.State end = step.state() == Step.State.APPLIED
                ? Step.State.UNDONE
                : step.state().takenBack();
        Step.State during = step.state() == Step.State.APPLIED ? Step.State.UNDOING : step.state();
        return moved(step, kept, Step.Side.BEFORE, during, end, "undone");
    }

    public Step undo() {
        return undo(Set.of());
    }

    /**
     * Does the step again that was undone last. What was undone before another step was carried out is given up.
     *
     * @throws JournalException when there is none, or one of its files was edited since
     */
    public Step redo() {
        requireSettled();
        List<Step> known = steps();
        List<Integer> undone = undone(known);
        Step step = known.stream()
                .filter(one -> undone.contains(one.number()))
                .findFirst()
                .orElseThrow(() -> new JournalException("there is no undone step to do again" + givenUp(known)));
        return moved(step, Set.of(), Step.Side.AFTER, Step.State.REDOING, Step.State.APPLIED, "redone");
    }

    private Step moved(
            Step step, Set<String> kept, Step.Side side, Step.State during, Step.State end, String participle) {
        FileTransaction transaction = transaction(kept);
        try {
            transaction.to(side, step.withState(during));
            return guard.take(() -> saved(step, end));
        } catch (EditedException e) {
            settle(step, transaction, side);
            throw new JournalException(step.named() + " cannot be " + participle + ": " + e.getMessage()
                    + (e.files().size() == 1 ? " was" : " were") + " edited since; nothing was written. Put "
                    + (e.files().size() == 1 ? "it" : "them") + " back"
                    + (side == Step.Side.BEFORE ? ", or leave as is: " + keeping(e.files()) : ""));
        } catch (IOException e) {
            boolean whole = settle(step, transaction, side);
            throw new JournalException(step.named() + " cannot be " + participle + ": " + reason(e)
                    + (whole ? "; nothing was written" : "; some files were written, and the next command goes on"));
        }
    }

    /** Whether all files of a step that could not be moved are where they were; it has its old state again, then. */
    private boolean settle(Step step, FileTransaction transaction, Step.Side to) {
        try {
            if (steps().contains(step)) {
                return true;
            }
            if (!transaction.isNoneAt(to, step)) {
                return false;
            }
            guard.take(() -> records.save(step));
            return true;
        } catch (IOException e) {
            return false;
        }
    }

    /** The command that goes on although files were edited. */
    static String keeping(List<String> files) {
        return files.stream().map(file -> " --keep '" + file + "'").collect(Collectors.joining("", "pare undo", ""));
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

    /** Brings every step that a killed writer left open to its beginning, newest first, and says of each how it went. */
    private List<String> recover() throws IOException {
        List<String> said = new ArrayList<>();
        List<Step> newest = new ArrayList<>(steps());
        Collections.reverse(newest);
        for (Step step : newest) {
            if (step.state().isOpen()) {
                said.add(recover(step));
            }
        }
        return said;
    }

    private String recover(Step step) throws IOException {
        FileTransaction transaction = transaction(Set.of());
        try {
            // First: the names of new temporary files take the place of these in the record.
            transaction.discardTemporary(step);
            transaction.to(Step.Side.BEFORE, step);
            guard.take(() -> saved(step, step.state().takenBack()));
            return switch (step.state()) {
                case UNDOING -> "undoing " + step.named() + " had been interrupted; it is undone now";
                case REDOING ->
                    "redoing " + step.named() + " had been interrupted; it is undone again, and can be redone";
                default -> step.named() + " had been interrupted; it was taken back";
            };
        } catch (EditedException e) {
            return step.named() + " had been interrupted, and " + e.getMessage()
                    + " changed since: none of its files was taken back. To go on: " + keeping(e.files());
        } catch (JournalException e) {
            return step.named() + " had been interrupted and cannot be taken back: " + e.getMessage();
        }
    }

    /** The program ends while the journal is open. */
    private void end(Consumer<String> told) {
        guard.end();
        try {
            recover().forEach(told);
        } catch (IOException | JournalException e) {
            told.accept("the step cannot be taken back: " + e.getMessage() + "; the next command tries again");
        }
    }

    private String relative(Path file) {
        return root.relativize(file).toString().replace('\\', '/');
    }

    static String reason(IOException e) {
        String kind = e.getClass().getSimpleName().replace("Exception", "");
        return e instanceof java.nio.file.FileSystemException file && file.getReason() == null
                ? kind + ": " + file.getFile()
                : e.getMessage();
    }

    @Override
    public void close() {
        try {
            Runtime.getRuntime().removeShutdownHook(hook);
        } catch (IllegalStateException e) {
            // The program is ending: the hook runs, and needs the lock.
            return;
        }
        try {
            lockFile.close();
        } catch (IOException e) {
            throw new JournalException("the journal cannot be closed: " + reason(e));
        }
    }
}
