package paredown.cut.extract;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.VariableTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.element.Modifier;
import paredown.code.index.Sources;
import paredown.edit.EditSet;
import paredown.measure.IdentifierWords;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;
import paredown.tree.Names;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.verdict.Plan;

/** Works out how several methods come to take one object in place of some of their values. */
final class ParameterExtraction {
    private final Touched touched;
    private final ExtractParameters request;
    private final List<GroupedParameters> all;
    private final ParameterObject object;
    private final Map<GroupedParameters, String> names = new LinkedHashMap<>();
    private final GroupedCalls calls;
    private final EditSet edits = new EditSet();

    ParameterExtraction(
            Sources sources,
            Touched touched,
            ExtractParameters request,
            List<GroupedParameters> all,
            ParameterObject object) {
        this.touched = touched;
        this.request = request;
        this.all = all;
        this.object = object;
        all.forEach(one -> names.put(one, name(one)));
        this.calls = new GroupedCalls(sources, all, names, object);
    }

    /** What the object is called in a method: nothing in it has that name. */
    private String name(GroupedParameters one) {
        Region whole = one.member().declaration();
        Set<String> taken = one.file().tokensFrom(whole.start()).stream()
                .takeWhile(token -> token.region().start() < whole.end())
                .map(token -> token.of(one.file().text()))
                .collect(Collectors.toSet());
        Set<String> gone = one.indexes().stream()
                .map(index -> one.parameter(index).getSimpleName().toString())
                .collect(Collectors.toSet());
        // The name of a value that goes is free, unless the value stays as a variable.
        taken.removeIf(word -> gone.contains(word) && one.indexes().stream().noneMatch(one::isAssigned));
        // ForecastLimits are the limits, where a method has no others; of Series2D the last word says nothing.
        String full = Names.variable(object.simpleName());
        List<String> words = IdentifierWords.parts(object.simpleName());
        String last = Names.variable(words.get(words.size() - 1));
        return last.length() > 2 ? Names.fresh(taken, last, full) : Names.fresh(taken, full);
    }

    Plan plan() {
        all.forEach(one -> one.requireFree(object.qualified()));
        for (TouchedFile file : touched.files()) {
            edits.know(file);
            calls.in(file).forEach(edit -> edits.add(file, edit));
        }
        all.forEach(this::change);
        touched.files().forEach(this::links);
        touched.files().forEach(file -> object.imported(file).ifPresent(edit -> edits.add(file, edit)));
        List<ChangeSet.Change> changes = new ArrayList<>(edits.changes());
        object.added().ifPresent(changes::add);
        return new Plan(
                "extract parameters " + String.join(", ", request.params()) + " of " + shown() + " as "
                        + object.simpleName(),
                new ChangeSet(changes),
                meanings(),
                introduced(),
                words(),
                new Plan.Effects(
                        calls.rewritten(),
                        all.stream()
                                .filter(GroupedParameters::delegate)
                                .map(ParameterExtraction::shown)
                                .toList(),
                        List.of(),
                        List.of()));
    }

    private String shown() {
        return all.size() == 1 ? shown(all.get(0)) : all.size() + " methods";
    }

    private static String shown(GroupedParameters one) {
        String name =
                one.isConstructor() ? one.owner().simpleName() : one.member().name();
        return one.owner().simpleName() + "#" + name;
    }

    private Map<String, Set<String>> meanings() {
        Map<String, Set<String>> meanings = new LinkedHashMap<>();
        for (GroupedParameters one : all) {
            Set<String> now = new LinkedHashSet<>(Set.of(one.symbol(object.qualified())));
            if (one.delegate()) {
                now.add(one.member().symbol());
            }
            meanings.put(one.member().symbol(), now);
        }
        return meanings;
    }

    private Set<String> introduced() {
        Set<String> introduced = object.introduced();
        names.values().forEach(name -> introduced.add("#" + name));
        return introduced;
    }

    private Set<String> words() {
        Set<String> words = new LinkedHashSet<>(Set.of(object.simpleName()));
        all.forEach(one -> words.add(
                one.isConstructor() ? one.owner().simpleName() : one.member().name()));
        return words;
    }

    private void change(GroupedParameters one) {
        TouchedFile file = one.file();
        header(one);
        body(one);
        comment(one);
        if (one.delegate()) {
            file.overrideMarks(one.tree()).forEach(mark -> edits.add(file, Edit.delete(mark)));
            edits.add(file, Edit.insert(one.member().withComments().start(), delegate(one)));
        }
    }

