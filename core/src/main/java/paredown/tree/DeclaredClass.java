package paredown.tree;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import paredown.code.compile.Overriding;
import paredown.code.compile.Symbol;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;

/** The class that something is extracted from, with its members in the order of the source. */
public final class DeclaredClass {
    /**
     * A field, method or constructor.
     *
     * @param declaration its text without comments; for a field the whole declaration, other variables in it included
     * @param withComments the text that goes with it
     */
    public record Member(
            Element element, String symbol, String name, TreePath path, Region declaration, Region withComments) {
        public Tree tree() {
            return path.getLeaf();
        }

        public boolean isStatic() {
            return element.getModifiers().contains(Modifier.STATIC);
        }

        public boolean isPrivate() {
            return element.getModifiers().contains(Modifier.PRIVATE);
        }

        public boolean isFinal() {
            return element.getModifiers().contains(Modifier.FINAL);
        }

        public boolean isField() {
            return element.getKind().isField();
        }

        public boolean isMethod() {
            return element.getKind() == ElementKind.METHOD;
        }

        public ExecutableElement method() {
            return (ExecutableElement) element;
        }

        public MethodTree methodTree() {
            return (MethodTree) tree();
        }

        public VariableTree fieldTree() {
            return (VariableTree) tree();
        }

        /** Whether a field has no comment, no annotation, and is written with its object. */
        public boolean isBare() {
            return withComments.equals(declaration)
                    && fieldTree().getModifiers().getAnnotations().isEmpty()
                    && !element.getModifiers().contains(Modifier.TRANSIENT);
        }

        /** As it is named on the command line. */
        public String spelling() {
            return Symbol.spelling(symbol);
        }
    }

    private final TouchedFile file;
    private final TreePath path;
    private final TypeElement element;
    private final String symbol;
    private final List<Member> members = new ArrayList<>();

    private DeclaredClass(TouchedFile file, TreePath path, TypeElement element) {
        this.file = file;
        this.path = path;
        this.element = element;
        this.symbol = file.symbol(element);
    }

    public static Optional<DeclaredClass> find(TouchedFile file, String type) {
        for (Tree declaration : file.unit().getTypeDecls()) {
            Optional<DeclaredClass> found = find(file, new TreePath(new TreePath(file.unit()), declaration), type);
            if (found.isPresent()) {
                return found;
            }
        }
        return Optional.empty();
    }

    private static Optional<DeclaredClass> find(TouchedFile file, TreePath path, String type) {
        if (!(path.getLeaf() instanceof ClassTree tree) || !(file.element(path) instanceof TypeElement element)) {
            return Optional.empty();
        }
        if (element.getQualifiedName().contentEquals(type)) {
            DeclaredClass found = new DeclaredClass(file, path, element);
            tree.getMembers().forEach(found::add);
            return Optional.of(found);
        }
        return tree.getMembers().stream()
                .map(member -> find(file, new TreePath(path, member), type))
                .flatMap(Optional::stream)
                .findFirst();
    }

    private void add(Tree tree) {
        TreePath at = new TreePath(path, tree);
        boolean written = file.start(tree) >= 0 && file.end(tree) > file.start(tree);
        if (!written || !(tree instanceof MethodTree || tree instanceof VariableTree)) {
            return;
        }
        Element member = file.element(at);
        if (member == null || isImplicit(member)) {
            return;
        }
        Region declaration = file.region(tree);
        members.add(new Member(
                member,
                file.symbol(member),
                member.getSimpleName().toString(),
                at,
                declaration,
                MemberText.withComments(file, declaration)));
    }

    private boolean isImplicit(Element member) {
        return file.attribution().elements().getOrigin(member) == javax.lang.model.util.Elements.Origin.MANDATED
                || member.getKind() == ElementKind.CONSTRUCTOR
                        && members.stream().noneMatch(one -> one.element().equals(member))
                        && file.start(treeOf(member)) == file.start(tree())
                        && file.end(treeOf(member)) == file.end(tree());
    }

    private Tree treeOf(Element member) {
        return file.attribution().trees().getTree(member);
    }

    public TouchedFile file() {
        return file;
    }

    public ClassTree tree() {
        return (ClassTree) path.getLeaf();
    }

    public TreePath path() {
        return path;
    }

    public TypeElement element() {
        return element;
    }

    public String symbol() {
        return symbol;
    }

    public String simpleName() {
        return element.getSimpleName().toString();
    }

    /** The class as other top-level classes of its package name it, such as {@code Outer.Inner}. */
    public String nameInPackage() {
        return file.nameInPackage(element);
    }

    public List<Member> members() {
        return members;
    }

    public Optional<Member> member(String wanted) {
        return members.stream().filter(member -> member.symbol().equals(wanted)).findFirst();
    }

    public Stream<Member> constructors() {
        return members.stream().filter(member -> member.element().getKind() == ElementKind.CONSTRUCTOR);
    }

