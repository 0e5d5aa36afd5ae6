package paredown.code.facts;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.DoWhileLoopTree;
import com.sun.source.tree.ForLoopTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.PrimitiveTypeTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.SwitchExpressionTree;
import com.sun.source.tree.SwitchTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TypeCastTree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.tree.WhileLoopTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import com.sun.source.util.Trees;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;
import paredown.code.compile.Attribution;
import paredown.code.compile.Symbols;
import paredown.source.Region;
import paredown.source.SourceText;

/** What a member uses, and how often it decides. */
final class MemberReader extends TreePathScanner<Void, Void> {
    private static final int MOST_LITERALS = 300;
    private static final int LONGEST_LITERAL = 80;

    /** Steps of the way to a member that are told; each of thousands of calls in a chain would tell all before it. */
    private static final int LONGEST_PATH = 50;

    /** Literals that say all there is to say. */
    private static final String INITIAL = "<init>/0";

    private static final Set<String> PLAIN =
            Set.of("0", "1", "2", "0L", "1L", "0.0", "1.0", "0d", "1d", "0f", "1f", "\"\"");

    private final Attribution attribution;
    private final Symbols symbols;
    private final Predicate<String> inProject;
    private final CompilationUnitTree unit;
    private final SourceText source;
    private final List<Reference> references = new ArrayList<>();
    private final Map<Element, LocalUses> locals = new LinkedHashMap<>();
    private final List<StatementFacts> statements = new ArrayList<>();
    private final List<ConditionFacts> questions = new ArrayList<>();
    private final List<SelectionFacts> selections = new ArrayList<>();
    private final List<LiteralFacts> literals = new ArrayList<>();
    private final ImplicitCalls implicitCalls;
    private final List<String> implicitCallReader = new ArrayList<>();
    private final OutsideCalls outside;
    private final List<OutsideCall> outsideCalls = new ArrayList<>();
    private final CallArguments callArguments;
    private final List<CallArgumentFacts> handed = new ArrayList<>();
    private final WrittenArrays arrays;
    private final List<ClosureFacts> made = new ArrayList<>();
    private final ReflectiveCalls reflected;
    private final LocalFunctions functions;
    private Object around;
    private final AbruptCompletion exits = new AbruptCompletion();
    private int decisions;
    private int depth;
    private int shape;
    private int size;

    MemberReader(
            Attribution attribution,
            Symbols symbols,
            Predicate<String> inProject,
            OutsideCalls outside,
            CompilationUnitTree unit,
            SourceText source) {
        this.attribution = attribution;
        this.symbols = symbols;
        this.inProject = inProject;
        this.outside = outside;
        this.callArguments = new CallArguments(attribution, symbols, inProject);
        this.arrays = new WrittenArrays(
                attribution.trees(),
                type -> type instanceof TypeElement owner && inProject.test(symbols.of(outermost(owner))));
        this.reflected = new ReflectiveCalls(attribution.trees(), symbols);
        this.functions = new LocalFunctions(attribution.trees());
        this.unit = unit;
        this.source = source;
        this.implicitCalls = new ImplicitCalls(attribution, symbols);
    }

    /** Builds shapes from the leaves up, and keeps those of statements that follow one another in a block. */
    @Override
    public Void scan(Tree tree, Void nothing) {
        if (tree == null) {
            return null;
        }
        Tree parent = getCurrentPath().getLeaf();
        implicitCallReader.addAll(implicitCalls.at(getCurrentPath(), tree));
        if (!(tree instanceof MemberReferenceTree)) {
            leave(getCurrentPath(), tree);
        }
        boolean statement = tree instanceof StatementTree
                && !(tree instanceof ClassTree)
                && (parent instanceof BlockTree || parent instanceof CaseTree);
        if (isCondition(tree, parent)) {
            ConditionReader.of(new TreePath(getCurrentPath(), tree), this).ifPresent(questions::add);
        }
        int at = statements.size();
        if (statement) {
            statements.add(null);
            depth++;
        }
        int outerShape = shape;
        int outerSize = size;
        shape = tree.getKind().ordinal();
        size = 1;
        decisions += decides(tree) ? 1 : 0;
        int left = exits.enter(tree);
        super.scan(tree, nothing);
        boolean leaves = exits.leave(tree, left);
        if (statement) {
            depth--;
            Optional<Region> region = region(tree);
            if (region.isPresent()) {
                int line = source.line(region.get().start());
                int end = source.line(region.get().end());
                statements.set(at, new StatementFacts(line, end, depth, shape, size, isFirst(tree, parent), leaves));
            } else {
                // The compiler's own, such as a call of the constructor above.
                statements.remove(at);
            }
        }
        shape = outerShape * 31 + shape * 17;
        size += outerSize;
        return null;
    }

