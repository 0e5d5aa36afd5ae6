package paredown.cut.extract;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreeScanner;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import paredown.analysis.call.ThisEscape;
import paredown.analysis.init.ClassInitialisation;
import paredown.analysis.init.ObjectInitialisation;
import paredown.analysis.init.SuperConstructorCalls;
import paredown.code.index.Sources;
import paredown.source.Region;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Rule;

/**
 * How the new object comes into being. Either every constructor that sets moved fields hands their values to the new class's
 * constructor ({@link #parameters} is not empty, final fields stay final), or the new object is made where the first moved field stood
 * and the constructors go on setting its fields in place.
 */
final class Construction {
    /**
     * The assignments in one constructor that give way to the creation of the new object.
     *
     * @param statements what is deleted; the creation takes the place of the last
     * @param values the expressions handed over, in the order of the parameters
     */
    record Handover(List<Region> statements, List<Region> values) {}

    private final DeclaredClass source;
    private final Set<Member> moved;
    private final MovedCode code;
    private final Set<Member> assigned = new LinkedHashSet<>();
    private final List<Handover> handovers = new ArrayList<>();
    private final boolean fresh;
    private List<Member> parameters = List.of();

    /**
     * @param fresh whether the class is new: it takes any constructor then, and its object can be made wherever that suits
     */
    Construction(
            Sources sources, Touched touched, DeclaredClass source, Set<Member> moved, MovedCode code, boolean fresh) {
        this.source = source;
        this.moved = moved;
        this.code = code;
        this.fresh = fresh;
        collectAssigned();
        checkSuperConstructor(touched);
        List<Member> settled = assigned.stream().filter(Member::isFinal).toList();
        // Only a final field is worth a refusal where an initial value depends on the order.
        if (fresh && !assigned.isEmpty() && (!settled.isEmpty() || areInitialValuesFreeOfOrder())) {
            tryHandover(assigned);
            if (parameters.isEmpty() && !settled.isEmpty() && settled.size() < assigned.size()) {
                tryHandover(settled);
            }
        }
        checkInitialisers();
        checkEarly(sources);
    }

    /** The class itself comes to what moves before the new object is there, or before a static value that moves is worked out now. */
    private void checkEarly(Sources sources) {
        Set<Tree> leaving = moved.stream().map(Member::tree).collect(Collectors.toSet());
        if (fresh && parameters.isEmpty()) {
            List<TreePath> before =
                    ObjectInitialisation.before(file(), source.path(), newField(), member -> !leaving.contains(member));
            if (ObjectInitialisation.reaches(file(), before, symbolsOfObject())) {
                TreePath first = before.stream()
                        .filter(code -> ThisEscape.in(file(), code, symbolsOfObject()))
                        .findFirst()
                        .orElse(before.get(0));
                throw ExtractClass.refused(
                        file().place(first.getLeaf()),
                        Rule.KEEPS_INITIALISATION_ORDER,
                        "'" + shortened(file().text(first.getLeaf()))
                                + "' may come to what moves before the new object is there",
                        "leave out of --members what it comes to");
            }
        }
        for (Member field : moved) {
            boolean computed = field.isField() && field.isStatic() && !isConstant(field);
            if (computed
                    && new ClassInitialisation(sources, source)
                            .comesTo(field.declaration().start(), Set.of(field.symbol()))) {
                throw ExtractClass.refused(
                        file().place(field.tree()),
                        Rule.KEEPS_INITIALISATION_ORDER,
                        "'" + field.name() + "' is used before it has its value, while the class is initialised",
                        "leave '" + field.name() + "' out of --members");
            }
        }
    }

    /** Where the field for the new object will stand. */
    private int newField() {
        return moved.stream()
                .filter(member -> member.isField() && !member.isStatic())
                .map(member -> member.declaration().start())
                .min(Comparator.naturalOrder())
                .or(() -> source.members().stream()
                        .filter(member -> member.isField() && !moved.contains(member))
                        .map(member -> member.declaration().end())
                        .max(Comparator.naturalOrder()))
                .orElse(0);
    }

    private Set<String> symbolsOfObject() {
        return moved.stream()
                .filter(member -> !member.isStatic())
                .map(Member::symbol)
                .collect(Collectors.toSet());
    }

