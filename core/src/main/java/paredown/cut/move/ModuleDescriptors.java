package paredown.cut.move;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import paredown.code.facts.ModuleFacts;
import paredown.code.facts.ModuleFacts.Directive;
import paredown.code.index.Sources;
import paredown.project.Module;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.source.Token;
import paredown.source.Tokens;
import paredown.tree.Required;
import paredown.verdict.Place;
import paredown.verdict.Rule;

/**
 * What the module descriptors of a project say of a class that moves to another package. The compiler reads the project on the class path
 * and would not notice what they forbid.
 */
final class ModuleDescriptors {
    private final Sources sources;
    private final List<ChangeSet.Change> changes = new ArrayList<>();
    private final List<String> warnings = new ArrayList<>();

    private ModuleDescriptors(Sources sources) {
        this.sources = sources;
    }

    /**
     * For a class that goes to another package.
     *
     * @param file of the class
     * @param alone whether nothing else is declared in it
     */
    static ModuleDescriptors moved(Sources sources, Path file, String from, String simple, String to, boolean alone) {
        ModuleDescriptors all = renamed(sources, from + "." + simple, to + "." + simple);
        for (Module module : sources.project().modules()) {
            sources.descriptor(module)
                    .filter(descriptor ->
                            sources.project().moduleOf(file).equals(Optional.of(module)) && !sources.isTest(file))
                    .ifPresent(descriptor -> all.published(descriptor, module, file, from, simple, to, alone));
        }
        return all;
    }

    /** For a class that gets another name in its package. */
    static ModuleDescriptors renamed(Sources sources, String old, String now) {
        ModuleDescriptors all = new ModuleDescriptors(sources);
        for (Module module : sources.project().modules()) {
            sources.descriptor(module).ifPresent(descriptor -> all.follow(descriptor, module, old, now));
        }
        return all;
    }

    List<ChangeSet.Change> changes() {
        return changes;
    }

    List<String> warnings() {
        return warnings;
    }

    private void published(
            ModuleFacts descriptor, Module module, Path file, String from, String simple, String to, boolean alone) {
        Optional<Directive> old = publishing(descriptor, from).findFirst();
        if (old.isEmpty()) {
            return;
        }
        boolean last = alone
                && sources.files()
                        .map(SourceText::path)
                        .noneMatch(path -> !path.equals(file)
                                && !sources.isTest(path)
                                && sources.project().moduleOf(path).equals(Optional.of(module))
                                && sources.outline(path).packageName().equals(from));
        Place place = new Place(descriptor.file(), old.get().line());
        if (last) {
            throw Required.refused(
                    place,
                    Rule.COMPILES,
                    "nothing would be left in " + from + ", which the module publishes",
                    "take the directive out first");
        }
        if (publishing(descriptor, to).findAny().isPresent()) {
            return;
        }
        boolean needed = sources.files()
                .map(SourceText::path)
                .anyMatch(path -> sources.project()
                                .moduleOf(path)
                                .filter(user -> user != module)
                                .flatMap(sources::descriptor)
                                .isPresent()
                        && sources.mayUse(path, from + "." + simple));
        if (needed) {
            throw Required.refused(
                    place,
                    Rule.REACHABLE,
                    to + " is not published, and another module uses '" + simple + "'",
                    "export " + to + " first");
        }
        warnings.add("'" + simple + "' leaves " + from + ", which module " + descriptor.name() + " publishes, for " + to
                + ", which it does not: code outside the module can no longer name it");
    }

    private static Stream<Directive> publishing(ModuleFacts descriptor, String packageName) {
        return descriptor.directives().stream()
                .filter(one -> (one.kind() == ModuleFacts.Kind.EXPORTS || one.kind() == ModuleFacts.Kind.OPENS)
                        && one.subject().equals(packageName));
    }

    /** Its qualified name, where services are named. */
    private void follow(ModuleFacts descriptor, Module module, String old, String now) {
        try {
            SourceText text = SourceText.read(descriptor.file(), module.encoding());
            Pattern name = Pattern.compile("(?<![\\w.])" + Pattern.quote(old) + "(?!\\w)");
            Matcher found = name.matcher(text.text());
            List<Edit> edits = new ArrayList<>();
            List<Region> comments = Tokens.of(text.text()).stream()
                    .filter(Token::isComment)
                    .map(Token::region)
                    .toList();
            while (found.find()) {
                Region region = new Region(found.start(), found.end());
                if (comments.stream().noneMatch(comment -> comment.contains(region))) {
                    edits.add(new Edit(region, now));
                }
            }
            if (!edits.isEmpty() && Files.isWritable(descriptor.file())) {
                changes.add(new ChangeSet.Change(
                        descriptor.file(), ChangeSet.Kind.EDITED, text, Optional.of(Draft.of(text, edits))));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
