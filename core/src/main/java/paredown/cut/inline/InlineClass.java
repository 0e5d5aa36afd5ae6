package paredown.cut.inline;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.cut.Cut;
import paredown.cut.CutArgument;
import paredown.cut.CutKind;
import paredown.tree.DeclaredClass;
import paredown.tree.MemberName;
import paredown.tree.Required;
import paredown.tree.Touched;
import paredown.tree.TypeName;
import paredown.verdict.Place;
import paredown.verdict.RefusedException;
import paredown.verdict.Rule;
import paredown.verdict.Verdict;

/**
 * Dissolves a class: a static helper into the class that uses it, a small class into the only one that holds an object of it, an interface
 * into its only implementation.
 *
 * @param type the class, simple or qualified
 * @param into where its members go; empty for the only class there is for that
 */
public record InlineClass(String type, Optional<String> into) implements Cut {
    public static final CutKind KIND = new CutKind(
            "inline-class",
            "Dissolve a class that adds too little.",
            "A static helper goes into the class that uses it, a small class into the only one that holds an object of it, an interface into its only implementation. Its members move, its users are led there, its file goes.",
            List.of(
                    CutArgument.subject("type", "TYPE", "The class, by its simple or qualified name."),
                    CutArgument.optional(
                            "into", "TYPE", "Where its members go. Default: the only class that uses it.")),
            List.of("meridian.sky.MoonGlare --into Moon", "LogSink --preview"),
            of -> new InlineClass(of.text("type"), of.optional("into")));

    @Override
    public String kind() {
        return KIND.name();
    }

    @Override
    public String commandLine() {
        return "inline class " + type + into.map(name -> " --into " + name).orElse("");
    }

    @Override
    public Set<String> words(Sources sources) {
        Set<String> words = new LinkedHashSet<>();
        words.add(TypeName.simple(sources, type));
        into.map(name -> TypeName.simple(sources, name)).ifPresent(words::add);
        return words;
    }

    @Override
    public Collection<Path> further(Sources sources) {
        String resolved = TypeName.resolve(sources, type);
        List<Path> files = new ArrayList<>(List.of(TypeName.file(sources, resolved)));
        into.ifPresent(name -> files.add(TypeName.file(sources, TypeName.resolve(sources, name))));
        sources.files()
                .map(file -> file.path())
                .filter(path -> path.getFileName().toString().endsWith(".java")
                        && sources.canName(path, resolved)
                        && sources.mayUse(path, resolved))
                .forEach(files::add);
        files.addAll(below(sources, files));
        return files;
    }

    /** A class below the one that takes the members may answer for an interface with what it then inherits, and never names it. */
    private Collection<Path> below(Sources sources, Collection<Path> users) {
        Stream<String> takers = into.map(name -> Stream.of(TypeName.resolve(sources, name)))
                .orElseGet(() -> users.stream().flatMap(file -> sources.outline(file).types().stream()));
        return takers.flatMap(taker -> sources.extending(taker).stream()).collect(Collectors.toSet());
    }

    @Override
    public Collection<Path> users(CodeBase code) {
        String resolved = TypeName.resolve(code.sources(), type);
        List<String> symbols = new ArrayList<>(List.of(resolved));
        code.type(resolved).ifPresent(facts -> facts.members().forEach(member -> symbols.add(member.symbol())));
        Set<Path> files = new LinkedHashSet<>(code.filesUsing(symbols));
        files.add(TypeName.file(code.sources(), resolved));
        into.ifPresent(name -> files.add(TypeName.file(code.sources(), TypeName.resolve(code.sources(), name))));
        files.addAll(below(code.sources(), files));
        return files;
    }

    @Override
    public Verdict plan(Sources sources, Touched touched) {
        try {
            DeclaredClass source = MemberName.owner(sources, touched, type);
            Place place = source.file().place(source.tree());
            Required.ownFile(sources, source.file(), place);
            check(source, place);
            ClassInlining work = new ClassInlining(sources, touched, source);
            if (source.element().getKind() == ElementKind.INTERFACE) {
                return new SoleImplementation(work, into).plan();
            }
            boolean helper = source.members().stream()
                    .filter(member -> member.element().getKind() != ElementKind.CONSTRUCTOR)
                    .allMatch(DeclaredClass.Member::isStatic);
            return helper ? new StaticHelper(work, into).plan() : new ComponentClass(work, into).plan();
        } catch (RefusedException e) {
            return e.refusal();
        }
    }

    private static void check(DeclaredClass source, Place place) {
        TypeElement element = source.element();
        boolean fits = element.getKind() == ElementKind.CLASS || element.getKind() == ElementKind.INTERFACE;
        if (!fits || element.getNestingKind() != NestingKind.TOP_LEVEL) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + source.simpleName() + "' is no class or interface at the top of its file",
                    "name one that is");
        }
        boolean parent = element.getKind() == ElementKind.CLASS
                && (!element.getSuperclass().toString().equals("java.lang.Object")
                        || !element.getInterfaces().isEmpty());
        boolean abstracts =
                element.getKind() == ElementKind.CLASS && element.getModifiers().contains(Modifier.ABSTRACT);
        boolean inside = element.getEnclosedElements().stream().anyMatch(TypeElement.class::isInstance)
                || source.initialisers().findAny().isPresent();
        if (parent || abstracts || inside || !element.getTypeParameters().isEmpty()) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + source.simpleName() + "' "
                            + (parent
                                    ? "has a parent or an interface that others know it by"
                                    : inside
                                            ? "holds types or initialisers of its own"
                                            : "is abstract or has type parameters"),
                    "keep it");
        }
    }
}
