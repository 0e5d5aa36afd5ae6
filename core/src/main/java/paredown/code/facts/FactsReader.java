package paredown.code.facts;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import javax.lang.model.element.AnnotationMirror;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import paredown.code.compile.Attribution;
import paredown.code.compile.Overriding;
import paredown.code.compile.Problem;
import paredown.code.compile.Symbols;
import paredown.code.text.CodeLines;
import paredown.source.Region;
import paredown.source.SourceText;

/** Turns attributed files into facts. */
public final class FactsReader {
    private final Attribution attribution;
    private final Symbols symbols;
    private final Predicate<String> inProject;
    private final OutsideCalls outside;
    private final Overriding overriding;

    private FactsReader(Attribution attribution, Predicate<String> inProject) {
        this.attribution = attribution;
        this.symbols = new Symbols(attribution.types());
        this.overriding = new Overriding(attribution);
        this.inProject = inProject;
        this.outside = new OutsideCalls(
                attribution, symbols, type -> inProject.test(symbols.of(MemberReader.outermost(type))));
    }

    /** Takes what a file declares. */
    public interface Taker {
        /**
         * @param gaveUp why only a part of it could be read, for code that is so broken that the compiler contradicts itself
         */
        void take(CompilationUnitTree unit, List<TypeFacts> types, Optional<Problem> gaveUp);
    }

    /**
     * @param inProject whether the project declares the top-level type of this qualified name
     * @param taker takes the types of a file at a time
     */
    public static void of(Attribution attribution, boolean test, Predicate<String> inProject, Taker taker) {
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
        private final List<PlaceFacts> commentedOut;
        private final List<Problem> problems;
        private final boolean test;
        private final List<TypeFacts> found = new ArrayList<>();

        File(CompilationUnitTree unit, boolean test) {
            this.unit = unit;
            this.test = test;
            this.source = attribution.source(unit);
            CodeLines lines = CodeLines.of(source.text());
            this.codeLines = lines.lines();
            this.commentedOut = CommentedOut.in(source, lines.comments());
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
                            .toList(),
                    enclosing.isPresent()
                            ? List.of()
                            : commentedOut.stream()
                                    .filter(place -> place.line() > first && place.endLine() < last)
                                    .toList()));
            nested.forEach(at -> type(at, Optional.of(symbols.of(element))));
        }

        /** What stands in front of the body. */
        private List<Reference> header(TreePath path, ClassTree tree) {
            MemberReader uses = new MemberReader(attribution, symbols, inProject, outside, unit, source);
            List<Tree> parts = new ArrayList<>(tree.getTypeParameters());
            parts.add(tree.getModifiers());
            if (tree.getExtendsClause() != null) {
                parts.add(tree.getExtendsClause());
            }
            parts.addAll(tree.getImplementsClause());
            parts.addAll(tree.getPermitsClause());
            parts.forEach(part -> uses.scan(new TreePath(path, part), null));
            return uses.references();
        }

        private Optional<MemberFacts> member(TreePath path, TypeElement owner) {
            Tree tree = path.getLeaf();
            Region region = region(tree);
            int first = source.line(region.start());
            int last = source.line(region.end());
            MemberReader uses = new MemberReader(attribution, symbols, inProject, outside, unit, source);
            uses.scan(path, null);
            if (tree instanceof BlockTree block) {
                return Optional.of(initialiser(block, owner, first, last, uses));
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
                    field ? 0 : uses.complexity(),
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
                    uses.references(),
                    uses.body()));
        }

        private MemberFacts initialiser(BlockTree block, TypeElement owner, int first, int last, MemberReader uses) {
            String name = block.isStatic() ? "<static>" : "<instance>";
            Set<javax.lang.model.element.Modifier> modifiers =
                    block.isStatic() ? Set.of(javax.lang.model.element.Modifier.STATIC) : Set.of();
            return new MemberFacts(
                    symbols.of(owner) + "#" + name + ":" + first,
                    name,
                    MemberFacts.Kind.INITIALIZER,
                    modifiers,
                    first,
                    last,
                    codeLines(first, last),
                    uses.complexity(),
                    List.of(),
                    "void",
                    List.of(),
                    false,
                    uses.references(),
                    uses.body());
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
}
