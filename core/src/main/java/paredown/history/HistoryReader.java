package paredown.history;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.eclipse.jgit.diff.DiffEntry;
import org.eclipse.jgit.diff.DiffFormatter;
import org.eclipse.jgit.diff.Edit;
import org.eclipse.jgit.diff.RawTextComparator;
import org.eclipse.jgit.lib.ObjectId;
import org.eclipse.jgit.lib.Repository;
import org.eclipse.jgit.revwalk.RevCommit;
import org.eclipse.jgit.revwalk.RevWalk;
import org.eclipse.jgit.util.io.DisabledOutputStream;
import paredown.project.Progress;
import paredown.project.Project;

/** Reads changes of members out of a repository, newest commit first. */
final class HistoryReader {
    /** Commits looked at. What happened before says little about what will change next. */
    private static final int MOST_COMMITS = 1000;

    /** Commits of more files are mechanical. */
    private static final int MOST_FILES = 25;

    private final Repository repository;
    private final String prefix;

    /** Paths today by paths at the commit that is being read. */
    private final Map<String, String> today = new HashMap<>();

    private HistoryReader(Repository repository, String prefix) {
        this.repository = repository;
        this.prefix = prefix;
    }

    /** The changes; none where the repository cannot be read. */
    static List<Change> read(Project project, Progress progress) {
        try (Repository repository = LocalRepository.of(project).orElse(null)) {
            if (repository == null) {
                return List.of();
            }
            Path tree = repository.getWorkTree().toPath().toRealPath();
            String inside = tree.relativize(project.root()).toString().replace('\\', '/');
            return new HistoryReader(repository, inside.isEmpty() ? "" : inside + "/").read(progress);
        } catch (IOException | RuntimeException e) {
            return List.of();
        }
    }

    private List<Change> read(Progress progress) throws IOException {
        List<Change> changes = new ArrayList<>();
        ObjectId head = repository.resolve("HEAD");
        if (head == null) {
            return changes;
        }
        try (RevWalk walk = new RevWalk(repository);
                DiffFormatter formatter = new DiffFormatter(DisabledOutputStream.INSTANCE)) {
            formatter.setRepository(repository);
            formatter.setDetectRenames(true);
            formatter.setDiffComparator(RawTextComparator.WS_IGNORE_ALL);
            walk.markStart(walk.parseCommit(head));
            int seen = 0;
            for (RevCommit commit : walk) {
                if (++seen > MOST_COMMITS) {
                    break;
                }
                progress.at("reading the history", seen, 0);
                if (commit.getParentCount() == 1) {
                    Map<String, Set<String>> members =
                            members(formatter, walk.parseCommit(commit.getParent(0)), commit);
                    if (!members.isEmpty()) {
                        changes.add(change(commit, members));
                    }
                }
            }
        }
        return changes;
    }

    private static Change change(RevCommit commit, Map<String, Set<String>> members) {
        String day = commit.getAuthorIdent()
                .getWhenAsInstant()
                .atZone(ZoneId.of("UTC"))
                .toLocalDate()
                .toString();
        return new Change(
                commit.abbreviate(8).name(), day, commit.getAuthorIdent().getName(), commit.getShortMessage(), members);
    }

    private Map<String, Set<String>> members(DiffFormatter formatter, RevCommit before, RevCommit after)
            throws IOException {
        List<DiffEntry> entries = formatter.scan(before.getTree(), after.getTree());
        List<DiffEntry> changed = entries.stream()
                .filter(entry -> isOurs(entry.getNewPath()) || isOurs(entry.getOldPath()))
                .toList();
        Map<String, Set<String>> members = new LinkedHashMap<>();
        boolean mechanical = changed.size() > MOST_FILES;
        for (DiffEntry entry : changed) {
            boolean kept = entry.getChangeType() == DiffEntry.ChangeType.MODIFY
                    || entry.getChangeType() == DiffEntry.ChangeType.RENAME;
            if (!kept) {
                continue;
            }
            String path = today.getOrDefault(entry.getNewPath(), entry.getNewPath());
            if (!mechanical) {
                Set<String> found = members(formatter, entry);
                if (!found.isEmpty()) {
                    members.put(path.substring(prefix.length()), found);
                }
            }
            if (entry.getChangeType() == DiffEntry.ChangeType.RENAME) {
                today.put(entry.getOldPath(), path);
            }
        }
        return members;
    }

    private boolean isOurs(String path) {
        return path.startsWith(prefix) && path.endsWith(".java");
    }

    private Set<String> members(DiffFormatter formatter, DiffEntry entry) throws IOException {
        Set<String> found = new LinkedHashSet<>();
        MemberLines before = null;
        MemberLines after = null;
        for (Edit edit : formatter.toFileHeader(entry).toEditList()) {
            if (edit.getEndB() > edit.getBeginB()) {
                after = after == null ? lines(entry.getNewId().toObjectId()) : after;
                found.addAll(after.on(edit.getBeginB() + 1, edit.getEndB()));
            }
            if (edit.getEndA() > edit.getBeginA()) {
                before = before == null ? lines(entry.getOldId().toObjectId()) : before;
                found.addAll(before.on(edit.getBeginA() + 1, edit.getEndA()));
            }
        }
        return found;
    }

    private MemberLines lines(ObjectId blob) throws IOException {
        return MemberLines.of(new String(repository.open(blob).getCachedBytes(), StandardCharsets.UTF_8));
    }
}
