package paredown.history;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Set;
import java.util.TreeSet;
import org.eclipse.jgit.diff.DiffEntry;
import org.eclipse.jgit.diff.DiffFormatter;
import org.eclipse.jgit.lib.ObjectId;
import org.eclipse.jgit.lib.ObjectReader;
import org.eclipse.jgit.lib.Repository;
import org.eclipse.jgit.revwalk.RevCommit;
import org.eclipse.jgit.revwalk.RevWalk;
import org.eclipse.jgit.revwalk.filter.RevFilter;
import org.eclipse.jgit.treewalk.CanonicalTreeParser;
import org.eclipse.jgit.treewalk.FileTreeIterator;
import org.eclipse.jgit.treewalk.filter.PathSuffixFilter;
import org.eclipse.jgit.util.io.DisabledOutputStream;
import paredown.project.ConfigurationException;
import paredown.project.Project;

/** What differs between a commit and the files as they stand, committed or not. */
public final class ChangedSince {
    private ChangedSince() {}

    /**
     * The Java files that were changed or added since a revision.
     *
     * @param revision anything that names a commit: a branch, a tag, {@code HEAD~3}
     * @throws ConfigurationException when it names none, or the project lies in no repository
     */
    public static Set<Path> files(Project project, String revision) {
        try (Repository repository = repository(project);
                ObjectReader reader = repository.newObjectReader();
                DiffFormatter formatter = new DiffFormatter(DisabledOutputStream.INSTANCE)) {
            ObjectId tree = tree(repository, revision);
            formatter.setRepository(repository);
            formatter.setPathFilter(PathSuffixFilter.create(".java"));
            Path root = repository.getWorkTree().toPath().toRealPath();
            Set<Path> files = new TreeSet<>();
            for (DiffEntry entry :
                    formatter.scan(new CanonicalTreeParser(null, reader, tree), new FileTreeIterator(repository))) {
                if (entry.getChangeType() != DiffEntry.ChangeType.DELETE) {
                    files.add(root.resolve(entry.getNewPath()));
                }
            }
            return files;
        } catch (IOException | org.eclipse.jgit.errors.RevisionSyntaxException e) {
            throw new ConfigurationException("'" + revision + "' cannot be compared with: " + e.getMessage());
        }
    }

    /** The files of the merge base with a revision: what came to it since is not this branch's. */
    private static ObjectId tree(Repository repository, String revision) throws IOException {
        ObjectId named = repository.resolve(revision + "^{commit}");
        if (named == null) {
            throw new ConfigurationException("there is no commit '" + revision + "' in this repository");
        }
        ObjectId head = repository.resolve("HEAD");
        try (RevWalk walk = new RevWalk(repository)) {
            RevCommit since = walk.parseCommit(named);
            walk.setRevFilter(RevFilter.MERGE_BASE);
            walk.markStart(since);
            if (head != null) {
                walk.markStart(walk.parseCommit(head));
            }
            RevCommit base = walk.next();
            return (base == null ? since : base).getTree();
        }
    }

    private static Repository repository(Project project) throws IOException {
        return LocalRepository.of(project)
                .orElseThrow(() -> new ConfigurationException("the project lies in no Git repository"));
    }
}
