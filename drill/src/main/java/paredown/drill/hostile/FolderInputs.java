package paredown.drill.hostile;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import paredown.journal.Journal;
import paredown.journal.Step;
import paredown.project.Disk;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.SourceText;

/** Journals that came along, links, names of files, and bits that a disk lost. */
final class FolderInputs {
    private static final List<List<String>> ALL =
            List.of(Input.FIND, List.of("journal"), Input.CUT, List.of("undo"), List.of("redo"), List.of("undo"));

    private FolderInputs() {}

    static List<Input> all(long seed, int flips) {
        List<Input> inputs = new ArrayList<>(journals());
        inputs.addAll(links());
        inputs.addAll(names());
        for (int i = 0; i < flips; i++) {
            long one = seed + i;
            inputs.add(new Input(
                    "lost bits",
                    "flip " + i,
                    place -> flip(place, one),
                    List.of(Input.FIND, List.of("undo"), List.of("redo"), List.of("gate", "--update"))));
        }
        return inputs;
    }

    private static List<Input> journals() {
        List<Input> inputs = new ArrayList<>();
        for (String state : List.of("WRITING", "APPLIED", "UNDONE", "UNDOING", "REDOING", "TAKEN_BACK", "NOTHING")) {
            for (String path : List.of(
                    "../outside/canary",
                    "OUTSIDE/canary",
                    "src/../../outside/canary",
                    "src/dome/Shutter.java",
                    ".git/hooks/pre-commit",
                    "")) {
                inputs.add(new Input("journals", state + " " + path, place -> forged(place, state, path), ALL));
            }
        }
        for (String text : List.of(
                "", "{}", "[]", "null", "{\"number\":1}", "x", "{\"seal\":\"zz\"}", "{\"seal\":\"\"}", "\u0000")) {
            inputs.add(new Input(
                    "journals", "record " + text, place -> place.write(".pare/journal/0001/step.json", text), ALL));
        }
        inputs.add(new Input(
                "journals",
                "many",
                place -> {
                    for (int i = 1; i < 300; i++) {
                        place.write(String.format(".pare/journal/%04d/step.json", i), "{}");
                    }
                },
                ALL));
        inputs.add(new Input(
                "journals",
                "a number too large",
                place -> place.write(".pare/journal/999999999/step.json", "{}"),
                ALL));
        for (String name : List.of("facts", "verdicts", "groups", "answer", "history", "project")) {
            inputs.add(new Input(
                    "journals", "forged " + name, place -> place.write(".pare/index/" + name, new byte[5000]), ALL));
            inputs.add(new Input("journals", "empty " + name, place -> place.write(".pare/index/" + name, ""), ALL));
        }
        for (String name : List.of("lock", "green", "mark", ".gitignore", "journal", "index")) {
            inputs.add(new Input(
                    "journals",
                    "a folder as " + name,
                    place -> Files.createDirectories(place.root().resolve(".pare/" + name + "/x")),
                    ALL));
            inputs.add(new Input("journals", "a file as " + name, place -> place.write(".pare/" + name, "x"), ALL));
        }
        inputs.add(new Input("journals", "a file as .pare", place -> place.write(".pare", "x"), ALL));
        return inputs;
    }

    /** What the records of earlier versions looked like, and what a neighbour could write. */
    private static void forged(Input.Place place, String state, String path) throws IOException {
        String target = path.replace("OUTSIDE", place.outside().toString());
        byte[] before = "harm".getBytes(StandardCharsets.UTF_8);
        Path there = place.root().resolve(target.isEmpty() ? "none" : target);
        String after = Files.isRegularFile(there) ? "\"" + Disk.hash(Files.readAllBytes(there)) + "\"" : "null";
        place.write(".pare/journal/0001/before-0", before);
        place.write(".pare/journal/0001/after-0", before);
        place.write(
                ".pare/journal/0001/step.json",
                "{\"number\":1,\"kind\":\"extract-class\",\"title\":\"t\",\"command\":\"c\",\"time\":\"2026-03-14T21:00Z\",\"state\":\""
                        + state + "\",\"folders\":[\"" + target + "\"],\"supersedes\":[],\"files\":[{\"path\":\""
                        + target + "\",\"before\":\"" + Disk.hash(before)
                        + "\",\"after\":" + after + ",\"temporary\":\"../../canary\"}],\"seal\":\"" + "0".repeat(64)
                        + "\"}");
    }

    private static void link(Input.Place place, String from, Path to) throws IOException {
        Path link = place.root().resolve(from);
        Files.createDirectories(link.getParent());
        Files.deleteIfExists(link);
        Files.createSymbolicLink(link, to);
    }

