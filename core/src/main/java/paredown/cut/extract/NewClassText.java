package paredown.cut.extract;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import paredown.edit.Indentation;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.source.Tokens;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.Imports;
import paredown.tree.SectionHeading;
import paredown.tree.TouchedFile;

/** The text of the new class: header and imports as in the source file, then the moved members as they stood there. */
final class NewClassText {
    private static final Pattern BLANK_LINE = Pattern.compile("(?>\\R)\\h*\\R");

    private final DeclaredClass source;
    private final Set<Member> moved;
    private final String name;
    private final MemberNames names;
    private final Construction construction;
    private final RecordComponents components;
    private final MovedHeadings headings;
    private final Callers callers;
    private final MovedText text;
    private final DocLinks links;
    private final boolean holdsObject;

    NewClassText(
            DeclaredClass source,
            Set<Member> moved,
            String name,
            MemberNames names,
            Construction construction,
            RecordComponents components,
            MovedHeadings headings,
            Callers callers,
            MovedText text,
            DocLinks links) {
        this.source = source;
        this.moved = moved;
        this.name = name;
        this.names = names;
        this.construction = construction;
        this.components = components;
        this.headings = headings;
        this.callers = callers;
        this.text = text;
        this.links = links;
        this.holdsObject = moved.stream().anyMatch(member -> !member.isStatic());
    }

    /**
     * The whole file.
     *
     * @param movedEdits edits inside the moved members, in the source file's offsets
     */
    Draft draft(List<Edit> movedEdits) {
        SourceText file = source.file().source();
        String newline = file.lineEnding();
        Draft draft = new Draft();
        FileHead.write(source.file(), neededImports(), draft);
        boolean crosses = !callers.needPublic().isEmpty();
        boolean allStatic = !holdsObject;
        boolean utility = allStatic && source.constructors().anyMatch(Member::isPrivate);
        // Without state of its own it is still a part of what is written.
        boolean serial = holdsObject && source.isA("java.io.Serializable");
        headings.sentence().ifPresent(said -> draft.write("/** " + said + " */" + newline));
        boolean record = components.areAny();
        draft.write((crosses ? "public " : "")
                + (allStatic ? "final " : "")
                + (record ? "record " : "class ")
                + name
                + typeParameterText()
                + (record ? "(" + parameterText() + ")" : ""));
        draft.write(serial ? " implements java.io.Serializable" : "");
        boolean braceBelow = file.line(source.openBrace())
                        != file.line(source.file()
                                .word(source.simpleName(), source.file().start(source.tree()))
                                .start())
                && file.text()
                        .substring(file.lineStart(file.line(source.openBrace())), source.openBrace())
                        .isBlank();
        if (record && moved.stream().allMatch(components::contains)) {
            return draft.write(" {}" + newline);
        }
        draft.write((braceBelow ? newline : " ") + "{" + newline);
        writeMembers(draft, newline, utility, movedEdits);
        draft.write("}" + newline);
        return draft;
    }

    /** Type parameters that the new class declares, in the order of the source class, with those that their bounds name. */
    private List<String> typeParameters() {
        Set<String> wanted = text.typeParameters().stream()
                .map(one -> one.getSimpleName().toString())
                .collect(Collectors.toSet());
        List<String> all = new ArrayList<>();
        boolean instance = holdsObject;
        for (var parameter : source.tree().getTypeParameters()) {
            boolean named = wanted.contains(parameter.getName().toString());
            boolean bound = source.tree().getTypeParameters().stream()
                    .filter(other -> wanted.contains(other.getName().toString()))
                    .anyMatch(other -> Tokens.words(other.toString(), false)
                            .contains(parameter.getName().toString()));
            if (instance && (named || bound)) {
                all.add(parameter.getName().toString());
            }
        }
        return all;
    }

    String typeArguments() {
        return typeParameters().isEmpty() ? "" : "<" + String.join(", ", typeParameters()) + ">";
    }

    private String typeParameterText() {
        List<String> wanted = typeParameters();
        String list = source.tree().getTypeParameters().stream()
                .filter(parameter -> wanted.contains(parameter.getName().toString()))
                .map(parameter -> source.file().text(parameter))
                .collect(Collectors.joining(", "));
        return list.isEmpty() ? "" : "<" + list + ">";
    }

    String diamond() {
        return typeParameters().isEmpty() ? "" : "<>";
    }

    /** What moves knows through imports, in the order of the source file. */
    private List<Imports.Import> neededImports() {
        Set<String> commented = new LinkedHashSet<>();
        for (Member member : moved) {
            Region comments = new Region(
                    member.withComments().start(), member.declaration().end());
            commented.addAll(Tokens.words(comments.of(source.file().text()), true));
        }
        return new Imports(source.file())
                .all().stream()
                        .filter(one -> one.isOnDemand()
                                ? text.packages().contains(one.owner())
                                : text.simpleNames().contains(one.simple()) || isLinked(one, commented))
                        .toList();
    }

