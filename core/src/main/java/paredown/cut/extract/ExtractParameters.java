package paredown.cut.extract;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.cut.CallerMode;
import paredown.cut.Cut;
import paredown.cut.CutArgument;
import paredown.cut.CutKind;
import paredown.tree.DeclaredClass;
import paredown.tree.MemberName;
import paredown.tree.Touched;
import paredown.tree.TypeName;
import paredown.verdict.RefusedException;
import paredown.verdict.Verdict;

/**
 * Passes one object in place of several parameters that belong together.
 *
 * @param members the methods and constructors that take them, as {@code Type#method}
 * @param params the parameters by name; the new class has them in this order
 * @param name simple name of the new class; of one that is there also its qualified name
 * @param existing whether the class is there
 * @param callers what becomes of those who call with the values
 */
public record ExtractParameters(
        List<String> members, List<String> params, String name, boolean existing, CallerMode callers) implements Cut {
    public static final CutKind KIND = new CutKind(
            "extract-parameters",
            "Pass one object in place of several parameters.",
            "A new record beside the first method holds the values, or a class where the language level has no records. The methods ask it for them, callers make one, and a method that hands all of them on hands on the object. With --callers delegate the old signature stays and passes on; it does so by itself where code outside the project is likely to call it.",
            List.of(
                    CutArgument.subject(
                            "members",
                            "MEMBER[,MEMBER…]",
                            "The methods and constructors, as Type#method; one with overloads with its parameter types."),
                    CutArgument.list("params", "The parameters by name: each of the methods has all of them."),
                    CutArgument.alternative("name", "NAME", "The new class's simple name."),
                    CutArgument.alternative(
                            "into",
                            "TYPE",
                            "A record that has these components and nothing else, instead of a new one."),
                    CutArgument.callers()),
            List.of(
                    "'Forecast#chanceOpen,Forecast#comfort' --params maxHumidity,maxWind --name ForecastLimits",
                    "'PointingModel#addStar' --params ra,dec --name Direction --preview",
                    "'NightPlanner#setWeatherLimits(double,double,double)' --params wind,humidity,cloud --name WeatherLimits --callers delegate --yes"),
            of -> new ExtractParameters(
                    of.list("members"),
                    of.list("params"),
                    of.optional("into").orElseGet(() -> of.text("name")),
                    of.optional("into").isPresent(),
                    of.callers()));

    public ExtractParameters {
        members = List.copyOf(members);
        params = List.copyOf(params);
    }

    @Override
    public String kind() {
        return KIND.name();
    }

    @Override
    public String commandLine() {
        return "extract parameters '" + String.join(",", members) + "' --params " + String.join(",", params)
                + (existing ? " --into " : " --name ") + name + callers.option();
    }

    private List<MemberName> names() {
        return members.stream().map(MemberName::parse).toList();
    }

    @Override
    public Set<String> words(Sources sources) {
        Set<String> words = new LinkedHashSet<>(Set.of(simpleName()));
        if (existing) {
            TypeName.resolve(sources, name);
        }
        for (MemberName one : names()) {
            String owner = TypeName.resolve(sources, one.type());
            words.add(owner.substring(owner.lastIndexOf('.') + 1));
            words.add(one.simple());
        }
        return words;
    }

    @Override
    public boolean concerns(Sources sources, Path file) {
        return sources.mentions(file, simpleName())
                || names().stream()
                        .map(one -> TypeName.resolve(sources, one.type()))
                        .anyMatch(owner -> sources.canName(file, owner) || sources.mayUse(file, owner));
    }

    /** A class below calls a constructor that it never names, and may answer for an interface with a method that it inherits. */
    @Override
    public Collection<Path> further(Sources sources) {
        Set<Path> files = new LinkedHashSet<>();
        if (existing) {
            files.add(TypeName.file(sources, TypeName.resolve(sources, name)));
        }
        for (MemberName one : names()) {
            String owner = TypeName.resolve(sources, one.type());
            files.add(TypeName.file(sources, owner));
            files.addAll(sources.extending(owner));
        }
        return files;
    }

    @Override
    public Collection<Path> users(CodeBase code) {
        List<String> symbols = new ArrayList<>();
        for (MemberName one : names()) {
            code.type(TypeName.resolve(code.sources(), one.type())).stream()
                    .flatMap(facts -> facts.members().stream())
                    .filter(member -> member.name().equals(one.simple())
                            || member.name().equals("<init>") && one.type().endsWith(one.simple()))
                    .forEach(member -> symbols.add(member.symbol()));
        }
        Set<Path> files = new LinkedHashSet<>(code.filesUsing(symbols));
        files.addAll(further(code.sources()));
        return files;
    }

    @Override
    public Verdict plan(Sources sources, Touched touched) {
        try {
            Optional<DeclaredClass> host =
                    existing ? Optional.of(MemberName.owner(sources, touched, name)) : Optional.empty();
            List<String> components =
                    host.map(one -> HoldingRecord.components(one, params)).orElse(params);
            List<GroupedParameters> grouped = new ArrayList<>();
            for (MemberName one : names()) {
                DeclaredClass owner = one.owner(sources, touched);
                grouped.add(GroupedParameters.of(sources, touched, owner, one.in(owner), components, callers));
            }
            GroupedParameters first = grouped.get(0);
            boolean far = grouped.stream()
                    .anyMatch(
                            one -> !one.file().packageName().equals(first.file().packageName()));
            boolean open = far || grouped.stream().anyMatch(GroupedParameters::isOpen);
            String packageName = first.file().packageName();
            if (!existing) {
                NewTypeName.requireFree(sources, first.owner(), name);
            }
            String qualified =
                    host.map(DeclaredClass::symbol).orElse(packageName.isEmpty() ? name : packageName + "." + name);
            ParameterObject object = new ParameterObject(sources, qualified, existing, components, first, open);
            object.requireSameTypes(grouped);
            return new ParameterExtraction(sources, touched, this, grouped, object).plan();
        } catch (RefusedException e) {
            return e.refusal();
        }
    }

    /** The class that holds the values, by its simple name. */
    private String simpleName() {
        return name.substring(name.lastIndexOf('.') + 1);
    }
}
