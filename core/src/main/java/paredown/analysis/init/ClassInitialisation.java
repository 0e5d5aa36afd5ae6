package paredown.analysis.init;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.util.TreePath;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import paredown.analysis.call.CallGraph;
import paredown.analysis.call.LibraryCallbacks;
import paredown.analysis.effect.EvaluationOrder;
import paredown.analysis.effect.SideEffects;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.Required;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Rule;

/**
 * What happens while a class is initialised: its static values are worked out and its static blocks run, those of the classes above it first
 * (JLS 12.4). What that comes to finds fields without their values; and what it does is done when somebody first uses the class.
 */
public final class ClassInitialisation {
    private final Sources sources;
    private final DeclaredClass type;
    private final Set<String> gone;
    private CodeBase code;
    private Optional<String> effect;

    public ClassInitialisation(Sources sources, DeclaredClass type) {
        this(sources, type, Set.of());
    }

    /**
     * Of a class as a cut leaves it.
     *
     * @param gone symbols of static fields that it has no more
     */
    public ClassInitialisation(Sources sources, DeclaredClass type, Set<String> gone) {
        this.sources = sources;
        this.type = type;
        this.gone = gone;
    }

    /**
     * Whether what is carried out in front of a place comes to some members, in which way ever.
     *
     * @param wanted symbols of methods and fields
     */
    public boolean comesTo(int place, Set<String> wanted) {
        if (isPlain(place)) {
            return false;
        }
        int line = place == Integer.MAX_VALUE ? place : type.file().source().line(place);
        return facts().map(facts -> new CallGraph(code)
                        .initialisationReaches(
                                facts,
                                member -> member.line() <= line,
                                wanted,
                                LibraryCallbacks.trusting(type.file(), code))
                        .isPresent())
                .orElse(true);
    }

    /** Static fields of a class that have no value before it is initialised, by their symbols. */
    public static Set<String> computed(DeclaredClass type) {
        return type.members().stream()
                .filter(member -> member.isField()
                        && member.isStatic()
                        && ((VariableElement) member.element()).getConstantValue() == null)
                .map(Member::symbol)
                .collect(Collectors.toSet());
    }

    /**
     * That nobody can tell whether some uses initialise the class.
     *
     * @param what is used, for the sentence
     */
    public void requireUnobserved(List<Use> uses, String what, String wayOut) {
        Optional<Use> first = firstOutside(uses);
        first.ifPresent(use -> effect().ifPresent(effect -> {
            throw Required.refused(
                    use.place(),
                    Rule.KEEPS_INITIALISATION_ORDER,
                    what + " initialises " + type.simpleName() + ", which comes to '" + effect + "'",
                    wayOut);
        }));
    }

    /** The first of some uses that stands outside the class, where it initialises the class. */
    public Optional<Use> firstOutside(List<Use> uses) {
        return uses.stream().filter(this::isOutside).findFirst();
    }

    /** Whether a method initialises the class itself, on every way and before it does anything else. */
    public boolean isSetOffBy(TouchedFile file, Member method) {
        BlockTree body = method.methodTree().getBody();
        TreePath block = new TreePath(method.path(), body);
        List<Use> uses = UseFinder.in(file, block, element -> initialises(file, element));
        for (StatementTree statement : body.getStatements()) {
            boolean first = uses.stream().filter(use -> use.isWithin(statement)).anyMatch(use -> {
                EvaluationOrder order = EvaluationOrder.of(file, use.path(), statement);
                return !order.sometimes() && !order.later() && isSilent(order.before());
            });
            if (first || !isSilent(SideEffects.of(file, new TreePath(block, statement)))) {
                return first;
            }
        }
        return false;
    }

    private static boolean isSilent(SideEffects evaluation) {
        return !evaluation.writes() && !evaluation.fails() && !evaluation.jumps();
    }

    private boolean initialises(TouchedFile file, Element used) {
        boolean constant = used instanceof VariableElement field && field.getConstantValue() != null;
        boolean member = used.getKind() == ElementKind.CONSTRUCTOR
                || !(used instanceof TypeElement) && used.getModifiers().contains(Modifier.STATIC);
        return member
                && !constant
                && used.getEnclosingElement() instanceof TypeElement owner
                && file.symbol(owner).equals(type.symbol());
    }

    private boolean isOutside(Use use) {
        TouchedFile file = use.file();
        TreePath at = Scopes.type(use.path());
        while (file.element(at) instanceof TypeElement inside
                && (inside.getNestingKind() == NestingKind.LOCAL || inside.getNestingKind() == NestingKind.ANONYMOUS)) {
            at = Scopes.type(at);
        }
        // With a class, those above it are initialised.
        return !(file.element(at) instanceof TypeElement around) || !file.isOrExtends(around, type.symbol());
    }

    /** Whether anybody can tell that, or when, the class is initialised. */
    public boolean hasEffects() {
        return effect().isPresent();
    }

    private Optional<String> effect() {
        if (effect == null) {
            effect = isPlain(Integer.MAX_VALUE)
                    ? Optional.empty()
                    : facts().map(facts -> new InitialisationEffects(code, facts, gone)
                                    .first(LibraryCallbacks.trusting(type.file(), code)))
                            .orElse(Optional.of(type.simpleName()));
        }
        return effect;
    }

    private Optional<TypeFacts> facts() {
        if (code == null) {
            code = CodeBase.whole(sources);
        }
        return code.type(type.symbol());
    }

    /** Whether all of it is values of the JDK, which call nobody and which nobody can tell from others: the project need not be read. */
    private boolean isPlain(int place) {
        TouchedFile file = type.file();
        List<TreePath> code = ObjectInitialisation.code(file, type.path(), place, true);
        return code.stream().allMatch(one -> PureInitialiser.is(file, one))
                && InitialisationFromFacts.above(type.element())
                        .allMatch(above -> InitialisationFromFacts.isPlain(sources, file, above));
    }
}