    private static boolean isFirst(Tree statement, Tree parent) {
        List<? extends StatementTree> all =
                parent instanceof BlockTree block ? block.getStatements() : ((CaseTree) parent).getStatements();
        // What stands behind an arrow stands alone.
        return all == null || all.get(0) == statement;
    }

    private static boolean isCondition(Tree tree, Tree parent) {
        if (parent instanceof IfTree branch) {
            return branch.getCondition() == tree;
        }
        if (parent instanceof WhileLoopTree loop) {
            return loop.getCondition() == tree;
        }
        if (parent instanceof DoWhileLoopTree loop) {
            return loop.getCondition() == tree;
        }
        if (parent instanceof ForLoopTree loop) {
            return loop.getCondition() == tree;
        }
        if (parent instanceof ConditionalExpressionTree choice) {
            return choice.getCondition() == tree;
        }
        boolean inner = parent instanceof ParenthesizedTree
                || parent.getKind() == Tree.Kind.LOGICAL_COMPLEMENT
                || joins(parent);
        return joins(tree) && !inner;
    }

    private boolean decides(Tree tree) {
        return switch (tree.getKind()) {
            case IF, FOR_LOOP, ENHANCED_FOR_LOOP, WHILE_LOOP, DO_WHILE_LOOP, CATCH, CONDITIONAL_EXPRESSION -> true;
            // By its first word: what the tree calls an expression leaves patterns out.
            case CASE ->
                region(tree)
                        .filter(region -> source.text().startsWith("case", region.start()))
                        .isPresent();
            default -> joins(tree);
        };
    }

    static boolean joins(Tree tree) {
        return tree.getKind() == Tree.Kind.CONDITIONAL_AND || tree.getKind() == Tree.Kind.CONDITIONAL_OR;
    }

    /** Where a tree stands; empty for what the compiler made up. */
    Optional<Region> region(Tree tree) {
        int start = (int) attribution.trees().getSourcePositions().getStartPosition(unit, tree);
        int end = (int) attribution.trees().getSourcePositions().getEndPosition(unit, tree);
        return start < 0 || end <= start ? Optional.empty() : Optional.of(new Region(start, end));
    }

    PlaceFacts place(Region region) {
        return place(source, region);
    }

    static PlaceFacts place(SourceText source, Region region) {
        return new PlaceFacts(
                source.line(region.start()),
                source.column(region.start()),
                source.line(region.end() - 1),
                source.column(region.end() - 1));
    }

    SourceText source() {
        return source;
    }

    Symbols symbols() {
        return symbols;
    }

    Trees trees() {
        return attribution.trees();
    }

    /** First line of a tree; 0 for what has no place at all. */
    private int line(Tree tree) {
        int start = (int) attribution.trees().getSourcePositions().getStartPosition(unit, tree);
        return start < 0 ? 0 : source.line(start);
    }

    private void mix(int part) {
        shape = shape * 31 + part;
    }

    List<Reference> references() {
        return references;
    }

    int complexity() {
        return decisions + 1;
    }

    BodyFacts body() {
        functions.into(outsideCalls, outside);
        reflected.into(outsideCalls);
        arrays.facts().ifPresent(handed::add);
        return new BodyFacts(
                locals.values().stream().map(LocalUses::facts).toList(),
                statements,
                questions,
                selections,
                // A table of numbers is no code that somebody should name numbers in.
                literals.size() > MOST_LITERALS ? List.of() : literals,
                implicitCallReader,
                outsideCalls,
                handed,
                made);
    }

    ParameterFacts parameter(VariableElement parameter) {
        LocalUses uses = locals.get(parameter);
        String name = parameter.getSimpleName().toString();
        String type = symbols.erased(parameter.asType());
        return (uses == null ? new LocalUses(name, type, 0) : uses).parameterFacts();
    }