    /**
     * What takes the members into a class that is there: fields behind its fields, methods behind all else, and what they know through
     * imports.
     *
     * @param movedEdits edits inside the moved members, in the source file's offsets
     */
    List<Edit> into(DeclaredClass target, List<Edit> movedEdits) {
        List<Edit> edits = new ArrayList<>();
        TouchedFile to = target.file();
        if (to != source.file()) {
            edits.addAll(new Imports(to).adding(neededImports()));
        }
        int end = target.endOfMembers();
        boolean empty = target.isEmpty();
        Draft fields = new Draft();
        Draft methods = new Draft();
        String newline = to.source().lineEnding();
        String indentation = target.memberIndentation();
        Set<Region> written = new LinkedHashSet<>();
        for (Member member : moved) {
            Region whole = source.wholeDeclaration(member);
            if (written.add(whole)) {
                boolean commented = whole.of(source.file().text()).startsWith("/");
                Draft own = member.isField() ? fields : methods;
                boolean first = empty && written.size() == 1;
                own.write(first || member.isField() && !commented ? newline : newline + newline)
                        .write(indentation)
                        .copy(
                                source.file().source(),
                                whole,
                                Indentation.fitted(source.file(), member, whole, target, movedEdits));
            }
        }
        int endOfFields = target.members().stream()
                .filter(member -> member.isField() && member.declaration().start() > target.openBrace())
                .mapToInt(member -> target.wholeDeclaration(member).end())
                .max()
                .orElse(target.openBrace() + 1);
        if (empty && to.source().line(target.openBrace()) == to.source().line(to.end(target.tree()) - 1)) {
            methods.write(newline + target.classIndentation());
        }
        edits.add(Edit.insert(endOfFields, fields));
        edits.add(Edit.insert(end, methods));
        return edits;
    }

    private boolean isLinked(Imports.Import one, Set<String> commented) {
        return !one.isStatic()
                && commented.contains(one.simple())
                && moved.stream().anyMatch(member -> links.mentions(member, one.simple()));
    }

    private void writeMembers(Draft draft, String newline, boolean utility, List<Edit> movedEdits) {
        String indentation = source.unit();
        Set<Region> written = new LinkedHashSet<>();
        Set<SectionHeading> headed = new LinkedHashSet<>();
        Member previous = null;
        boolean constructed = !utility && construction.parameters().isEmpty() || components.areAny();
        for (Member member : moved.stream()
                .sorted(Comparator.comparing(one -> one.isField() ? 0 : 1))
                .toList()) {
            if (!constructed && !member.isField()) {
                writeConstructor(draft, newline, indentation, utility, previous != null);
                constructed = true;
                previous = member;
            }
            Region whole = source.wholeDeclaration(member);
            if (components.contains(member) || !written.add(whole)) {
                continue;
            }
            if (previous != null) {
                draft.write(isTight(previous, member) ? "" : newline);
            }
            Optional<SectionHeading> heading = headings.above(member).filter(headed::add);
            if (heading.isPresent()) {
                Region comment = heading.get().region();
                boolean apart = previous != null && isTight(previous, member);
                draft.write(apart ? newline : "")
                        .write(indentation)
                        .copy(source.file().source(), comment, dedented(comment, List.of()))
                        .write(newline + newline);
            }
            draft.write(indentation)
                    .copy(source.file().source(), whole, dedented(whole, movedEdits))
                    .write(newline);
            previous = member;
        }
        if (!constructed) {
            writeConstructor(draft, newline, indentation, utility, previous != null);
        }
    }

    /** Fields on neighbouring lines stay neighbours. */
    private boolean isTight(Member previous, Member member) {
        if (!previous.isField() || !member.isField()) {
            return false;
        }
        String own = member.withComments().of(source.file().text());
        boolean commented = own.startsWith("/");
        int from = previous.withComments().end();
        int to = member.withComments().start();
        boolean apart = to > from
                && BLANK_LINE.matcher(source.file().text().substring(from, to)).find();
        return !commented && !apart;
    }

    private void writeConstructor(Draft draft, String newline, String indentation, boolean utility, boolean gap) {
        draft.write(gap ? newline : "");
        draft.write(indentation + (utility ? "private " : "") + name + "(" + parameterText() + ") {");
        for (Member field : construction.parameters()) {
            String own = names.of(field);
            draft.write(newline + indentation + source.unit() + "this." + own + " = " + own + ";");
        }
        draft.write((construction.parameters().isEmpty() ? "" : newline + indentation) + "}" + newline);
    }

    private String parameterText() {
        return construction.parameters().stream()
                .map(field -> text.typeText(field.fieldTree(), field.path()) + " " + names.of(field))
                .collect(Collectors.joining(", "));
    }

    /** The edits of a moved region, and those that take off the indentation of a class that was nested. */
    private List<Edit> dedented(Region region, List<Edit> movedEdits) {
        return Indentation.shifted(source.file(), region, source.classIndentation(), "", movedEdits);
    }
}
