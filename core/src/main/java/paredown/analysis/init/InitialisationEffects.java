package paredown.analysis.init;

import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.analysis.call.CallGraph;
import paredown.analysis.call.CallGraph.Library;
import paredown.analysis.call.CallGraph.Run;
import paredown.analysis.jdk.JdkTypes;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/**
 * Whether anybody can tell that, or when, a class is initialised: something is changed or asked then that was there before, or something outside the
 * program. What is made meanwhile and given to nobody may change as it likes.
 */
final class InitialisationEffects {
    /** They keep what was said to them, for nobody who could run anything by it. */
    private static final Pattern LOGGERS =
            Pattern.compile("(org\\.slf4j\\.LoggerFactory|org\\.apache\\.commons\\.logging\\.LogFactory"
                    + "|org\\.apache\\.logging\\.log4j\\.LogManager|java\\.util\\.logging\\.Logger"
                    + "|java\\.lang\\.System)#getLog(ger)?\\(.*");

    private static final Pattern VALUES = Pattern.compile("(boolean|byte|char|short|int|long|float|double)"
            + "|java\\.lang\\.(String|Boolean|Byte|Character|Short|Integer|Long|Float|Double|Object|Math|StrictMath|Class)"
            + "|java\\.(math|time|time\\.format|time\\.temporal|util\\.regex)\\..*");

    private final CodeBase code;
    private final TypeFacts type;
    private final Set<String> gone;
    /** Objects that were there before, by the fields that lead to them. */
    private final Map<MemberFacts, String> shared = new LinkedHashMap<>();

    /** Classes of objects that are changed, or asked for what may change. */
    private final Set<String> worked = new HashSet<>();

    /** Classes of objects that are asked for others that they keep. */
    private final Set<String> entered = new HashSet<>();

    private boolean worksOutside;
    private Optional<String> seen = Optional.empty();

    InitialisationEffects(CodeBase code, TypeFacts type, Set<String> gone) {
        this.code = code;
        this.type = type;
        this.gone = gone;
    }

    /** What is changed or asked first, as {@code Type.member}; empty where nobody can tell. */
    Optional<String> first(Library library) {
        Optional<List<Run>> all =
                new CallGraph(code).initialisation(type, member -> !gone.contains(member.symbol()), library);
        if (all.isEmpty()) {
            return Optional.of(type.simpleName());
        }
        all.get().forEach(this::judge);
        return seen.or(() -> shared.keySet().stream()
                .filter(field -> isWorked(field.type()))
                .map(shared::get)
                .findFirst());
    }

    /** Whether objects of a type, or what they keep, may be among those that are changed. */
    private boolean isWorked(String kept) {
        Set<String> classes = new HashSet<>();
        addKept(kept, classes);
        boolean outside = code.type(Symbol.plain(kept)).isEmpty();
        // Classes made on the spot have no name by which anything is declared.
        return worked.stream()
                        .anyMatch(one -> classes.contains(one) || code.type(one).isEmpty())
                || worksOutside && (outside || classes.stream().anyMatch(entered::contains))
                || outside && !worked.isEmpty();
    }

    /** The classes of the project that a type names, those of their kind, and of what they keep. */
    private void addKept(String kept, Set<String> classes) {
        for (String name : kept.split("[^\\w.$]+")) {
            code.type(name)
                    .ifPresent(known -> Stream.of(
                                    Stream.of(known), code.subtypes(name).stream(), code.supertypes(known).stream())
                            .flatMap(Function.identity())
                            .filter(one -> classes.add(one.name()))
                            .forEach(one -> one.fields().forEach(field -> addKept(field.type(), classes))));
        }
    }

    private void judge(Run run) {
        MemberFacts member = run.member();
        for (Reference reference : run.references()) {
            // Of a class that is initialised on the way, or of an object that is made.
            boolean own = !member.isMethod()
                    && Symbol.typeName(member.symbol()).equals(reference.owner())
                    && isStatic(reference) == member.is(Modifier.STATIC)
                    && (member.is(Modifier.STATIC) || Set.of("", "this").contains(reference.through()));
            switch (reference.kind()) {
                case WRITE -> judgeWrite(reference, own);
                case READ -> judgeRead(reference, own);
                case CALL, CREATE -> judgeCall(reference);
                default -> {}
            }
        }
    }

    private void judgeWrite(Reference reference, boolean own) {
        if (own || isStatic(reference) && reference.owner().equals(type.name())) {
            return;
        }
        if (isStatic(reference)) {
            see(reference);
        } else {
            worked.add(reference.owner());
        }
    }

    private void judgeRead(Reference reference, boolean own) {
        if (JdkTypes.isSettable(reference.owner())) {
            see(reference);
        }
        if (own || !reference.inProject() || reference.owner().equals(type.name()) && isStatic(reference)) {
            return;
        }
        Optional<MemberFacts> field = member(reference);
        boolean isFinal = field.filter(one -> one.is(Modifier.FINAL)).isPresent();
        if (!isStatic(reference)) {
            (isFinal ? entered : worked).add(reference.owner());
            return;
        }
        String kept = field.map(MemberFacts::type).orElse("");
        if (!isFinal || kept.endsWith("[]")) {
            see(reference);
        } else if (kept.equals("java.lang.Object") || !VALUES.matcher(kept).matches()) {
            shared.putIfAbsent(field.get(), name(reference));
        }
    }

    private void judgeCall(Reference reference) {
        String symbol = reference.target();
        String owner = reference.owner();
        if (member(reference).filter(one -> one.is(Modifier.NATIVE)).isPresent()) {
            see(reference);
        }
        if (reference.inProject()
                || owner.equals("Array")
                || LOGGERS.matcher(symbol).matches()) {
            return;
        }
        if (!JdkTypes.isOfValues(owner) || JdkTypes.isEnvironmental(symbol)) {
            see(reference);
        }
        worksOutside |= reference.kind() == Reference.Kind.CALL
                && !VALUES.matcher(owner).matches();
    }

    private void see(Reference reference) {
        seen = seen.or(() -> Optional.of(name(reference)));
    }

    private static String name(Reference reference) {
        String member = Symbol.memberName(reference.target());
        String owner = Symbol.simple(reference.owner());
        return member.equals(Symbol.CONSTRUCTOR) ? "new " + owner : owner + "." + member;
    }

    private boolean isStatic(Reference reference) {
        return member(reference).filter(one -> one.is(Modifier.STATIC)).isPresent();
    }

    private Optional<MemberFacts> member(Reference reference) {
        return code.member(reference.target());
    }
}
