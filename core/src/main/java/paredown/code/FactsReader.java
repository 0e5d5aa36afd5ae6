package paredown.code;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.CatchTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.DoWhileLoopTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.ForLoopTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.PrimitiveTypeTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.tree.WhileLoopTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import javax.lang.model.element.AnnotationMirror;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import paredown.source.Region;
import paredown.source.SourceText;

/** Turns attributed files into facts. */
final class FactsReader {
    private final Attribution attribution;
    private final Symbols symbols;
    private final Predicate<String> inProject;
    private final Overriding overriding;

    private FactsReader(Attribution attribution, Predicate<String> inProject) {
        this.attribution = attribution;
        this.symbols = new Symbols(attribution.types());
        this.overriding = new Overriding(attribution);
        this.inProject = inProject;
    }

    /** Takes what a file declares. */
    interface Taker {
        /**
         * @param gaveUp why only a part of it could be read, for code that is so broken that the compiler contradicts itself
         */
        void take(CompilationUnitTree unit, List<TypeFacts> types, Optional<Problem> gaveUp);
    }

    /**
     * @param inProject whether the project declares the top-level type of this qualified name
     * @param taker takes the types of a file at a time
     */
    static void of(Attribution attribution, boolean test, Predicate<String> inProject, Taker taker) {
        FactsReader reader = new FactsReader(attribution, inProject);
        for (CompilationUnitTree unit : attribution.units()) {
            File file = reader.new File(unit, test);
            Optional<Problem> gaveUp = Optional.empty();
            try {
                for (Tree declaration : unit.getTypeDecls()) {
                    if (declaration instanceof ClassTree type) {
                        file.type(new TreePath(new TreePath(unit), type), Optional.empty());
                    }
                }
            } catch (RuntimeException | StackOverflowError | AssertionError e) {
                gaveUp = Optional.of(Problem.gaveUp(file.source.path(), e));
            }
            taker.take(unit, file.found, gaveUp);
        }
    }

    /** One file being read. */
    private final class File {
        private final CompilationUnitTree unit;
        private final SourceText source;
        private final BitSet codeLines;
        private final List<Problem> problems;
        private final boolean test;
        private final List<TypeFacts> found = new ArrayList<>();

        File(CompilationUnitTree unit, boolean test) {
            this.unit = unit;
            this.test = test;
            this.source = attribution.source(unit);
            this.codeLines = CodeLines.of(source.text());
            this.problems = attribution.problems().stream()
                    .filter(one -> one.file().equals(source.path()))
                    .toList();
        }

        void type(TreePath path, Optional<String> enclosing) {
            if (!(attribution.trees().getElement(path) instanceof TypeElement element)) {
                return;
            }
            ClassTree tree = (ClassTree) path.getLeaf();
            Region region = region(tree);
            List<MemberFacts> members = new ArrayList<>();
            List<TreePath> nested = new ArrayList<>();
            for (Tree member : tree.getMembers()) {
                TreePath at = new TreePath(path, member);
                if (member instanceof ClassTree) {
                    nested.add(at);
                } else if (region(member).length() > 0) {
                    member(at, element).ifPresent(members::add);
                }
            }
            TypeMirror superclass = element.getSuperclass();
            boolean plain = superclass.getKind() == TypeKind.NONE
                    || superclass.toString().equals("java.lang.Object");
            int first = source.line(region.start());
            int last = source.line(region.end());
            found.add(new TypeFacts(
                    symbols.of(element),
                    element.getSimpleName().toString(),
                    attribution
                            .elements()
                            .getPackageOf(element)
                            .getQualifiedName()
                            .toString(),
                    kind(element.getKind()),
                    Set.copyOf(element.getModifiers()),
                    source.path(),
                    test,
                    first,
                    codeLines(first, last),
                    plain ? Optional.empty() : Optional.of(name(superclass)),
                    element.getInterfaces().stream().map(this::name).toList(),
                    enclosing,
                    members,
                    header(path, tree),
                    problems.stream()
                            .filter(one -> one.line() >= first && one.line() <= last)
                            .map(Problem::message)
                            .distinct()
                            .toList()));
            nested.forEach(at -> type(at, Optional.of(symbols.of(element))));
        }

