package paredown.code.index;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Predicate;
import java.util.stream.Stream;
import paredown.code.compile.ClassHeaders;
import paredown.code.compile.Problem;
import paredown.code.compile.Threads;
import paredown.code.facts.FactsCodec;
import paredown.code.facts.FactsReader;
import paredown.code.facts.FileFacts;
import paredown.project.Module;
import paredown.project.Progress;

/**
 * Brings the facts of a project up to date: keeps what the index knows of files that did not change and whose meaning no change can reach,
 * and attributes the others, piece by piece on all cores.
 *
 * <p>A file's meaning hangs on its own text and on declarations elsewhere. What names a declaration, spells it; so a changed declaration
 * reaches the files in which one of its words stands, and those whose own declarations thereby change pass it on. Changes that reach
 * further ({@link HeaderChange#everywhere}) start everything over.
 */
final class FactsUpdate {
    /** Characters of source that are attributed together, at most. More would cost memory, less would read the surroundings too often. */
    private static final long PIECE = 6_000_000;

    private static final int MOST_ROUNDS = 6;

    private final Sources sources;
    private final Progress progress;
    private final Map<Path, FileFacts> known = new ConcurrentHashMap<>();

    /** Tests that have to be read again and that nobody asked for: kept, so that then it shows what changed in them. */
    private final Map<Path, FileFacts> outdated = new HashMap<>();

    private final AtomicInteger done = new AtomicInteger();

    private Optional<CompletableFuture<Map<FileFacts, FactsCodec.Decoded>>> decoding = Optional.empty();

    /** Whether somebody will look at the facts, and not only at which file uses which. */
    private final boolean read;

    private FactsUpdate(Sources sources, boolean read, Progress progress) {
        this.sources = sources;
        this.read = read;
        this.progress = progress;
    }

    /** The facts of all production files and, where wanted, of the tests, in the order of modules and files. */
    static Read of(Sources sources, boolean tests, Progress progress) {
        return of(sources, tests, true, progress);
    }

    /** Brings what is known of all files up to date. */
    static void all(Sources sources, Progress progress) {
        of(sources, true, false, progress);
    }

    private static Read of(Sources sources, boolean tests, boolean read, Progress progress) {
        FactsIndex index = new FactsIndex(sources.project());
        Map<Path, FileFacts> kept = index.load();
        FactsUpdate update = new FactsUpdate(sources, read, progress);
        boolean changed = update.update(kept, tests);
        if (changed) {
            progress.at("keeping what was read", 0, 1);
            List<FileFacts> all = new ArrayList<>(update.known.values());
            all.addAll(update.outdated.values());
            index.save(all);
        }
        sources.know(update.known);
        List<FileFacts> wanted = new ArrayList<>();
        sources.entries().forEach((path, entry) -> {
            FileFacts facts = update.known.get(path);
            if (facts != null && (tests || !entry.test())) {
                wanted.add(facts);
            }
        });
        return new Read(wanted, update.decoded());
    }

    /**
     * What was read.
     *
     * @param decoded what some of the files hold
     */
    record Read(List<FileFacts> files, Map<FileFacts, FactsCodec.Decoded> decoded) {
        FactsCodec.Decoded decoded(FileFacts file) {
            FactsCodec.Decoded known = decoded.get(file);
            return known == null ? file.decoded() : known;
        }
    }

    private Map<FileFacts, FactsCodec.Decoded> decoded() {
        return decoding.map(CompletableFuture::join).orElse(Map.of());
    }

    /** The compiler that reads a few changed files is busy on one core only. */
    private void decodeMeanwhile() {
        List<FileFacts> files =
                known.values().stream().filter(facts -> !facts.test()).toList();
        decoding = Optional.of(CompletableFuture.supplyAsync(() -> {
            Map<FileFacts, FactsCodec.Decoded> found = new IdentityHashMap<>();
            files.forEach(file -> found.put(file, file.decoded()));
            return found;
        }));
    }

    /** Returns whether anything differs from what was kept. */
    private boolean update(Map<Path, FileFacts> kept, boolean tests) {
        if (tests && kept.values().stream().noneMatch(FileFacts::test)) {
            // Read for the first time: no production code can depend on them.
            boolean changed = update(kept, false);
            Set<Path> all = paths(Sources.Entry::test);
            attribute(all);
            return changed || !all.isEmpty();
        }
        Map<String, byte[]> before = new HashMap<>();
        boolean gone = false;
        for (FileFacts facts : kept.values()) {
            Sources.Entry entry = sources.entries().get(facts.file());
            if (entry != null && entry.hash().equals(facts.hash())) {
                sources.saw(facts.file(), facts.summary());
            }
            if (entry != null && entry.hash().equals(facts.hash()) && entry.test() == facts.test()) {
                known.put(facts.file(), facts);
            } else if (entry != null && facts.test() && !tests) {
                outdated.put(facts.file(), facts.outdated());
            } else {
                gone |= entry == null;
                facts.headers().ifPresent(before::putAll);
            }
        }
        Set<Path> wanted = paths(entry -> tests || !entry.test());
        Set<Path> stale = new LinkedHashSet<>(wanted);
        stale.removeAll(known.keySet());
        if (stale.isEmpty() && !gone) {
            return false;
        }
        boolean most = stale.size() * 3 > wanted.size();
        if (read && !most) {
            decodeMeanwhile();
        }
        for (int round = 0; round < MOST_ROUNDS && !most; round++) {
            Map<String, byte[]> after = attribute(stale);
            HeaderChange change = HeaderChange.between(before, after);
            if (change.isNothing()) {
                return true;
            }
            if (change.everywhere()) {
                break;
            }
            before.clear();
            stale = reached(change, tests, before);
            if (stale.isEmpty()) {
                return true;
            }
        }
        // Everything anew: most of it is needed anyway, or a change reaches who knows where.
        known.clear();
        outdated.clear();
        attribute(wanted);
        return true;
    }

