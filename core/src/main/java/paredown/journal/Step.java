package paredown.journal;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * A cut that was carried out, or was about to be.
 *
 * @param number from 1, in order of time
 * @param kind kind of cut, such as {@code extract-class}
 * @param title what it did, in a line
 * @param command the command line that does it
 * @param time when, in ISO form with seconds and offset
 * @param folders that it made for its files, relative to the root, with forward slashes, outer ones first
 * @param supersedes numbers of the steps that were undone when it was carried out: they cannot be redone while it is known
 */
public record Step(
        int number,
        String kind,
        String title,
        String command,
        String time,
        State state,
        List<FileChange> files,
        List<String> folders,
        List<Integer> supersedes) {
    /** How far a step has come. */
    public enum State {
        /** Files are being written and tested; a step found in this state by a later command was interrupted. */
        WRITING,
        APPLIED,
        /** Files are being written back. */
        UNDOING,
        UNDONE,
        /** Files are being written once more. */
        REDOING,
        /** Taken back by the tool itself: tests failed, or it was interrupted. */
        TAKEN_BACK;

        /** Whether files of the project may stand on either side. */
        public boolean isOpen() {
            return this == WRITING || this == UNDOING || this == REDOING;
        }

        /** Where a step comes to when its files are on the side before it. */
        State takenBack() {
            return this == WRITING ? TAKEN_BACK : UNDONE;
        }
    }

    /** The sides of a step. */
    enum Side {
        BEFORE,
        AFTER;

        /** The content of a file on this side, by its hash; empty where there is no such file. */
        Optional<String> of(FileChange file) {
            return this == BEFORE ? file.before() : file.after();
        }

        Side other() {
            return this == BEFORE ? AFTER : BEFORE;
        }
    }

    /**
     * What a step did to a file.
     *
     * @param path relative to the project's root, with forward slashes
     * @param before SHA-256 of the bytes before, in hexadecimal; empty for a file that was not there
     * @param after the same for afterwards
     * @param temporary name of the temporary file beside it that was written last; empty before any was
     */
    public record FileChange(
            String path, Optional<String> before, Optional<String> after, Optional<String> temporary) {}

    public Step {
        files = List.copyOf(files);
        folders = List.copyOf(folders);
        supersedes = List.copyOf(supersedes);
    }

    Step withState(State changed) {
        return new Step(number, kind, title, command, time, changed, files, folders, supersedes);
    }

    Step withFiles(UnaryOperator<FileChange> changed) {
        return new Step(
                number,
                kind,
                title,
                command,
                time,
                state,
                files.stream().map(changed).toList(),
                folders,
                supersedes);
    }

    /** As people call it. */
    String named() {
        return "step " + number + " (" + title + ")";
    }
}