        /** What stands in front of the body. */
        private List<Reference> header(TreePath path, ClassTree tree) {
            Uses uses = new Uses(unit, source);
            List<Tree> parts = new ArrayList<>(tree.getTypeParameters());
            parts.add(tree.getModifiers());
            if (tree.getExtendsClause() != null) {
                parts.add(tree.getExtendsClause());
            }
            parts.addAll(tree.getImplementsClause());
            parts.addAll(tree.getPermitsClause());
            parts.forEach(part -> uses.scan(new TreePath(path, part), null));
            return uses.references;
        }

        private Optional<MemberFacts> member(TreePath path, TypeElement owner) {
            Tree tree = path.getLeaf();
            Region region = region(tree);
            int first = source.line(region.start());
            int last = source.line(region.end());
            Uses uses = new Uses(unit, source);
            uses.scan(path, null);
            if (tree instanceof BlockTree block) {
                String name = block.isStatic() ? "<static>" : "<instance>";
                Set<javax.lang.model.element.Modifier> modifiers =
                        block.isStatic() ? Set.of(javax.lang.model.element.Modifier.STATIC) : Set.of();
                return Optional.of(new MemberFacts(
                        symbols.of(owner) + "#" + name + ":" + first,
                        name,
                        MemberFacts.Kind.INITIALIZER,
                        modifiers,
                        first,
                        last,
                        codeLines(first, last),
                        uses.decisions + 1,
                        List.of(),
                        "void",
                        List.of(),
                        false,
                        uses.references,
                        uses.locals,
                        uses.statements()));
            }
            Element element = attribution.trees().getElement(path);
            if (element == null) {
                return Optional.empty();
            }
            boolean field = tree instanceof VariableTree;
            ExecutableElement method = field ? null : (ExecutableElement) element;
            MemberFacts.Kind kind = field
                    ? MemberFacts.Kind.FIELD
                    : element.getKind() == ElementKind.CONSTRUCTOR
                            ? MemberFacts.Kind.CONSTRUCTOR
                            : MemberFacts.Kind.METHOD;
            return Optional.of(new MemberFacts(
                    symbols.of(element),
                    element.getSimpleName().toString(),
                    kind,
                    Set.copyOf(element.getModifiers()),
                    first,
                    last,
                    codeLines(first, last),
                    field ? 0 : uses.decisions + 1,
                    field
                            ? List.of()
                            : method.getParameters().stream()
                                    .map(uses::parameter)
                                    .toList(),
                    field ? element.asType().toString() : method.getReturnType().toString(),
                    element.getAnnotationMirrors().stream()
                            .map(AnnotationMirror::getAnnotationType)
                            .map(this::name)
                            .toList(),
                    !field && overriding.overridden(method).findAny().isPresent(),
                    uses.references,
                    uses.locals,
                    uses.statements()));
        }

        private String name(TypeMirror type) {
            return type instanceof DeclaredType declared ? symbols.of(declared.asElement()) : type.toString();
        }

        private Region region(Tree tree) {
            int start = (int) attribution.trees().getSourcePositions().getStartPosition(unit, tree);
            int end = (int) attribution.trees().getSourcePositions().getEndPosition(unit, tree);
            return start < 0 || end < start ? new Region(0, 0) : new Region(start, end);
        }

        private int codeLines(int first, int last) {
            return codeLines.get(first, last + 1).cardinality();
        }

        private static TypeFacts.Kind kind(ElementKind kind) {
            return switch (kind) {
                case INTERFACE -> TypeFacts.Kind.INTERFACE;
                case ENUM -> TypeFacts.Kind.ENUM;
                case RECORD -> TypeFacts.Kind.RECORD;
                case ANNOTATION_TYPE -> TypeFacts.Kind.ANNOTATION;
                default -> TypeFacts.Kind.CLASS;
            };
        }
    }