    private Set<Path> paths(Predicate<Sources.Entry> wanted) {
        Set<Path> paths = new LinkedHashSet<>();
        sources.entries().forEach((path, entry) -> {
            if (wanted.test(entry)) {
                paths.add(path);
            }
        });
        return paths;
    }

    /** The files that a change reaches; tests that nobody asked for are left for later. */
    private Set<Path> reached(HeaderChange change, boolean tests, Map<String, byte[]> before) {
        Set<Path> reached = new LinkedHashSet<>();
        for (Path path : sources.mentioning(change.words())) {
            FileFacts facts = known.get(path);
            if (facts != null && facts.test() && !tests) {
                known.remove(path);
                outdated.put(path, facts.outdated());
            } else if (facts != null) {
                reached.add(path);
                facts.headers().ifPresent(before::putAll);
            }
        }
        return reached;
    }

    /** Attributes files and returns the declarations that they have now. */
    private Map<String, byte[]> attribute(Set<Path> stale) {
        Map<String, byte[]> after = new HashMap<>();
        done.set(0);
        stale.forEach(known::remove);
        for (boolean test : new boolean[] {false, true}) {
            for (Module module : inOrder()) {
                List<Path> files = stale.stream()
                        .filter(path -> sources.entries().get(path).module() == module
                                && sources.entries().get(path).test() == test)
                        .toList();
                if (!files.isEmpty()) {
                    Set<String> names = typeNames(module, test);
                    List<Callable<Void>> work = new ArrayList<>();
                    for (List<Path> piece : pieces(files)) {
                        work.add(() -> {
                            attribute(module, test, piece, names, stale.size());
                            return null;
                        });
                    }
                    Threads.together(work);
                }
            }
        }
        stale.forEach(path -> {
            FileFacts facts = known.get(path);
            if (facts != null) {
                facts.headers().ifPresent(after::putAll);
            }
        });
        return after;
    }

    /** Modules, those that others use first. */
    private List<Module> inOrder() {
        Set<Module> ordered = new LinkedHashSet<>();
        for (Module module : sources.project().modules()) {
            List<Module> seen = new ArrayList<>(sources.project().seenBy(module));
            Collections.reverse(seen);
            ordered.addAll(seen);
        }
        return List.copyOf(ordered);
    }

    private List<List<Path>> pieces(List<Path> files) {
        long all = files.stream().mapToLong(this::length).sum();
        long target = Math.min(PIECE, all / Threads.COUNT + 1);
        List<List<Path>> pieces = new ArrayList<>();
        List<Path> piece = new ArrayList<>();
        long length = 0;
        for (Path file : files) {
            if (length >= target) {
                pieces.add(piece);
                piece = new ArrayList<>();
                length = 0;
            }
            piece.add(file);
            length += length(file);
        }
        pieces.add(piece);
        return pieces;
    }

    private long length(Path file) {
        return sources.entries().get(file).text().text().length();
    }

    /** A piece on which the compiler gives up is taken in halves, until the one file is found that it cannot stand. */
    private void attribute(Module module, boolean test, List<Path> piece, Set<String> names, int total) {
        Map<Path, FileFacts> read = new LinkedHashMap<>();
        boolean whole = sources.attribute(
                module,
                test,
                piece.stream().map(path -> sources.entries().get(path).text()).toList(),
                List.of(),
                new HashSet<>(piece),
                known,
                Sources.Purpose.READING,
                attribution -> {
                    if (attribution.hasFailed() && piece.size() > 1) {
                        return false;
                    }
                    FactsReader.of(attribution, test, names::contains, (unit, facts, gaveUp) -> {
                        Path path = attribution.source(unit).path();
                        Optional<Map<String, byte[]>> headers =
                                attribution.failure().isPresent()
                                        ? Optional.empty()
                                        : ClassHeaders.of(attribution, unit);
                        List<Problem> problems = Stream.concat(
                                        gaveUp.stream(),
                                        attribution.problems().stream()
                                                .filter(one -> one.file().equals(path)))
                                .toList();
                        read.put(
                                path,
                                FileFacts.of(
                                        path,
                                        test,
                                        sources.entries().get(path).hash(),
                                        sources.summary(path),
                                        headers,
                                        facts,
                                        problems));
                        progress.at("resolving files", done.incrementAndGet(), total);
                    });
                    return true;
                });
        if (whole) {
            known.putAll(read);
        } else {
            attribute(module, test, piece.subList(0, piece.size() / 2), names, total);
            attribute(module, test, piece.subList(piece.size() / 2, piece.size()), names, total);
        }
    }

    /** The types that a module sees, those among them that a file hides behind another name too. */
    private Set<String> typeNames(Module module, boolean test) {
        Set<Module> seen = Set.copyOf(sources.project().seenBy(module));
        Set<Path> files = paths(entry -> seen.contains(entry.module()) && (test || !entry.test()));
        Set<String> names = new HashSet<>();
        sources.summarise(files);
        files.forEach(path -> names.addAll(sources.summary(path).types()));
        return names;
    }
}
