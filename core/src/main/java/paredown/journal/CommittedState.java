package paredown.journal;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The state of a project that nobody is in the middle of changing.
 *
 * @param instead what to read in place of files that another process is writing, by path; empty for a file that is not there
 * @param said what was found and done, a sentence each
 */
public record CommittedState(Map<Path, Optional<byte[]>> instead, List<String> said) {
    /**
     * Takes back what a killed writer left undone. While another process is writing or testing, its step is seen as not begun. Nothing here
     * keeps anybody from looking.
     */
    public static CommittedState of(Path root) {
        Records records = new Records(root);
        Records.Content content;
        try {
            content = records.read();
        } catch (IOException e) {
            return new CommittedState(Map.of(), List.of("the journal cannot be read: " + Journal.reason(e)));
        }
        List<String> said = new ArrayList<>();
        content.rejected().forEach(entry -> said.add(rejected(root, entry) + "; delete it to be rid of it"));
        if (content.steps().stream().noneMatch(step -> step.state().isOpen())) {
            return new CommittedState(Map.of(), said);
        }
        try {
            Optional<Journal> opened = Journal.tryOpen(root, line -> {});
            if (opened.isPresent()) {
                try (Journal journal = opened.get()) {
                    return new CommittedState(Map.of(), journal.recovered());
                }
            }
            return besides(root, records, said);
        } catch (JournalException e) {
            said.add(e.getMessage());
            return new CommittedState(Map.of(), said);
        }
    }

    /** What the files of open steps held before. */
    private static CommittedState besides(Path root, Records records, List<String> said) {
        Map<Path, Optional<byte[]>> instead = new HashMap<>();
        for (Step step : Journal.read(records).steps()) {
            for (int i = 0; step.state().isOpen() && i < step.files().size(); i++) {
                Step.FileChange file = step.files().get(i);
                try {
                    Optional<byte[]> before = file.before().isEmpty()
                            ? Optional.empty()
                            : Optional.of(records.stored(step, Step.Side.BEFORE, i));
                    instead.put(root.resolve(file.path()), before);
                } catch (IOException e) {
                    said.add(Journal.reason(e));
                }
            }
        }
        if (!instead.isEmpty()) {
            said.add("another pare is at work here; this is the state before its step");
        }
        return new CommittedState(instead, said);
    }

    static String rejected(Path root, Path entry) {
        return "the record " + root.relativize(entry)
                + " was not written here by this program, or is damaged; it is ignored";
    }
}
