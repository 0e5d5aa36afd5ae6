package paredown.history;

import com.fasterxml.jackson.core.type.TypeReference;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import paredown.code.index.KeptFile;
import paredown.project.Progress;
import paredown.project.Project;

/**
 * The changes of a project's members, newest first, from the Git repository that holds it. Left out are merges, first additions of files,
 * commits that change many files at once (mechanical ones: a format, a rename, a licence) and what changes white space only. Renamed
 * files are followed.
 *
 * <p>After Palomba, Bavota, Di Penta, Oliveto, Poshyvanyk, De Lucia: Mining Version Histories for Detecting Code Smells, IEEE TSE 41(5),
 * 2015, at the grain of members.
 */
public final class ChangeHistory {
    /** Of a project without a repository, or with none that can be read. */
    public static final ChangeHistory NONE = new ChangeHistory(List.of());

    private final List<Change> changes;

    private ChangeHistory(List<Change> changes) {
        this.changes = changes;
    }

    private record Kept(String head, List<Change> changes) {}

    /** Reads the history of what is checked out; from the index when nothing was committed since it was read last. */
    public static ChangeHistory of(Project project, Progress progress) {
        Optional<String> head = head(project);
        if (head.isEmpty()) {
            return NONE;
        }
        KeptFile file = new KeptFile(project, "history");
        Optional<Kept> kept = file.readAs(new TypeReference<Kept>() {})
                .filter(one -> one.head().equals(head.get()));
        if (kept.isPresent()) {
            return new ChangeHistory(kept.get().changes());
        }
        List<Change> changes = HistoryReader.read(project, progress);
        file.writeObject(new Kept(head.get(), changes));
        return new ChangeHistory(changes);
    }

    /** A history as given, for what does not come from a repository. */
    public static ChangeHistory of(List<Change> changes) {
        return new ChangeHistory(List.copyOf(changes));
    }

    /** The commit that is checked out; empty outside a repository. Read from its files: asked at every look. */
    public static Optional<String> head(Project project) {
        try {
            for (Path at = project.root(); at != null; at = at.getParent()) {
                Path git = at.resolve(".git");
                if (Files.isRegularFile(git)) {
                    String text = Files.readString(git).strip();
                    git = at.resolve(text.substring(text.indexOf(' ') + 1)).normalize();
                }
                if (Files.isRegularFile(git.resolve("HEAD"))) {
                    return head(git);
                }
            }
            return Optional.empty();
        } catch (IOException | RuntimeException e) {
            return Optional.empty();
        }
    }

    private static Optional<String> head(Path git) throws IOException {
        String head = Files.readString(git.resolve("HEAD")).strip();
        if (!head.startsWith("ref: ")) {
            return Optional.of(head);
        }
        String name = head.substring("ref: ".length());
        Path common = git;
        if (Files.isRegularFile(git.resolve("commondir"))) {
            common = git.resolve(Files.readString(git.resolve("commondir")).strip())
                    .normalize();
        }
        for (Path folder : List.of(git, common)) {
            if (Files.isRegularFile(folder.resolve(name))) {
                return Optional.of(Files.readString(folder.resolve(name)).strip());
            }
        }
        Path packed = common.resolve("packed-refs");
        return Files.isRegularFile(packed)
                ? Files.readAllLines(packed).stream()
                        .filter(line -> line.endsWith(" " + name))
                        .map(line -> line.substring(0, line.indexOf(' ')))
                        .findFirst()
                : Optional.empty();
    }

    public List<Change> changes() {
        return changes;
    }

    public boolean isEmpty() {
        return changes.isEmpty();
    }

    /** The changes of members of a type, newest first. */
    public List<Change> of(String file, String type) {
        return changes.stream()
                .filter(change -> change.in(file).stream().anyMatch(member -> member.startsWith(type + "#")))
                .toList();
    }

    /** How many commits changed a file. */
    public int count(String file) {
        return (int)
                changes.stream().filter(change -> !change.in(file).isEmpty()).count();
    }
}