    /** The fields that the new class's constructor takes, in order; empty where it takes nothing. */
    List<Member> parameters() {
        return parameters;
    }

    List<Handover> handovers() {
        return handovers;
    }

    /** Whether a use is one of the assignments that give way to the creation of the new object. */
    boolean givesWay(Use use) {
        return use.isWritten()
                && use.file() == file()
                && handovers.stream()
                        .flatMap(handover -> handover.statements().stream())
                        .anyMatch(statement -> statement.contains(file().region(use.tree())));
    }

    /** Final fields that are set in a constructor and can stay final only if handed over. */
    Set<Member> losingFinal() {
        Set<Member> losing = new LinkedHashSet<>();
        if (parameters.isEmpty()) {
            assigned.stream().filter(Member::isFinal).forEach(losing::add);
        }
        return losing;
    }

    private TouchedFile file() {
        return source.file();
    }

    private void collectAssigned() {
        Map<Element, Member> fields = new LinkedHashMap<>();
        moved.stream().filter(Member::isField).forEach(field -> fields.put(field.element(), field));
        for (Use use : UseFinder.in(file(), fields::containsKey)) {
            Member field = fields.get(use.target());
            boolean constructing = source.constructors().anyMatch(one -> use.isWithin(one.tree()))
                    || source.initialisers().anyMatch(use::isWithin);
            if (use.isWritten() && constructing && !field.isStatic()) {
                assigned.add(field);
            }
            if (use.isWritten() && field.isStatic() && field.isFinal()) {
                throw ExtractClass.refused(
                        use.place(),
                        Rule.KEEPS_INITIALISATION_ORDER,
                        "'" + field.name() + "' is set in a static block, which stays",
                        "set it where it is declared, or leave it out of --members");
            }
        }
    }

    /** A constructor above may call what is overridden here, before any field of this class has its value: the new object would be null. */
    private void checkSuperConstructor(Touched touched) {
        Set<String> held = symbolsOfObject();
        if (held.isEmpty()) {
            return;
        }
        SuperConstructorCalls.reaching(touched, source, held).ifPresent(early -> {
            throw ExtractClass.refused(
                    early.place(),
                    Rule.KEEPS_INITIALISATION_ORDER,
                    "a constructor of '" + early.constructing() + "' may call '" + early.method()
                            + "' before the new object is there",
                    "leave what '" + early.method() + "' uses out of --members");
        });
    }

    private void tryHandover(Collection<Member> fields) {
        List<Member> order = fields.stream()
                .sorted(Comparator.comparingInt(member -> member.declaration().start()))
                .toList();
        boolean initialiserSets = order.stream().anyMatch(this::isSetInInitialiser);
        boolean early = source.initialisers().anyMatch(block -> !block.isStatic() && touchesMovedOrThis(block));
        boolean earlyField = source.members().stream()
                .filter(member -> member.isField() && !member.isStatic() && !moved.contains(member))
                .map(member -> member.fieldTree().getInitializer())
                .anyMatch(value -> value != null && touchesMovedOrThis(value));
        if (initialiserSets || early || earlyField || order.stream().anyMatch(this::narrows)) {
            return;
        }
        List<Handover> found = new ArrayList<>();
        for (Member constructor : source.constructors().toList()) {
            BlockTree body = constructor.methodTree().getBody();
            if (delegatesToThis(body)) {
                continue;
            }
            Optional<Handover> one = handover(constructor, body, order);
            if (one.isEmpty()) {
                return;
            }
            found.add(one.get());
        }
        if (!found.isEmpty()) {
            parameters = order;
            handovers.addAll(found);
        }
    }

    private boolean isSetInInitialiser(Member field) {
        return UseFinder.in(file(), field.element()::equals).stream()
                .anyMatch(use -> use.isWritten() && source.initialisers().anyMatch(use::isWithin));
    }

    /** JLS 5.2: assigning a constant may narrow it, passing it may not. */
    private boolean narrows(Member field) {
        return switch (field.element().asType().toString()) {
            case "byte", "short", "char", "java.lang.Byte", "java.lang.Short", "java.lang.Character" -> true;
            default -> file().text(field.tree()).matches("(?s).*\\b" + field.name() + "\\s*\\[.*");
        };
    }