    /** What a member uses, and how often it decides. */
    private final class Uses extends TreePathScanner<Void, Void> {
        private final CompilationUnitTree unit;
        private final SourceText source;
        private final List<Reference> references = new ArrayList<>();
        private final List<String> locals = new ArrayList<>();
        private final List<StatementFacts> statements = new ArrayList<>();
        private final Map<Element, int[]> localUses = new IdentityHashMap<>();
        private int decisions;
        private int depth;
        private int shape;
        private int size;

        Uses(CompilationUnitTree unit, SourceText source) {
            this.unit = unit;
            this.source = source;
        }

        /** Builds shapes from the leaves up, and keeps those of statements that follow one another in a block. */
        @Override
        public Void scan(Tree tree, Void nothing) {
            if (tree == null) {
                return null;
            }
            Tree parent = getCurrentPath().getLeaf();
            boolean statement = tree instanceof StatementTree
                    && !(tree instanceof ClassTree)
                    && (parent instanceof BlockTree || parent instanceof CaseTree);
            int at = statements.size();
            if (statement) {
                statements.add(null);
                depth++;
            }
            int outerShape = shape;
            int outerSize = size;
            shape = tree.getKind().ordinal();
            size = 1;
            super.scan(tree, nothing);
            if (statement) {
                depth--;
                Lines lines = lines(tree);
                if (lines.first() > 0) {
                    statements.set(at, new StatementFacts(lines.first(), lines.last(), depth, shape, size));
                } else {
                    // The compiler's own, such as a call of the constructor above.
                    statements.remove(at);
                }
            }
            shape = outerShape * 31 + shape * 17;
            size += outerSize;
            return null;
        }

        private record Lines(int first, int last) {}

        private Lines lines(Tree tree) {
            int start = (int) attribution.trees().getSourcePositions().getStartPosition(unit, tree);
            int end = (int) attribution.trees().getSourcePositions().getEndPosition(unit, tree);
            return start < 0 || end < start ? new Lines(0, 0) : new Lines(source.line(start), source.line(end));
        }

        private void mix(int part) {
            shape = shape * 31 + part;
        }

        List<StatementFacts> statements() {
            return statements;
        }

        ParameterFacts parameter(VariableElement parameter) {
            int[] counts = localUses.getOrDefault(parameter, new int[3]);
            return new ParameterFacts(
                    parameter.getSimpleName().toString(),
                    symbols.erased(parameter.asType()),
                    counts[0],
                    counts[1],
                    counts[2] > 0);
        }

        @Override
        public Void visitIdentifier(IdentifierTree tree, Void nothing) {
            use(tree);
            return null;
        }

        @Override
        public Void visitLiteral(LiteralTree tree, Void nothing) {
            return null;
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
            stand(tree);
            return super.visitLambdaExpression(tree, nothing);
        }

        /** Notes the interface of the project that a lambda or method reference implements. */
        private void stand(Tree tree) {
            if (attribution.trees().getTypeMirror(getCurrentPath()) instanceof DeclaredType declared
                    && declared.asElement() instanceof TypeElement type
                    && inProject.test(symbols.of(outermost(type)))) {
                String name = symbols.of(type);
                references.add(new Reference(
                        name, name, "", Reference.Kind.LAMBDA, lines(tree).first(), true));
            }
        }