    /** Initialiser blocks, static or not. */
    public Stream<BlockTree> initialisers() {
        return tree().getMembers().stream().filter(BlockTree.class::isInstance).map(BlockTree.class::cast);
    }

    /** Whether a field is declared together with others: {@code double ra, dec;}. */
    public boolean sharesDeclaration(Member field) {
        return members.stream()
                .anyMatch(other -> other != field
                        && other.isField()
                        && other.declaration().start() == field.declaration().start());
    }

    /** A declaration with all its variables. */
    public Region wholeDeclaration(Member member) {
        int end = members.stream()
                .filter(other ->
                        other.declaration().start() == member.declaration().start())
                .mapToInt(other -> other.withComments().end())
                .max()
                .orElse(member.withComments().end());
        return new Region(member.withComments().start(), end);
    }

    /** The offset of the line below the opening brace, or of the closing one. */
    public int bodyStart() {
        return Math.min(file.source().lineEnd(openBrace()), file.end(tree()) - 1);
    }

    /** The offset behind its last member, of any kind; behind the opening brace where it has none. */
    public int endOfMembers() {
        int end = openBrace() + 1;
        for (Tree member : tree().getMembers()) {
            boolean written = file.start(member) >= end && file.end(member) > file.start(member);
            if (written) {
                end = MemberText.withComments(file, file.region(member)).end();
            }
        }
        return element().getKind() == ElementKind.ENUM
                ? Math.max(end, constants().behind())
                : end;
    }

    /** Ends the constants of an enum where nothing does yet: other members stand behind that. JLS 8.9.1. */
    public Optional<Edit> endOfConstants() {
        return element().getKind() == ElementKind.ENUM ? constants().end() : Optional.empty();
    }

    /**
     * The constants of an enum.
     *
     * @param end what ends them, where nothing does
     * @param behind where what follows them can stand
     */
    private record Constants(Optional<Edit> end, int behind) {}

    private Constants constants() {
        int last = openBrace() + 1;
        for (Tree member : tree().getMembers()) {
            Element constant = file.element(new TreePath(path, member));
            if (constant != null && constant.getKind() == ElementKind.ENUM_CONSTANT) {
                last = file.end(member);
            }
        }
        Optional<Edit> end = Optional.of(Edit.insert(last, ";"));
        int behind = last;
        for (Token token : file.tokensFrom(last)) {
            boolean separates = end.isPresent() && (token.is(file.text(), ",") || token.is(file.text(), ";"));
            boolean beside = token.isComment()
                    && file.source().line(token.region().start())
                            == file.source().line(behind);
            if (!separates && !beside) {
                break;
            }
            behind = token.region().end();
            if (separates) {
                end = token.is(file.text(), ";") ? Optional.empty() : Optional.of(new Edit(token.region(), ";"));
            }
        }
        return new Constants(end, behind);
    }

    /** Whether nothing is declared between its braces; the components of a record stand in front of them. */
    public boolean isEmpty() {
        return endOfMembers() == openBrace() + 1;
    }

    /** Final fields in which its objects keep one of another class that they make for themselves, where the field is declared. */
    public Stream<Member> ownObjects(DeclaredClass other) {
        return members.stream()
                .filter(member -> member.isField()
                        && !member.isStatic()
                        && member.isFinal()
                        && member.fieldTree().getInitializer() instanceof NewClassTree made
                        && made.getClassBody() == null)
                .filter(member -> {
                    Element type = file.attribution()
                            .types()
                            .asElement(member.element().asType());
                    return type != null && file.symbol(type).equals(other.symbol());
                });
    }

    /** Whether no other class stands at the top of its file. */
    public boolean isAlone() {
        return file.unit().getTypeDecls().stream()
                        .filter(ClassTree.class::isInstance)
                        .count()
                == 1;
    }

    /** The offset of the brace that opens its body. */
    public int openBrace() {
        Region name = file.word(simpleName(), file.start(tree()));
        return file.tokens().stream()
                .filter(token -> token.region().start() >= name.end() && token.is(file.text(), "{"))
                .findFirst()
                .orElseThrow()
                .region()
                .start();
    }

    public String classIndentation() {
        return file.source().indentation(file.start(tree()));
    }

    public String memberIndentation() {
        int body = openBrace();
        // The components of a record are members that stand in front of the brace.
        return members.stream()
                .map(member -> member.declaration().start())
                .filter(start -> start > body)
                .findFirst()
                .map(file.source()::indentation)
                .orElseGet(() -> classIndentation() + file.source().indentationUnit());
    }

    /** What its members are indented by, relative to itself. */
    public String unit() {
        String outer = classIndentation();
        String inner = memberIndentation();
        return inner.startsWith(outer) && inner.length() > outer.length()
                ? inner.substring(outer.length())
                : file.source().indentationUnit();
    }

    /** Whether a type of this qualified name is among its supertypes. */
    public boolean isA(String type) {
        return new Overriding(file.attribution())
                .supertypes(element).stream()
                        .anyMatch(one -> one.getQualifiedName().contentEquals(type));
    }
}