    private void useLocal(Element element, Tree tree) {
        LocalUses uses = locals.get(element);
        if (uses == null) {
            return;
        }
        arrays.used(element, getCurrentPath());
        // The same statements with values of another type are other statements.
        mix(uses.type().hashCode());
        boolean written = isWritten();
        boolean only = written && getCurrentPath().getParentPath().getLeaf() instanceof AssignmentTree;
        if (written) {
            uses.write(line(tree));
        }
        if (!only) {
            uses.read(line(tree), !written && isPassedOn());
        }
    }

    @Override
    public Void visitIdentifier(IdentifierTree tree, Void nothing) {
        use(tree);
        return null;
    }

    @Override
    public Void visitLiteral(LiteralTree tree, Void nothing) {
        boolean telling = switch (tree.getKind()) {
            case INT_LITERAL, LONG_LITERAL, FLOAT_LITERAL, DOUBLE_LITERAL, STRING_LITERAL -> true;
            default -> false;
        };
        if (telling && literals.size() <= MOST_LITERALS) {
            region(tree)
                    .map(region -> new LiteralFacts(place(region), region.of(source.text())))
                    .filter(literal -> literal.text().length() < LONGEST_LITERAL && !PLAIN.contains(literal.text()))
                    .ifPresent(literals::add);
        }
        return null;
    }

    @Override
    public Void visitAnnotation(AnnotationTree tree, Void nothing) {
        int before = literals.size();
        super.visitAnnotation(tree, nothing);
        literals.subList(before, literals.size()).clear();
        return null;
    }

    @Override
    public Void visitSwitch(SwitchTree tree, Void nothing) {
        SelectionReader.of(getCurrentPath(), this).ifPresent(selections::add);
        return super.visitSwitch(tree, nothing);
    }

    @Override
    public Void visitSwitchExpression(SwitchExpressionTree tree, Void nothing) {
        SelectionReader.of(getCurrentPath(), this).ifPresent(selections::add);
        return super.visitSwitchExpression(tree, nothing);
    }

    @Override
    public Void visitPrimitiveType(PrimitiveTypeTree tree, Void nothing) {
        // In broken code its kind may be none, for which the compiler has no answer.
        mix(tree.toString().hashCode());
        return null;
    }

    @Override
    public Void visitMemberSelect(MemberSelectTree tree, Void nothing) {
        use(tree);
        return super.visitMemberSelect(tree, nothing);
    }

    @Override
    public Void visitLambdaExpression(LambdaExpressionTree tree, Void nothing) {
        stand(tree, () -> super.visitLambdaExpression(tree, nothing));
        return null;
    }

    /** Notes the interface that a lambda or method reference implements. */
    private void stand(Tree tree, Runnable inside) {
        Optional<Reference> one = standIn(tree, attribution.trees().getTypeMirror(getCurrentPath()));
        one.ifPresent(references::add);
        make(one.map(Reference::target).stream().toList(), List.of(), isKept(), inside);
    }

    /** Whether a function is only given back, kept in a field from the start, or handed to a constructor of the project. */
    private boolean isKept() {
        TreePath at = getCurrentPath();
        while (at.getParentPath().getLeaf() instanceof ParenthesizedTree
                || at.getParentPath().getLeaf() instanceof TypeCastTree) {
            at = at.getParentPath();
        }
        TreePath parent = at.getParentPath();
        if (parent.getLeaf() instanceof NewClassTree made) {
            return made.getClassBody() == null
                    && attribution.trees().getElement(parent) instanceof ExecutableElement constructor
                    && constructor.getEnclosingElement() instanceof TypeElement type
                    && type.getNestingKind() != NestingKind.LOCAL
                    && inProject.test(symbols.of(outermost(type)));
        }
        return parent.getLeaf() instanceof ReturnTree
                || parent.getLeaf() instanceof VariableTree
                        && attribution.trees().getElement(parent).getKind() == ElementKind.FIELD;
    }

    /** Notes which of the uses belong to a class that is made on the spot. */
    private void make(List<String> types, List<String> methods, boolean kept, Runnable inside) {
        int reference = references.size();
        int call = outsideCalls.size();
        int silent = implicitCallReader.size();
        Object before = around;
        around = inside;
        inside.run();
        around = before;
        ClosureFacts.Slice used = new ClosureFacts.Slice(reference, references.size());
        ClosureFacts.Slice leaving = new ClosureFacts.Slice(call, outsideCalls.size());
        ClosureFacts.Slice unwritten = new ClosureFacts.Slice(silent, implicitCallReader.size());
        types.forEach(type -> made.add(new ClosureFacts(type, methods, used, leaving, unwritten, kept)));
    }

