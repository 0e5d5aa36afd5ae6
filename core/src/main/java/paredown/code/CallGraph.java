package paredown.code;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;

/**
 * What a call may run, by the facts of a project. A method runs what it calls and whatever may answer in its place: methods of subtypes,
 * lambdas, anonymous and local classes. Making an object runs its constructors and initial values, those of its superclasses too, and
 * naming a class may run its static initialisers. What stands outside the project is taken for what the caller says it is.
 *
 * <p>Class hierarchy analysis (Dean, Grove, Chambers: Optimization of object-oriented programs using static class hierarchy analysis,
 * 1995).
 */
public final class CallGraph {
    /** Methods that the language calls without a word: text put together, loops over collections, resources that are closed. */
    private static final Set<String> UNSPOKEN = Set.of("toString", "iterator", "hasNext", "next", "close");

    /** What a method outside the project may do to the project. */
    public enum Outside {
        /** Nothing. */
        NOTHING,
        /** Nothing by itself, but a method of the project may answer in its place. */
        ANSWERED,
        /** Call whatever it was given. */
        ANYTHING
    }

    private final CodeBase code;

    public CallGraph(CodeBase code) {
        this.code = code;
    }

    /**
     * Whether a call may run a method of the project.
     *
     * @param called symbol of a method or constructor
     * @param wanted symbol of the method
     * @param outside what a method outside the project does, by its symbol
     */
    public boolean mayRun(String called, String wanted, Function<String, Outside> outside) {
        return new Walk(wanted, outside).reaches(List.of(called));
    }

    /** Whether one of the methods that the language calls without a word may run a method of the project, by what the project has. */
    public boolean mayRunUnspoken(String wanted) {
        return new Walk(wanted, any -> Outside.NOTHING).reaches(unspoken(wanted));
    }

    private List<String> unspoken(String wanted) {
        return code.types()
                .flatMap(TypeFacts::methods)
                .filter(method -> method.overrides() && UNSPOKEN.contains(method.name()))
                .map(MemberFacts::symbol)
                .filter(symbol -> !symbol.equals(wanted))
                .toList();
    }

    /** One search, breadth first. */
    private final class Walk {
        private final String wanted;
        private final Function<String, Outside> outside;
        private final Set<String> asked = new HashSet<>();
        private final Set<MemberFacts> run = new HashSet<>();
        private final Deque<MemberFacts> open = new ArrayDeque<>();
        private boolean escapes;

        Walk(String wanted, Function<String, Outside> outside) {
            this.wanted = wanted;
            this.outside = outside;
        }

        boolean reaches(List<String> starts) {
            starts.forEach(this::start);
            while (!open.isEmpty() && !escapes) {
                open.pop().references().forEach(this::follow);
            }
            return escapes;
        }

        private void start(String symbol) {
            String owner = Symbols.typeName(symbol);
            if (code.type(owner).isPresent()) {
                load(owner);
                call(symbol);
            } else {
                leave(symbol);
            }
        }

        private void follow(Reference reference) {
            boolean calls = reference.kind() == Reference.Kind.CALL || reference.kind() == Reference.Kind.CREATE;
            if (reference.inProject() && reference.kind() != Reference.Kind.TYPE) {
                load(reference.owner());
            }
            if (calls && asked.add(reference.target())) {
                if (reference.inProject()) {
                    call(reference.target());
                } else {
                    leave(reference.target());
                }
            }
        }

        private void leave(String symbol) {
            Outside does = outside.apply(symbol);
            escapes |= does == Outside.ANYTHING;
            if (does == Outside.ANSWERED) {
                String around = packageOf(symbol);
                code.types().flatMap(type -> answering(type, symbol, around)).forEach(this::enter);
            }
        }

        /** What a type has under the same name, and what its parents from the same package may call of it. */
        private Stream<MemberFacts> answering(TypeFacts type, String symbol, String around) {
            boolean below = Stream.concat(type.superclass().stream(), type.interfaces().stream())
                    .anyMatch(parent -> packageOf(parent).equals(around));
            return type.members().stream()
                    .filter(member -> member.overrides() && (below || isLike(member, symbol))
                            || member.references().stream()
                                    .anyMatch(one -> one.kind() == Reference.Kind.STAND_IN
                                            && !one.inProject()
                                            && packageOf(one.target()).equals(around)));
        }

        private static boolean isLike(MemberFacts method, String symbol) {
            return method.isMethod()
                    && method.name().equals(Symbols.memberName(symbol))
                    && method.parameters().size() == parameters(symbol);
        }

        /** By the custom that only types begin with a capital. */
        private static String packageOf(String symbol) {
            return symbol.replaceAll("\\.[A-Z].*", "");
        }

        private void call(String symbol) {
            String owner = Symbols.typeName(symbol);
            if (Symbols.memberName(symbol).equals("<init>")) {
                make(owner);
                return;
            }
            code.type(owner).flatMap(type -> type.member(symbol)).ifPresent(this::enter);
            boolean alone = code.type(owner)
                    .flatMap(type -> type.member(symbol))
                    .map(method ->
                            method.is(Modifier.STATIC) || method.is(Modifier.PRIVATE) || method.is(Modifier.FINAL))
                    .orElse(false);
            if (!alone) {
                List<TypeFacts> below = code.subtypes(owner);
                below.stream()
                        .flatMap(type -> Stream.concat(Stream.of(type), code.supertypes(type).stream()))
                        .flatMap(TypeFacts::methods)
                        .filter(method -> isLike(method, symbol))
                        .forEach(this::enter);
                Stream.concat(Stream.of(owner), below.stream().map(TypeFacts::name))
                        .flatMap(type -> code.uses(type).stream())
                        .filter(use -> use.reference().kind() == Reference.Kind.STAND_IN)
                        .map(CodeBase.Use::member)
                        .forEach(this::enter);
            }
        }

        private static int parameters(String symbol) {
            String list = symbol.substring(symbol.indexOf('(') + 1, symbol.length() - 1);
            return list.isEmpty() ? 0 : list.split(",").length;
        }

        private void make(String name) {
            code.type(name).ifPresent(type -> {
                load(name);
                type.members().stream()
                        .filter(member -> !member.isMethod() && !member.is(Modifier.STATIC))
                        .forEach(this::enter);
                type.superclass().ifPresent(this::make);
            });
        }

        private void load(String name) {
            if (asked.add(name)) {
                code.type(name).stream()
                        .flatMap(type -> type.members().stream())
                        .filter(member -> !member.isMethod() && member.is(Modifier.STATIC))
                        .forEach(this::enter);
            }
        }

        private void enter(MemberFacts member) {
            escapes |= member.symbol().equals(wanted);
            if (run.add(member)) {
                open.push(member);
            }
        }
    }
}
