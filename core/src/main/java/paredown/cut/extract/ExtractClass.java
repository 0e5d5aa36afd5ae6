package paredown.cut.extract;

import java.nio.file.Path;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.cut.CallerMode;
import paredown.cut.Cut;
import paredown.cut.CutArgument;
import paredown.cut.CutKind;
import paredown.cut.SerialisedForm;
import paredown.tree.DeclaredClass;
import paredown.tree.MemberName;
import paredown.tree.Required;
import paredown.tree.Touched;
import paredown.tree.TypeName;
import paredown.verdict.Place;
import paredown.verdict.Refusal;
import paredown.verdict.RefusedException;
import paredown.verdict.Rule;
import paredown.verdict.UnknownNameException;
import paredown.verdict.Verdict;

/**
 * Moves fields and methods of a class into a new class beside it, or into one that is there. The source class holds the other one where
 * instance members move; callers are led to it, or delegates stay.
 *
 * @param type the source class, simple or qualified
 * @param members fields by name, methods by name or with parameter types
 * @param name simple name of the new class; of one that is there also its qualified name
 * @param existing whether the class is there
 * @param callers what becomes of those who call moved methods
 * @param shorten whether the members' names lose the words that the new class's name says
 */
public record ExtractClass(
        String type, List<String> members, String name, boolean existing, CallerMode callers, boolean shorten)
        implements Cut {
    public static final CutKind KIND = new CutKind(
            "extract-class",
            "Move fields and methods of a class into a new class beside it, or into one that is there.",
            "The members move with their comments; the class holds the new one; callers are led to it. A method that is part of an interface, overrides another, or needs what its callers cannot give leaves a delegate behind.",
            List.of(
                    CutArgument.subject("type", "TYPE", "The class to extract from, by its simple or qualified name."),
                    CutArgument.list(
                            "members",
                            "What moves: fields and methods by name; a method with overloads with its parameter types, such as 'score(Target,int)'."),
                    CutArgument.alternative("name", "NAME", "The new class's simple name."),
                    CutArgument.alternative(
                            "into", "TYPE", "A class of the same package that takes them in, instead of a new one."),
                    CutArgument.callers(),
                    CutArgument.flag(
                            "shorten",
                            "Take the words that the new class's name says out of its members' names: in Weather, addWeatherReading becomes addReading. With --name.")),
            List.of(
                    "TelescopeControl --members wheelSlot,wheelTurns,wheelNeedsService,currentFilter,wheelSlots,selectFilter,holdsFilter --name Wheel",
                    "meridian.time.TimeLedger --members 'remaining(Proposal),COMPENSATED_SHARE' --name Remainder --preview",
                    "TimeLedger --members remaining,COMPENSATED_SHARE --name Remainder --callers delegate --yes --tests all",
                    "PlanReport --members clock --into Schedule"),
            of -> new ExtractClass(
                    of.text("type"),
                    of.list("members"),
                    of.optional("into").orElseGet(() -> of.text("name")),
                    of.optional("into").isPresent(),
                    of.callers(),
                    of.on("shorten")));

    public ExtractClass {
        members = List.copyOf(members);
    }

    /** One into a new class. */
    public ExtractClass(String type, List<String> members, String name, CallerMode callers) {
        this(type, members, name, false, callers, false);
    }

    @Override
    public String kind() {
        return KIND.name();
    }

    @Override
    public String commandLine() {
        String list = members.stream().map(ExtractClass::quoted).collect(Collectors.joining(","));
        String shown = list.contains("(") ? "'" + list + "'" : list;
        return "extract class " + type + " --members " + shown + (existing ? " --into " : " --name ") + name
                + callers.option() + (shorten ? " --shorten" : "");
    }

    private static String quoted(String member) {
        return member.replace("java.lang.", "").replace("java.util.", "");
    }

    @Override
    public Set<String> words(Sources sources) {
        String resolved = TypeName.resolve(sources, type);
        TypeName.file(sources, resolved);
        Set<String> words = new LinkedHashSet<>();
        if (existing) {
            TypeName.resolve(sources, name);
        } else {
            words.add(name);
        }
        members.forEach(member -> words.add(member.contains("(") ? member.substring(0, member.indexOf('(')) : member));
        return words;
    }

    /**
     * A file in which the words stand for something else keeps its meaning: taking a declaration away changes no name that means another.
     * But comments link by name, and the new name may be taken.
     */
    @Override
    public boolean concerns(Sources sources, Path file) {
        String resolved = TypeName.resolve(sources, type);
        String simple = resolved.substring(resolved.lastIndexOf('.') + 1);
        boolean near = sources.canName(file, resolved);
        return near && (sources.mentions(file, simple) || sources.mentions(file, simpleName()))
                || sources.mayUse(file, resolved)
                || existing && sources.mayUse(file, TypeName.resolve(sources, name));
    }

    /** The class that takes the members, by its simple name. */
    String simpleName() {
        return name.substring(name.lastIndexOf('.') + 1);
    }

    /** A subclass may answer for an interface with a method that it inherits and never names; a constructor above may call what moves. */
    @Override
    public Collection<Path> further(Sources sources) {
        String resolved = TypeName.resolve(sources, type);
        Set<Path> files = new LinkedHashSet<>(sources.extending(resolved));
        files.addAll(sources.extendedBy(resolved));
        // A name that nobody has stands nowhere: which ones would have been near is read in the class itself.
        files.add(TypeName.file(sources, resolved));
        if (existing) {
            String target = TypeName.resolve(sources, name);
            files.add(TypeName.file(sources, target));
            files.addAll(sources.extending(target));
        }
        return files;
    }

    @Override
    public Collection<Path> users(CodeBase code) {
        TypeFacts source = source(code);
        Set<String> names =
                members.stream().map(member -> member.replaceAll("\\(.*", "")).collect(Collectors.toSet());
        // Callers of a method that leaves a delegate go on as before.
        Set<Path> files = code.filesUsing(source.members().stream()
                .filter(member ->
                        names.contains(member.name()) && !(callers == CallerMode.DELEGATE && member.isMethod()))
                .map(MemberFacts::symbol)
                .toList());
        files.add(source.file());
        code.subtypes(source.name()).forEach(subtype -> files.add(subtype.file()));
        classesAbove(code).forEach(files::add);
        if (existing) {
            files.addAll(further(code.sources()));
        }
        return files;
    }

    private TypeFacts source(CodeBase code) {
        return code.type(type)
                .or(() -> code.type(TypeName.resolve(code.sources(), type)))
                .orElseThrow();
    }

    private Stream<Path> classesAbove(CodeBase code) {
        return code.supertypes(source(code)).stream()
                .filter(above -> above.kind() == TypeFacts.Kind.CLASS)
                .map(TypeFacts::file);
    }

    @Override
    public Optional<Refusal> early(CodeBase code) {
        return code.type(type).flatMap(source -> early(code, source));
    }

    private Optional<Refusal> early(CodeBase code, TypeFacts source) {
        Set<String> names = Set.copyOf(members);
        List<MemberFacts> held = source.members().stream()
                .filter(member -> !member.is(Modifier.STATIC) && names.contains(member.name()))
                .toList();
        Place place = new Place(source.file(), source.line());
        if (held.stream().anyMatch(MemberFacts::isField) && isA(code, source, "java.lang.Cloneable")) {
            return Optional.of(Extraction.sharesState(place, source.simpleName()));
        }
        boolean promised = !held.isEmpty()
                && isA(code, source, "java.io.Serializable")
                && SerialisedForm.isPromised(code.sources(), source.fields().map(MemberFacts::name));
        return promised
                ? Optional.of(SerialisedForm.promised(place, source.simpleName(), Warnings.NO_STATE))
                : Optional.empty();
    }

    private static boolean isA(CodeBase code, TypeFacts type, String name) {
        return Stream.concat(Stream.of(type), code.supertypes(type).stream())
                .anyMatch(one -> one.interfaces().contains(name));
    }

    @Override
    public Verdict plan(Sources sources, Touched touched) {
        try {
            DeclaredClass source = source(sources, touched);
            Set<DeclaredClass.Member> moved = moved(sources, source);
            Optional<ExistingTarget> host = existing
                    ? Optional.of(new ExistingTarget(sources, source, MemberName.owner(sources, touched, name), moved))
                    : Optional.empty();
            return new Extraction(sources, touched, source, moved, this, host).plan();
        } catch (RefusedException e) {
            return e.refusal();
        }
    }

    private DeclaredClass source(Sources sources, Touched touched) {
        String resolved = TypeName.resolve(sources, type);
        return touched.file(TypeName.file(sources, resolved))
                .flatMap(one -> DeclaredClass.find(one, resolved))
                .orElseThrow(() -> new UnknownNameException("there is no type " + resolved, List.of()));
    }

    private Set<DeclaredClass.Member> moved(Sources sources, DeclaredClass source) {
        Set<DeclaredClass.Member> moved = new LinkedHashSet<>(MemberChoice.of(source, members));
        checkKind(sources, source);
        if (existing && shorten) {
            throw refused(
                    source.file().place(source.tree()),
                    Rule.FITS_THE_KIND,
                    "only in a new class are names free to be shortened",
                    "leave out --shorten, or give --name");
        }
        if (!existing) {
            NewTypeName.requireFree(sources, source, name);
        }
        return moved;
    }

    private void checkKind(Sources sources, DeclaredClass source) {
        Place place = source.file().place(source.tree());
        Required.ownFile(sources, source.file(), place);
        if (source.element().getKind() != ElementKind.CLASS) {
            throw refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + source.simpleName() + "' is no class but a " + kindOf(source),
                    "extract from a class that uses it");
        }
        boolean nested = source.element().getNestingKind().isNested();
        if (nested && !source.element().getModifiers().contains(Modifier.STATIC)) {
            throw refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + source.simpleName() + "' is an inner class: its objects belong to one of the enclosing class",
                    "make it static first");
        }
    }

    private static String kindOf(DeclaredClass source) {
        return source.element()
                .getKind()
                .name()
                .toLowerCase(java.util.Locale.ROOT)
                .replace('_', ' ');
    }

    static RefusedException refused(Place place, Rule rule, String reason, String wayOut) {
        return new RefusedException(Refusal.at(place, rule, reason).withWayOut(wayOut));
    }
}
