package paredown.code;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.project.Module;
import paredown.project.Progress;
import paredown.project.Project;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.SourceText;

/** The Java files of a project as they stand on disk when they are read, and the way to have any of them attributed. */
public final class Sources {
    private static final int THREADS =
            Math.max(1, Math.min(4, Runtime.getRuntime().availableProcessors()));

    private final Project project;
    private final Progress progress;
    private final Map<Path, SourceText> texts;
    private final Map<Path, Module> modules;
    private final List<String> problems;
    private Map<Path, Outline> outlines;

    private Sources(
            Project project,
            Progress progress,
            Map<Path, SourceText> texts,
            Map<Path, Module> modules,
            List<String> problems) {
        this.project = project;
        this.progress = progress;
        this.texts = texts;
        this.modules = modules;
        this.problems = problems;
    }

    /** Reads all files under the source roots. What cannot be read is named among the {@link #problems()}. */
    public static Sources read(Project project, Progress progress) {
        Map<Path, SourceText> texts = new LinkedHashMap<>();
        Map<Path, Module> modules = new LinkedHashMap<>();
        List<String> problems = new ArrayList<>();
        for (Module module : project.modules()) {
            List<Path> roots = new ArrayList<>(module.mainRoots());
            roots.addAll(module.testRoots());
            for (Path root : roots) {
                for (Path file : javaFiles(root, project, problems)) {
                    read(file, module, project, texts, problems);
                    modules.put(file, module);
                    progress.at("reading files", texts.size(), 0);
                }
            }
        }
        return new Sources(project, progress, texts, modules, problems);
    }

    private static void read(
            Path file, Module module, Project project, Map<Path, SourceText> texts, List<String> problems) {
        try {
            SourceText text = SourceText.read(file, module.encoding());
            if (text.misread()) {
                problems.add(project.relative(file) + " is not in " + module.encoding()
                        + ", the encoding that the project declares");
            }
            texts.put(file, text);
        } catch (IOException e) {
            problems.add(
                    project.relative(file) + " cannot be read: " + e.getClass().getSimpleName());
        }
    }

