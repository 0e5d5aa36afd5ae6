package paredown.demo;

import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.time.OffsetDateTime;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.eclipse.jgit.api.Git;
import org.eclipse.jgit.api.errors.GitAPIException;
import org.eclipse.jgit.lib.PersonIdent;

/** Two years of work on Meridian as a Git repository, made from a script: the same commits every time. */
public final class MeridianHistory {
    /** One replacement, as the script gives it. */
    record Change(String file, String now, String was) {}

    /** One commit, as the script gives it. */
    record Commit(String date, String author, String subject, List<String> adds, List<Change> changes) {
        Commit {
            adds = adds == null ? List.of() : adds;
            changes = changes == null ? List.of() : changes;
        }
    }

    private record Script(
            @JsonProperty("authors") Map<String, String> authors,
            @JsonProperty("commits") List<Commit> commits) {}

    private final Script script;

    public MeridianHistory() {
        try (InputStream in = MeridianHistory.class.getResourceAsStream("/meridian-history.yaml")) {
            script = new ObjectMapper(new YAMLFactory()).readValue(in, Script.class);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * Makes a repository in a folder, with every commit, and leaves the newest checked out.
     *
     * @throws IllegalStateException when the script does not fit the files
     */
    public void makeIn(Path folder) throws IOException {
        Deque<Map<String, String>> states = states();
        try (Git git = Git.init()
                .setDirectory(folder.toFile())
                .setInitialBranch("main")
                .call()) {
            // The user's own Git settings must not sign, rewrite line ends or run hooks here.
            git.getRepository().getConfig().setBoolean("commit", null, "gpgsign", false);
            git.getRepository().getConfig().setString("core", null, "autocrlf", "false");
            git.getRepository().getConfig().save();
            for (Commit commit : script.commits()) {
                Meridian.write(folder, states.pop());
                git.add().addFilepattern(".").call();
                PersonIdent who = ident(commit);
                git.commit()
                        .setAuthor(who)
                        .setCommitter(who)
                        .setMessage(commit.subject())
                        .setSign(false)
                        .call();
            }
        } catch (GitAPIException e) {
            throw new IllegalStateException(e);
        }
    }

    public int commits() {
        return script.commits().size();
    }

    private PersonIdent ident(Commit commit) {
        String author = script.authors().get(commit.author());
        int at = author.indexOf(" <");
        OffsetDateTime time = OffsetDateTime.parse(commit.date());
        return new PersonIdent(
                author.substring(0, at),
                author.substring(at + 2, author.length() - 1),
                time.toInstant(),
                time.getOffset());
    }

    /** The files after each commit, first commit first: the newest state with one commit after the other taken out of it. */
    private Deque<Map<String, String>> states() {
        Deque<Map<String, String>> states = new ArrayDeque<>();
        Map<String, String> state = Meridian.files();
        for (int i = script.commits().size() - 1; i >= 0; i--) {
            states.push(Map.copyOf(state));
            Map<String, String> before = new TreeMap<>(state);
            Commit commit = script.commits().get(i);
            for (Change change : commit.changes()) {
                before.compute(path(change.file()), (path, text) -> takenOut(change, text));
            }
            for (String added : commit.adds()) {
                if (before.remove(path(added)) == null) {
                    throw new IllegalStateException("'" + commit.subject() + "' adds what is not there: " + added);
                }
            }
            state = before;
        }
        if (!state.isEmpty()) {
            throw new IllegalStateException("no commit adds " + state.keySet());
        }
        return states;
    }

    private static String takenOut(Change change, String text) {
        int at = text == null ? -1 : text.indexOf(change.now());
        if (at < 0 || text.indexOf(change.now(), at + 1) >= 0) {
            throw new IllegalStateException(change.file() + " must hold exactly once: " + change.now());
        }
        return text.substring(0, at)
                + change.was()
                + text.substring(at + change.now().length());
    }

    /** {@code plan/Night} stands for a class, with {@code Test} at its end for a test class; anything with a dot for itself. */
    private static String path(String name) {
        if (name.contains(".")) {
            return name;
        }
        return (name.endsWith("Test") ? "src/test/java/meridian/" : "src/main/java/meridian/") + name + ".java";
    }
}