    private Optional<Reference> standIn(Tree tree, TypeMirror made) {
        if (made instanceof DeclaredType declared && declared.asElement() instanceof TypeElement type) {
            String name = symbols.of(type);
            return Optional.of(new Reference(
                    name, name, "", Reference.Kind.STAND_IN, line(tree), inProject.test(symbols.of(outermost(type)))));
        }
        return Optional.empty();
    }

    /** An anonymous or local class. */
    @Override
    public Void visitClass(ClassTree tree, Void nothing) {
        if (!(attribution.trees().getElement(getCurrentPath()) instanceof TypeElement type)) {
            return super.visitClass(tree, nothing);
        }
        List<Reference> above =
                above(type).flatMap(one -> standIn(tree, one).stream()).toList();
        above.stream().filter(one -> !one.target().equals("java.lang.Object")).forEach(references::add);
        // A named one may have what its interfaces want from a class above.
        boolean mixed = !type.getSimpleName().isEmpty()
                && !type.getInterfaces().isEmpty()
                && !type.getSuperclass().toString().equals("java.lang.Object");
        List<String> types = above.stream().map(Reference::target).toList();
        if (mixed || tree.getMembers().isEmpty()) {
            make(types, mixed ? List.of() : List.of(INITIAL), false, () -> super.visitClass(tree, nothing));
            return null;
        }
        scan(tree.getModifiers(), nothing);
        scan(tree.getTypeParameters(), nothing);
        scan(tree.getExtendsClause(), nothing);
        scan(tree.getImplementsClause(), nothing);
        tree.getMembers().forEach(member -> make(types, List.of(madeName(member)), false, () -> scan(member, nothing)));
        return null;
    }

    /** A method by its name and the number of its parameters; what stands beside them runs when an object is made. */
    private static String madeName(Tree member) {
        return member instanceof MethodTree method
                ? method.getName() + "/" + method.getParameters().size()
                : INITIAL;
    }

    /** What a class extends and implements; of another local one, which has a name for nobody else, what that does. */
    private static Stream<? extends TypeMirror> above(TypeElement type) {
        return Stream.concat(Stream.of(type.getSuperclass()), type.getInterfaces().stream())
                .flatMap(one -> one instanceof DeclaredType declared
                                && declared.asElement() instanceof TypeElement parent
                                && parent.getNestingKind() == NestingKind.LOCAL
                        ? above(parent)
                        : Stream.of(one));
    }

    @Override
    public Void visitAssignment(AssignmentTree tree, Void nothing) {
        if (tree.getVariable() instanceof IdentifierTree) {
            TreePath variable = new TreePath(getCurrentPath(), tree.getVariable());
            Element element = attribution.trees().getElement(variable);
            reflected.given(element, getCurrentPath(), tree.getExpression());
            functions.assigned(element);
        }
        return super.visitAssignment(tree, nothing);
    }

    @Override
    public Void visitMemberReference(MemberReferenceTree tree, Void nothing) {
        stand(tree, () -> {
            leave(getCurrentPath().getParentPath(), tree);
            use(tree);
            super.visitMemberReference(tree, nothing);
        });
        return null;
    }

    private void leave(TreePath parent, Tree tree) {
        outside.at(parent, tree).ifPresent(call -> {
            reflected.called(new TreePath(parent, tree), outsideCalls.size());
            functions.called(new TreePath(parent, tree), outsideCalls.size(), around);
            outsideCalls.add(call);
        });
    }

    @Override
    public Void visitMethodInvocation(MethodInvocationTree tree, Void nothing) {
        callArguments.of(getCurrentPath()).ifPresent(handed::add);
        return super.visitMethodInvocation(tree, nothing);
    }

    @Override
    public Void visitNewClass(NewClassTree tree, Void nothing) {
        use(tree);
        return super.visitNewClass(tree, nothing);
    }

    @Override
    public Void visitVariable(VariableTree tree, Void nothing) {
        Element element = attribution.trees().getElement(getCurrentPath());
        if (element != null
                && element.getKind() != ElementKind.FIELD
                && element.getKind() != ElementKind.ENUM_CONSTANT) {
            locals.put(element, new LocalUses(tree.getName().toString(), symbols.erased(element.asType()), line(tree)));
            reflected.given(element, getCurrentPath(), tree.getInitializer());
            functions.declared(element, tree.getInitializer(), around);
        }
        return super.visitVariable(tree, nothing);
    }