        @Override
        public Void visitMemberReference(MemberReferenceTree tree, Void nothing) {
            stand(tree);
            use(tree);
            return super.visitMemberReference(tree, nothing);
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
                locals.add(tree.getName().toString());
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
            boolean local = element.getKind() == ElementKind.PARAMETER
                    || element.getKind() == ElementKind.LOCAL_VARIABLE
                    || element.getKind() == ElementKind.EXCEPTION_PARAMETER
                    || element.getKind() == ElementKind.RESOURCE_VARIABLE
                    || element.getKind() == ElementKind.BINDING_VARIABLE;
            if (local) {
                if (element.getKind() == ElementKind.PARAMETER) {
                    int way = isWritten() ? 2 : isHandedOn() ? 1 : 0;
                    localUses.computeIfAbsent(element, key -> new int[3])[way]++;
                }
                return;
            }
            mix(element.getSimpleName().toString().hashCode());
            if (element instanceof ExecutableElement method) {
                kind = method.getKind() == ElementKind.CONSTRUCTOR ? Reference.Kind.CREATE : Reference.Kind.CALL;
                owner = method.getEnclosingElement();
            } else if (isSelf(element)) {
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
            int start = (int) attribution.trees().getSourcePositions().getStartPosition(unit, tree);
            references.add(new Reference(
                    symbols.of(element),
                    symbols.of(type),
                    kind == Reference.Kind.TYPE ? "" : through(tree),
                    kind,
                    start < 0 ? 0 : source.line(start),
                    inProject.test(symbols.of(outermost(type)))));
        }

        private boolean isHandedOn() {
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
            if (tree instanceof IdentifierTree name) {
                return name.getName().toString();
            }
            if (tree instanceof MemberSelectTree select) {
                String before = path(select.getExpression());
                return before.equals("?") ? before : before + "." + select.getIdentifier();
            }
            if (tree instanceof MethodInvocationTree call && call.getArguments().isEmpty()) {
                String method = path(call.getMethodSelect());
                return method.equals("?") ? method : method + "()";
            }
            return "?";
        }

        /** Newer compilers have {@code this} as a field of the class. */
        private boolean isSelf(Element element) {
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

        private TypeElement outermost(TypeElement type) {
            Element at = type;
            while (at.getEnclosingElement() != null && at.getEnclosingElement().getKind() != ElementKind.PACKAGE) {
                at = at.getEnclosingElement();
            }
            return at instanceof TypeElement top ? top : type;
        }

        @Override
        public Void visitIf(IfTree tree, Void nothing) {
            decisions++;
            return super.visitIf(tree, nothing);
        }

        @Override
        public Void visitForLoop(ForLoopTree tree, Void nothing) {
            decisions++;
            return super.visitForLoop(tree, nothing);
        }

        @Override
        public Void visitEnhancedForLoop(EnhancedForLoopTree tree, Void nothing) {
            decisions++;
            return super.visitEnhancedForLoop(tree, nothing);
        }

        @Override
        public Void visitWhileLoop(WhileLoopTree tree, Void nothing) {
            decisions++;
            return super.visitWhileLoop(tree, nothing);
        }

        @Override
        public Void visitDoWhileLoop(DoWhileLoopTree tree, Void nothing) {
            decisions++;
            return super.visitDoWhileLoop(tree, nothing);
        }

        @Override
        public Void visitCase(CaseTree tree, Void nothing) {
            // By its first word: what the tree calls an expression leaves patterns out.
            int start = (int) attribution.trees().getSourcePositions().getStartPosition(unit, tree);
            decisions += start >= 0 && source.text().startsWith("case", start) ? 1 : 0;
            return super.visitCase(tree, nothing);
        }

        @Override
        public Void visitCatch(CatchTree tree, Void nothing) {
            decisions++;
            return super.visitCatch(tree, nothing);
        }

        @Override
        public Void visitConditionalExpression(ConditionalExpressionTree tree, Void nothing) {
            decisions++;
            return super.visitConditionalExpression(tree, nothing);
        }

        @Override
        public Void visitBinary(BinaryTree tree, Void nothing) {
            if (tree.getKind() == Tree.Kind.CONDITIONAL_AND || tree.getKind() == Tree.Kind.CONDITIONAL_OR) {
                decisions++;
            }
            return super.visitBinary(tree, nothing);
        }
    }
}