    private static List<Path> javaFiles(Path root, Project project, List<String> problems) {
        List<Path> files = new ArrayList<>();
        try {
            // Links are not followed: they may lead out of the project or in circles.
            Files.walkFileTree(root, new SimpleFileVisitor<>() {
                @Override
                public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
                    String name = file.getFileName().toString();
                    if (attributes.isRegularFile() && name.endsWith(".java") && !name.equals("module-info.java")) {
                        files.add(file);
                    }
                    return FileVisitResult.CONTINUE;
                }

                @Override
                public FileVisitResult visitFileFailed(Path file, IOException e) {
                    problems.add(project.relative(file) + " cannot be read: "
                            + e.getClass().getSimpleName());
                    return FileVisitResult.CONTINUE;
                }
            });
        } catch (IOException e) {
            problems.add(project.relative(root) + " cannot be listed: " + e.getMessage());
        }
        files.sort(null);
        return files;
    }

    public Project project() {
        return project;
    }

    /** What could not be read, a sentence each. */
    public List<String> problems() {
        return problems;
    }

    public Collection<SourceText> files() {
        return texts.values();
    }

    public Optional<SourceText> file(Path path) {
        return Optional.ofNullable(texts.get(path));
    }

    public Module module(Path file) {
        return modules.get(file);
    }

    public boolean isTest(Path file) {
        return modules.get(file).isTest(file);
    }

    public boolean isGenerated(Path file) {
        return modules.get(file).isGenerated(file);
    }

    public Outline outline(Path file) {
        return outlines().get(file);
    }

    /** The files that declare a type of this qualified name. More than one when the project holds the type twice. */
    public List<Path> declaring(String type) {
        return paths(outline -> outline.types().contains(type));
    }

    /** The qualified names of all types in the project. */
    public Set<String> types() {
        Set<String> names = new LinkedHashSet<>();
        outlines().values().forEach(outline -> names.addAll(outline.types()));
        return names;
    }

    /** The files in which any of the words stands. */
    public List<Path> mentioning(Collection<String> words) {
        return paths(outline -> words.stream().anyMatch(outline::mentions));
    }

    /**
     * The files in which some class may extend the type of a simple name, itself or through others. By the words behind
     * {@code extends}: a few files too many, none too few.
     */
    public Set<Path> extending(String simpleName) {
        Set<Path> found = new LinkedHashSet<>();
        Set<String> names = new LinkedHashSet<>(Set.of(simpleName));
        boolean grew = true;
        while (grew) {
            grew = false;
            for (Path path : paths(outline -> !found.contains(outline.source().path()) && outline.mayExtend(names))) {
                found.add(path);
                outline(path).types().forEach(type -> names.add(type.substring(type.lastIndexOf('.') + 1)));
                grew = true;
            }
        }
        return found;
    }

    private List<Path> paths(Predicate<Outline> wanted) {
        List<Path> found = new ArrayList<>();
        outlines().forEach((path, outline) -> {
            if (wanted.test(outline)) {
                found.add(path);
            }
        });
        return found;
    }

    private synchronized Map<Path, Outline> outlines() {
        if (outlines == null) {
            List<Callable<List<Outline>>> parts = new ArrayList<>();
            for (Module module : project.modules()) {
                List<SourceText> own = texts.values().stream()
                        .filter(text -> modules.get(text.path()) == module)
                        .toList();
                int size = Math.max(20, own.size() / (THREADS * 2) + 1);
                for (int i = 0; i < own.size(); i += size) {
                    List<SourceText> part = own.subList(i, Math.min(own.size(), i + size));
                    parts.add(() -> Outlines.of(part, Attribution.options(module)));
                }
            }
            Map<Path, Outline> read = new TreeMap<>();
            int done = 0;
            for (List<Outline> part : together(parts)) {
                part.forEach(outline -> read.put(outline.source().path(), outline));
                progress.at("parsing", ++done, parts.size());
            }
            outlines = read;
        }
        return outlines;
    }

    /** Runs pieces of work on all cores; results in the order of the pieces. */
    public static <R> List<R> together(List<? extends Callable<R>> work) {
        ExecutorService threads = Executors.newFixedThreadPool(THREADS);
        try {
            List<Future<R>> futures = work.stream().map(threads::submit).toList();
            List<R> results = new ArrayList<>();
            for (Future<R> future : futures) {
                results.add(future.get());
            }
            return results;
        } catch (ExecutionException e) {
            if (e.getCause() instanceof RuntimeException cause) {
                throw cause;
            }
            throw new IllegalStateException(e.getCause());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("interrupted", e);
        } finally {
            threads.shutdownNow();
        }
    }

    /** Attributes all production files of a module, or those of its tests, against the rest as stubs; nothing where there are none. */
    void attributeAll(Module module, boolean tests, Consumer<Attribution> borrower) {
        List<SourceText> files = texts.values().stream()
                .filter(text -> modules.get(text.path()) == module && module.isTest(text.path()) == tests)
                .toList();
        if (files.isEmpty()) {
            return;
        }
        SourcePath others = new SourcePath();
        List<SourceText> beside = new ArrayList<>();
        boolean needsOthers = tests || project.seenBy(module).size() > 1;
        if (needsOthers) {
            Set<Path> own = files.stream().map(SourceText::path).collect(Collectors.toSet());
            visible(module)
                    .filter(path -> !own.contains(path))
                    .map(this::outline)
                    .forEach(outline -> {
                        others.add(outline);
                        if (outline.hidesTypes()) {
                            beside.add(outline.source().sibling(outline.source().path(), outline.stub()));
                        }
                    });
        }
        Attribution.of(module, files, beside, others, attribution -> {
            borrower.accept(attribution);
            return null;
        });
    }

    /**
     * Attributes some files of a module, tests among them or not, as they are or as a change would make them. All other files stand by
     * as stubs.
     */
    public <R> R attribute(
            Module module, Collection<Path> files, ChangeSet overlay, Function<Attribution, R> borrower) {
        Map<Path, SourceText> full = new LinkedHashMap<>();
        List<SourceText> beside = new ArrayList<>();
        SourcePath others = new SourcePath();
        visible(module).forEach(path -> {
            Optional<ChangeSet.Change> change = overlay.of(path);
            Outline outline = outline(path);
            Optional<String> text = change.isPresent()
                    ? change.get().after().map(Draft::text)
                    : Optional.of(outline.source().text());
            boolean own = modules.get(path) == module;
            if (text.isPresent() && own && files.contains(path)) {
                full.put(path, change.isPresent() ? outline.source().sibling(path, text.get()) : outline.source());
                others.add(path, outline.packageName(), text.get());
            } else if (text.isPresent() && outline.hidesTypes()) {
                beside.add(outline.source().sibling(path, change.isPresent() ? text.get() : outline.stub()));
                others.add(path, outline.packageName(), text.get());
            } else if (text.isPresent() && change.isPresent()) {
                others.add(path, outline.packageName(), text.get());
            } else if (change.isEmpty()) {
                others.add(outline);
            }
        });
        for (ChangeSet.Change change : overlay.changes()) {
            boolean added = change.kind() == ChangeSet.Kind.ADDED && sees(module, change.file());
            if (added) {
                String text = change.after().map(Draft::text).orElseThrow();
                SourceText source = change.before().sibling(change.file(), text);
                if (project.moduleOf(change.file()).orElseThrow() == module) {
                    full.put(change.file(), source);
                }
                others.add(
                        change.file(),
                        Outlines.of(List.of(source), List.of()).get(0).packageName(),
                        text);
            }
        }
        return Attribution.of(module, full.values(), beside, others, borrower);
    }

    private boolean sees(Module module, Path file) {
        return project.moduleOf(file)
                .map(owner -> project.seenBy(module).contains(owner))
                .orElse(false);
    }

    private Stream<Path> visible(Module module) {
        List<Module> seen = project.seenBy(module);
        return texts.keySet().stream()
                .filter(path -> modules.get(path) == module || seen.contains(modules.get(path)) && !isTest(path));
    }
}