    static boolean delegatesToThis(BlockTree body) {
        return !body.getStatements().isEmpty()
                && body.getStatements().get(0) instanceof ExpressionStatementTree first
                && Callers.isThisCall(first.getExpression());
    }

    private Optional<Handover> handover(Member constructor, BlockTree body, List<Member> order) {
        Map<Member, AssignmentTree> found = new LinkedHashMap<>();
        Map<Member, Integer> positions = new LinkedHashMap<>();
        List<? extends StatementTree> statements = body.getStatements();
        for (int i = 0; i < statements.size(); i++) {
            Optional<AssignmentTree> assignment = assignment(statements.get(i));
            Optional<Member> field = assignment.flatMap(this::assignedField).filter(order::contains);
            if (field.isPresent()) {
                if (found.put(field.get(), assignment.get()) != null) {
                    return Optional.empty();
                }
                positions.put(field.get(), i);
            }
        }
        if (!found.keySet().equals(Set.copyOf(order))) {
            return Optional.empty();
        }
        int first =
                positions.values().stream().mapToInt(Integer::intValue).min().orElseThrow();
        int last = positions.values().stream().mapToInt(Integer::intValue).max().orElseThrow();
        boolean together = last - first + 1 == order.size() && inOrder(positions, order);
        boolean stable = found.values().stream().allMatch(one -> isStable(one.getExpression(), constructor));
        boolean free = found.values().stream().noneMatch(one -> touchesMovedOrThis(one.getExpression()));
        boolean quiet = true;
        for (int i = 0; i <= last; i++) {
            quiet &= positions.containsValue(i)
                    || isSuperCall(statements.get(i))
                    || !touchesMovedOrThis(statements.get(i)) && !mayReturn(statements.get(i));
        }
        long writes =
                order.stream().mapToLong(field -> writesIn(constructor, field)).sum();
        if (!free || !quiet || !(together || stable) || writes != order.size()) {
            return Optional.empty();
        }
        List<Region> deleted = order.stream()
                .map(positions::get)
                .sorted()
                .map(i -> file().region(statements.get(i)))
                .toList();
        List<Region> values = order.stream()
                .map(field -> file().region(found.get(field).getExpression()))
                .toList();
        return Optional.of(new Handover(deleted, values));
    }

    private static boolean inOrder(Map<Member, Integer> positions, List<Member> order) {
        for (int i = 1; i < order.size(); i++) {
            if (positions.get(order.get(i)) < positions.get(order.get(i - 1))) {
                return false;
            }
        }
        return true;
    }

    private long writesIn(Member constructor, Member field) {
        return UseFinder.in(file(), constructor.path(), field.element()::equals).stream()
                .filter(Use::isWritten)
                .count();
    }

    private static Optional<AssignmentTree> assignment(StatementTree statement) {
        return statement instanceof ExpressionStatementTree expression
                        && expression.getExpression() instanceof AssignmentTree assignment
                ? Optional.of(assignment)
                : Optional.empty();
    }

    private Optional<Member> assignedField(AssignmentTree assignment) {
        TreePath path = file().attribution().trees().getPath(file().unit(), assignment.getVariable());
        Element target = path == null ? null : file().element(path);
        boolean own = assignment.getVariable() instanceof IdentifierTree
                || assignment.getVariable() instanceof MemberSelectTree select
                        && select.getExpression().toString().equals("this");
        return own
                ? assigned.stream()
                        .filter(field -> field.element().equals(target))
                        .findFirst()
                : Optional.empty();
    }

    /** Whether an expression has the same value anywhere in the constructor: a literal, or a parameter or local never set again. */
    private boolean isStable(ExpressionTree value, Member constructor) {
        if (value instanceof LiteralTree) {
            return true;
        }
        if (!(value instanceof IdentifierTree)) {
            return false;
        }
        TreePath path = file().attribution().trees().getPath(file().unit(), value);
        Element target = file().element(path);
        boolean local = target != null && target.getKind() == ElementKind.PARAMETER;
        return local
                && UseFinder.in(file(), constructor.path(), target::equals).stream()
                        .noneMatch(Use::isWritten);
    }