    private void use(Tree tree) {
        Element element = attribution.trees().getElement(getCurrentPath());
        if (element == null) {
            return;
        }
        Reference.Kind kind;
        Element owner = element;
        if (isLocal(element)) {
            useLocal(element, tree);
            return;
        }
        mix(element.getSimpleName().toString().hashCode());
        if (element instanceof ExecutableElement method) {
            kind = method.getKind() == ElementKind.CONSTRUCTOR ? Reference.Kind.CREATE : Reference.Kind.CALL;
            owner = method.getEnclosingElement();
        } else if (isThis(element)) {
            return;
        } else if (element.getKind() == ElementKind.FIELD || element.getKind() == ElementKind.ENUM_CONSTANT) {
            kind = isWritten() ? Reference.Kind.WRITE : Reference.Kind.READ;
            owner = element.getEnclosingElement();
        } else if (element instanceof TypeElement) {
            kind = Reference.Kind.TYPE;
        } else {
            return;
        }
        if (!(owner instanceof TypeElement type)) {
            return;
        }
        references.add(new Reference(
                symbols.of(element),
                symbols.of(type),
                kind == Reference.Kind.TYPE ? "" : through(tree),
                kind,
                line(tree),
                inProject.test(symbols.of(outermost(type)))));
    }

    static boolean isLocal(Element element) {
        return switch (element.getKind()) {
            case PARAMETER, LOCAL_VARIABLE, EXCEPTION_PARAMETER, RESOURCE_VARIABLE, BINDING_VARIABLE -> true;
            default -> false;
        };
    }

    private boolean isPassedOn() {
        Tree parent = getCurrentPath().getParentPath().getLeaf();
        Tree tree = getCurrentPath().getLeaf();
        return parent instanceof MethodInvocationTree call
                        && call.getArguments().contains(tree)
                || parent instanceof NewClassTree creation
                        && creation.getArguments().contains(tree);
    }

    private static String through(Tree tree) {
        return tree instanceof MemberSelectTree select
                ? path(select.getExpression())
                : tree instanceof MemberReferenceTree reference ? path(reference.getQualifierExpression()) : "";
    }

    private static String path(Tree tree) {
        return path(tree, LONGEST_PATH);
    }

    private static String path(Tree tree, int most) {
        if (tree instanceof IdentifierTree name) {
            return name.getName().toString();
        }
        if (tree instanceof MemberSelectTree select && most > 0) {
            String before = path(select.getExpression(), most - 1);
            return before.equals("?") ? before : before + "." + select.getIdentifier();
        }
        if (tree instanceof MethodInvocationTree call && call.getArguments().isEmpty() && most > 0) {
            String method = path(call.getMethodSelect(), most - 1);
            return method.equals("?") ? method : method + "()";
        }
        return "?";
    }

    /** Newer compilers have {@code this} as a field of the class. */
    private boolean isThis(Element element) {
        return element.getSimpleName().contentEquals("this")
                || element.getSimpleName().contentEquals("super");
    }

    private boolean isWritten() {
        Tree tree = getCurrentPath().getLeaf();
        Tree parent = getCurrentPath().getParentPath().getLeaf();
        if (parent instanceof AssignmentTree assignment) {
            return assignment.getVariable() == tree;
        }
        if (parent instanceof CompoundAssignmentTree assignment) {
            return assignment.getVariable() == tree;
        }
        return parent instanceof UnaryTree unary
                && switch (unary.getKind()) {
                    case PREFIX_INCREMENT, PREFIX_DECREMENT, POSTFIX_INCREMENT, POSTFIX_DECREMENT -> true;
                    default -> false;
                };
    }

    static TypeElement outermost(TypeElement type) {
        Element at = type;
        while (at.getEnclosingElement() != null && at.getEnclosingElement().getKind() != ElementKind.PACKAGE) {
            at = at.getEnclosingElement();
        }
        return at instanceof TypeElement top ? top : type;
    }

    @Override
    public Void visitIf(IfTree tree, Void nothing) {
        SelectionReader.of(getCurrentPath(), this).ifPresent(selections::add);
        return super.visitIf(tree, nothing);
    }
}
