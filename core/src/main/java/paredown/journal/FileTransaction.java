package paredown.journal;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import paredown.project.Disk;

/**
 * Takes the files of a step from one side of it to the other: all of them, or none. All content is in temporary files and on the disk before the first
 * file changes, and each file is looked at once more right before it does.
 */
final class FileTransaction {
    private final Path root;
    private final Disk disk;
    private final Records records;
    private final ShutdownGuard guard;
    private final Set<String> left;

    /**
     * @param left paths of files that are left as they are, whatever they hold
     */
    FileTransaction(Path root, Records records, ShutdownGuard guard, Set<String> left) {
        this.root = root;
        this.disk = records.disk();
        this.records = records;
        this.guard = guard;
        this.left = left;
    }

    /**
     * Takes the files to a side; those that are there already stay.
     *
     * @throws EditedException when a file is on neither side; all are where they were, then
     * @throws JournalException when what was kept of a file is damaged; nothing was written, then
     */
    void to(Step.Side side, Step step) throws IOException, EditedException {
        List<Integer> moving = moving(side, step);
        Step known = step;
        List<Integer> moved = new ArrayList<>();
        try {
            known = guard.take(() -> announced(step, moving, side));
            Step current = known;
            for (int index : moving) {
                guard.run(() -> prepare(current, index, side));
            }
            for (int index : moving) {
                guard.run(() -> move(current, index, side));
                moved.add(index);
            }
            sync(known, moved);
        } catch (IOException | EditedException e) {
            Step current = known;
            guard.run(() -> back(current, moved, side.other(), e));
            throw e;
        }
        if (side == Step.Side.BEFORE) {
            removeFolders(step);
        }
    }

    /** The files that are not on a side yet. */
    private List<Integer> moving(Step.Side side, Step step) throws IOException, EditedException {
        List<Integer> moving = new ArrayList<>();
        List<String> edited = new ArrayList<>();
        for (int i = 0; i < step.files().size(); i++) {
            Step.FileChange file = step.files().get(i);
            Optional<String> there = Disk.hash(path(file));
            if (left.contains(file.path()) || there.equals(side.of(file))) {
                continue;
            }
            if (there.equals(side.other().of(file))) {
                moving.add(i);
            } else {
                edited.add(file.path());
            }
        }
        if (!edited.isEmpty()) {
            throw new EditedException(edited);
        }
        for (int index : moving) {
            disk.requireInside(path(step.files().get(index)));
            if (side.of(step.files().get(index)).isPresent()) {
                records.stored(step, side, index);
            }
        }
        return moving;
    }

    /** The names of temporary files are recorded first: a run that is killed leaves nothing that the next does not find. */
    private Step announced(Step step, List<Integer> moving, Step.Side side) throws IOException {
        Set<String> paths = new LinkedHashSet<>();
        moving.forEach(index -> paths.add(step.files().get(index).path()));
        return records.save(step.withFiles(file -> !paths.contains(file.path())
                ? file
                : new Step.FileChange(
                        file.path(),
                        file.before(),
                        file.after(),
                        Optional.of(Disk.temporaryFor(path(file)).getFileName().toString()))));
    }

    private void prepare(Step step, int index, Step.Side side) throws IOException {
        Step.FileChange file = step.files().get(index);
        if (side.of(file).isPresent()) {
            disk.makeFolders(path(file).getParent());
            disk.prepare(temporary(file), path(file), records.stored(step, side, index));
        }
    }

    private void move(Step step, int index, Step.Side side) throws IOException, EditedException {
        Step.FileChange file = step.files().get(index);
        if (!Disk.hash(path(file)).equals(side.other().of(file))) {
            throw new EditedException(List.of(file.path()));
        }
        if (side.of(file).isPresent()) {
            disk.replace(temporary(file), path(file));
        } else {
            disk.delete(path(file));
        }
    }

    private void sync(Step step, List<Integer> moved) throws IOException {
        Set<Path> folders = new LinkedHashSet<>();
        moved.forEach(index -> folders.add(path(step.files().get(index)).getParent()));
        for (Path folder : folders) {
            Disk.sync(folder);
        }
    }

    /** Puts back what was moved before something went wrong. Where that fails too, the step stays open, and the next command goes on. */
    private void back(Step step, List<Integer> moved, Step.Side side, Exception cause) {
        try {
            discardTemporary(step);
        } catch (IOException e) {
            cause.addSuppressed(e);
        }
        for (int index : moved) {
            Step.FileChange file = step.files().get(index);
            try {
                if (!Disk.hash(path(file)).equals(side.other().of(file))) {
                    continue;
                }
                if (side.of(file).isPresent()) {
                    disk.write(path(file), records.stored(step, side, index));
                } else {
                    disk.delete(path(file));
                }
            } catch (IOException e) {
                cause.addSuppressed(e);
            }
        }
        try {
            sync(step, moved);
        } catch (IOException e) {
            cause.addSuppressed(e);
        }
        if (side == Step.Side.BEFORE) {
            removeFolders(step);
        }
    }

    /** Deletes temporary files that were never renamed. They are gone for good afterwards: the record that names them may forget them. */
    void discardTemporary(Step step) throws IOException {
        List<Integer> discarded = new ArrayList<>();
        for (int i = 0; i < step.files().size(); i++) {
            Step.FileChange file = step.files().get(i);
            if (file.temporary().isPresent()
                    && Disk.isTemporary(temporary(file))
                    && Files.isRegularFile(temporary(file))) {
                disk.delete(temporary(file));
                discarded.add(i);
            }
        }
        sync(step, discarded);
    }

    /** Whether no file is on a side: what was taken there went back. */
    boolean isNoneAt(Step.Side side, Step step) throws IOException {
        for (Step.FileChange file : step.files()) {
            if (Disk.hash(path(file)).equals(side.of(file))) {
                return false;
            }
        }
        return true;
    }

    /** The folders that a step made go with its files, unless somebody put others there. */
    private void removeFolders(Step step) {
        List<String> inner = new ArrayList<>(step.folders());
        Collections.reverse(inner);
        for (String name : inner) {
            Path folder = root.resolve(name);
            try {
                if (Files.isDirectory(folder)) {
                    disk.requireInside(folder.resolve("any"));
                    Files.deleteIfExists(folder);
                    Disk.sync(folder.getParent());
                }
            } catch (IOException e) {
                // Not empty, or not ours any more: it may stay.
                return;
            }
        }
    }

    private Path path(Step.FileChange file) {
        return root.resolve(file.path());
    }

    private Path temporary(Step.FileChange file) {
        return path(file).resolveSibling(file.temporary().orElseThrow());
    }
}
