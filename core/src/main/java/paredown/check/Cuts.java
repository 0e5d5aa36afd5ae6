package paredown.check;

import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.cut.Cut;
import paredown.cut.CutArguments;
import paredown.cut.CutKind;
import paredown.cut.extract.ExtractClass;
import paredown.cut.extract.ExtractConstant;
import paredown.cut.extract.ExtractField;
import paredown.cut.extract.ExtractMethod;
import paredown.cut.extract.ExtractParameters;
import paredown.cut.extract.ExtractVariable;
import paredown.cut.inline.InlineClass;
import paredown.cut.inline.InlineField;
import paredown.cut.inline.InlineMethod;
import paredown.cut.inline.InlineVariable;
import paredown.cut.move.MoveClass;
import paredown.cut.move.MoveField;
import paredown.cut.move.MoveMethod;

/** All cuts there are, by kind. */
public final class Cuts {
    private static final Map<String, CutKind> ALL = Stream.of(
                    ExtractClass.KIND,
                    ExtractMethod.KIND,
                    ExtractField.KIND,
                    ExtractVariable.KIND,
                    ExtractConstant.KIND,
                    ExtractParameters.KIND,
                    InlineClass.KIND,
                    InlineMethod.KIND,
                    InlineField.KIND,
                    InlineVariable.KIND,
                    MoveClass.KIND,
                    MoveMethod.KIND,
                    MoveField.KIND)
            .collect(Collectors.toMap(CutKind::name, kind -> kind, (one, other) -> one, LinkedHashMap::new));

    private Cuts() {}

    /** All kinds, in the order in which people see them. */
    public static Collection<CutKind> all() {
        return ALL.values();
    }

    /** Their names, such as {@code extract-class}. */
    public static Set<String> kinds() {
        return ALL.keySet();
    }

    /**
     * A cut by its kind and arguments.
     *
     * @return empty for a kind that there is not
     */
    public static Optional<Cut> of(String kind, Map<String, Object> arguments) {
        return Optional.ofNullable(ALL.get(kind)).map(one -> one.factory().apply(new CutArguments(arguments)));
    }
}