    /** A field that is not final may be left unset; the one that holds the new object may not. JLS 16.9. */
    private static boolean mayReturn(StatementTree statement) {
        return Boolean.TRUE.equals(
                new TreeScanner<Boolean, Void>() {
                    @Override
                    public Boolean visitReturn(ReturnTree tree, Void nothing) {
                        return true;
                    }

                    @Override
                    public Boolean visitLambdaExpression(LambdaExpressionTree tree, Void nothing) {
                        return false;
                    }

                    @Override
                    public Boolean visitClass(ClassTree tree, Void nothing) {
                        return false;
                    }

                    @Override
                    public Boolean reduce(Boolean one, Boolean other) {
                        return Boolean.TRUE.equals(one) || Boolean.TRUE.equals(other);
                    }
                }.scan(statement, null));
    }

    private static boolean isSuperCall(StatementTree statement) {
        return statement instanceof ExpressionStatementTree expression
                && expression.getExpression() instanceof MethodInvocationTree call
                && call.getMethodSelect().toString().equals("super");
    }

    /** Whether code names a moved member or could reach one through the object under construction. */
    private boolean touchesMovedOrThis(Tree tree) {
        TreePath path = file().attribution().trees().getPath(file().unit(), tree);
        Set<String> wanted = moved.stream()
                .filter(member -> !member.isStatic())
                .map(Member::symbol)
                .collect(Collectors.toSet());
        return ThisEscape.in(file(), path, wanted);
    }

    /** Initial values that move must not depend on, or be seen by, what runs between the old place and the new one. */
    private void checkInitialisers() {
        List<Member> fields = source.members().stream()
                .filter(member -> member.isField() && !isConstant(member))
                .toList();
        for (boolean statics : new boolean[] {true, false}) {
            List<Member> same = fields.stream()
                    .filter(member -> member.isStatic() == statics)
                    .toList();
            boolean inPlace = fresh && !statics && parameters.isEmpty() && isUnbroken(same);
            if (inPlace) {
                continue;
            }
            for (Member field : same) {
                ExpressionTree value = field.fieldTree().getInitializer();
                if (moved.contains(field) && !isFreeOfOrder(value)) {
                    throw ExtractClass.refused(
                            file().place(field.tree()),
                            Rule.KEEPS_INITIALISATION_ORDER,
                            "'" + field.name() + " = " + shortened(file().text(value))
                                    + "' would be computed at another time",
                            "leave '" + field.name() + "' out of --members");
                }
            }
        }
    }

    private boolean areInitialValuesFreeOfOrder() {
        return moved.stream()
                .filter(member -> member.isField() && !member.isStatic() && !isConstant(member))
                .allMatch(field -> isFreeOfOrder(field.fieldTree().getInitializer()));
    }

    private boolean isFreeOfOrder(ExpressionTree value) {
        return value == null || new Purity(file(), code, value).isFreeOfOrder();
    }

    private static String shortened(String text) {
        String line = text.replaceAll("\\s+", " ");
        return line.length() <= 40 ? line : line.substring(0, 37) + "...";
    }

    private static boolean isConstant(Member field) {
        return ((javax.lang.model.element.VariableElement) field.element()).getConstantValue() != null;
    }

    /** Whether the moved fields with initial values follow each other with nothing in between that is computed. */
    private boolean isUnbroken(List<Member> fields) {
        List<Member> computed = fields.stream()
                .filter(field -> field.fieldTree().getInitializer() != null)
                .toList();
        int first = -1;
        int last = -1;
        int count = 0;
        for (int i = 0; i < computed.size(); i++) {
            if (moved.contains(computed.get(i))) {
                first = first < 0 ? i : first;
                last = i;
                count++;
            }
        }
        if (count == 0) {
            return true;
        }
        int from = computed.get(first).declaration().start();
        int to = computed.get(last).declaration().end();
        boolean block = source.initialisers()
                .anyMatch(one -> !one.isStatic() && file().start(one) > from && file().end(one) < to);
        return last - first + 1 == count && !block;
    }
}