    private static List<Input> links() {
        List<Input> inputs = new ArrayList<>();
        for (String name : List.of(
                ".pare",
                ".pare/index",
                ".pare/journal",
                ".pare/lock",
                ".pare/green",
                ".pare/mark",
                ".pare/.gitignore",
                ".pare/index/facts",
                ".pare/journal/0001",
                ".pare/set-aside")) {
            inputs.add(new Input("links", name + " to a folder", place -> link(place, name, place.outside()), ALL));
            inputs.add(new Input(
                    "links",
                    name + " to a file",
                    place -> link(place, name, place.outside().resolve("kept.txt")),
                    ALL));
            inputs.add(new Input("links", name + " to nothing", place -> link(place, name, place.canary()), ALL));
            inputs.add(new Input(
                    "links",
                    name + " to itself",
                    place -> link(place, name, place.root().resolve(name)),
                    ALL));
        }
        inputs.add(new Input(
                "links",
                "the new class to a file",
                place -> link(place, "src/dome/Drive.java", place.outside().resolve("kept.txt")),
                ALL));
        inputs.add(new Input(
                "links", "the new class to nothing", place -> link(place, "src/dome/Drive.java", place.canary()), ALL));
        inputs.add(new Input(
                "links",
                "a source outside",
                place -> {
                    Files.writeString(
                            place.outside().resolve("Roof.java"),
                            "package dome; class Roof { Roof(Shutter s) { s.spin(); } }");
                    link(place, "src/dome/Roof.java", place.outside().resolve("Roof.java"));
                },
                ALL));
        inputs.add(new Input(
                "links",
                "a package outside",
                place -> {
                    Files.createDirectories(place.outside().resolve("roof"));
                    Files.writeString(place.outside().resolve("roof/Roof.java"), "package roof; class Roof {}");
                    link(place, "src/roof", place.outside().resolve("roof"));
                },
                ALL));
        inputs.add(new Input(
                "links",
                "the class that is cut",
                place -> {
                    Files.writeString(place.outside().resolve("Shutter.java"), Input.SHUTTER);
                    link(place, "src/dome/Shutter.java", place.outside().resolve("Shutter.java"));
                },
                ALL));
        inputs.add(new Input(
                "links",
                "the root of the sources",
                place -> {
                    Files.createDirectories(place.outside().resolve("src/dome"));
                    Files.move(
                            place.root().resolve("src/dome/Shutter.java"),
                            place.outside().resolve("src/dome/Shutter.java"));
                    Files.delete(place.root().resolve("src/dome"));
                    link(place, "src", place.outside().resolve("src"));
                },
                ALL));
        inputs.add(new Input(
                "links",
                "in a circle",
                place -> link(place, "src/dome/again", place.root().resolve("src")),
                ALL));
        inputs.add(new Input("links", "to everything", place -> link(place, "src/all", Path.of("/")), ALL));
        inputs.add(new Input(
                "links",
                "the configuration to a file",
                place -> link(place, ".pare.yaml", Path.of("/etc/passwd")),
                ALL));
        inputs.add(new Input(
                "links",
                "the configuration to a device",
                place -> link(place, ".pare.yaml", Path.of("/dev/zero")),
                ALL));
        inputs.add(new Input(
                "links",
                "a source to a device",
                place -> link(place, "src/dome/Zero.java", Path.of("/dev/zero")),
                ALL));
        return inputs;
    }

    private static List<Input> names() {
        List<Input> inputs = new ArrayList<>();
        for (String name : List.of(
                "a b",
                "\u00e4\u00f6",
                "\u0130",
                "\ud83d\udd2d",
                "a\nb",
                "a\tb",
                "\u001b[2J",
                "\u202egnp",
                "\u009b31m",
                "-rf",
                "--yes",
                "$(touch canary)",
                "`x`",
                "'",
                "\"",
                "%n%s",
                "{0}",
                "con",
                "aux",
                "a.b",
                ".",
                "#x#",
                ".#Shutter",
                "x".repeat(240),
                "\u00ad",
                "\\",
                "*",
                "?")) {
            inputs.add(new Input(
                    "names",
                    "file " + name,
                    place -> place.write("src/dome/" + name + ".java", "package dome; class A { Shutter s; }"),
                    ALL));
            inputs.add(new Input(
                    "names",
                    "folder " + name,
                    place -> place.write(
                            "src/" + (name.equals(".") ? "x." : name) + "/A.java",
                            "package x; class A { dome.Shutter s; }"),
                    List.of(Input.FIND, Input.CUT)));
        }
        inputs.add(Input.cut(
                "names", "in case alone", place -> place.write("src/dome/drive.java", "package dome; class drive {}")));
        inputs.add(Input.cut(
                "names",
                "a pipe",
                place -> new ProcessBuilder(
                                "mkfifo",
                                place.root().resolve("src/dome/Pipe.java").toString())
                        .start()
                        .waitFor()));
        inputs.add(Input.cut(
                "names",
                "a pipe among resources",
                place -> new ProcessBuilder(
                                "mkfifo", place.root().resolve("names.txt").toString())
                        .start()
                        .waitFor()));
        inputs.add(Input.cut(
                "names",
                "a folder as a source",
                place -> Files.createDirectories(place.root().resolve("src/dome/Folder.java"))));
        return inputs;
    }

    /** A sound journal with one step, and an index; then one bit of what lies in the folder turns. */
    private static void flip(Input.Place place, long seed) throws IOException {
        step(place.root());
        Random random = new Random(seed);
        List<Path> files;
        try (Stream<Path> all = Files.walk(place.root().resolve(".pare"))) {
            files = all.filter(
                            file -> Files.isRegularFile(file) && file.toFile().length() > 0)
                    .sorted()
                    .toList();
        }
        Path file = files.get(random.nextInt(files.size()));
        byte[] content = Files.readAllBytes(file);
        content[random.nextInt(content.length)] ^= (byte) (1 << random.nextInt(8));
        Files.write(file, content);
    }

    private static void step(Path root) throws IOException {
        SourceText before = SourceText.read(root.resolve("src/dome/Shutter.java"), StandardCharsets.UTF_8);
        int at = before.text().indexOf("motor++");
        Draft after = Draft.of(before, List.of(new Edit(new Region(at, at + 7), "motor += 1")));
        ChangeSet changes = new ChangeSet(List.of(
                new ChangeSet.Change(before.path(), ChangeSet.Kind.EDITED, before, java.util.Optional.of(after))));
        try (Journal journal = Journal.open(root)) {
            Step step = journal.write("inline-method", "a step", "inline method", changes, java.time.Clock.systemUTC());
            journal.confirm(step);
        }
    }
}