    private void header(GroupedParameters one) {
        TouchedFile file = one.file();
        List<? extends VariableTree> parameters = one.tree().getParameters();
        for (int i = 0; i < parameters.size(); i++) {
            if (!one.indexes().contains(i)) {
                continue;
            }
            if (i == one.first()) {
                boolean fixed = parameters.get(i).getModifiers().getFlags().contains(Modifier.FINAL);
                String text = (fixed ? "final " : "") + object.in(file) + " " + names.get(one);
                edits.add(file, new Edit(file.region(parameters.get(i)), text));
            } else {
                edits.add(file, Edit.delete(new Region(file.end(parameters.get(i - 1)), file.end(parameters.get(i)))));
            }
        }
    }

    /** The values are asked for where they were named; one that is assigned becomes a variable. */
    private void body(GroupedParameters one) {
        TouchedFile file = one.file();
        BlockTree body = one.tree().getBody();
        boolean flat = one.statements().stream()
                .limit(1)
                .anyMatch(first ->
                        file.source().line(file.start(body)) == file.source().line(file.start(first)));
        String line = flat
                ? " "
                : file.source().lineEnding()
                        + one.owner().memberIndentation()
                        + one.owner().unit();
        Draft variables = new Draft();
        for (int i = 0; i < one.indexes().size(); i++) {
            String value = object.asked(names.get(one), i);
            if (one.isAssigned(one.indexes().get(i))) {
                VariableTree written =
                        one.tree().getParameters().get(one.indexes().get(i));
                variables
                        .write(line + file.typeText(written, List.of()) + " ")
                        .copy(file.source(), file.nameOf(written))
                        .write(" = " + value + ";");
            }
            one.asked(i).stream()
                    .filter(use -> !calls.isTaken(use))
                    .forEach(use -> edits.add(file, new Edit(file.region(use.tree()), value)));
        }
        if (!variables.text().isEmpty()) {
            int at = one.chained().map(file::end).orElse(file.start(body) + 1);
            edits.add(file, Edit.insert(at, variables));
        }
    }

    /** What the comment says of the values the new class says from now on. */
    private void comment(GroupedParameters one) {
        boolean first = true;
        for (int index : one.indexes()) {
            String name = one.parameter(index).getSimpleName().toString();
            var tag = ParameterComments.tag(one, name);
            if (tag.isEmpty()) {
                continue;
            }
            int at = ParameterComments.comment(one).orElseThrow().region().start();
            Region whole = new Region(at + tag.get().start(), at + tag.get().end());
            String front = tag.get().group().replaceAll("(?s)(@param[ \\t]+).*", "$1");
            String link = "see {@link " + object.in(one.file()) + "}";
            edits.add(one.file(), first ? new Edit(whole, front + names.get(one) + " " + link) : Edit.delete(whole));
            first = false;
        }
    }

    // pare: accept feature-envy: one method is edited after the other, by what all of them come to
    /** The old signature, which makes the object. */
    private Draft delegate(GroupedParameters one) {
        TouchedFile file = one.file();
        String newline = file.source().lineEnding();
        String outer = one.owner().memberIndentation();
        List<String> values = one.tree().getParameters().stream()
                .map(parameter -> parameter.getName().toString())
                .toList();
        List<String> given = new ArrayList<>();
        for (int i = 0; i < values.size(); i++) {
            if (i == one.first()) {
                given.add(one.indexes().stream()
                        .map(values::get)
                        .collect(Collectors.joining(", ", "new " + object.in(file) + "(", ")")));
            } else if (!one.indexes().contains(i)) {
                given.add(values.get(i));
            }
        }
        String call = (one.isConstructor() ? "this" : one.member().name()) + "(" + String.join(", ", given) + ");";
        Region header = new Region(
                one.member().declaration().start(), file.start(one.tree().getBody()));
        return new Draft()
                .copy(file.source(), header)
                .write("{" + newline + outer + one.owner().unit() + (one.isVoid() ? "" : "return ") + call + newline
                        + outer + "}" + newline + newline + outer);
    }

    /** Links in comments that name a method with its parameter types name it with the new ones. */
    private void links(TouchedFile file) {
        for (Token token : file.tokens()) {
            if (token.kind() != Token.Kind.JAVADOC) {
                continue;
            }
            for (GroupedParameters one : all) {
                if (!one.delegate()) {
                    ParameterComments.links(file, token, one, object.in(one.file()))
                            .forEach(edit -> edits.add(file, edit));
                }
            }
        }
    }
}
