package paredown.tree;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import paredown.code.compile.Attribution;
import paredown.code.compile.Symbols;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.source.Token;
import paredown.source.Tokens;
import paredown.verdict.Place;
import paredown.verdict.Plan;

/** An attributed file: its trees, its text, and the way from one to the other. */
public final class TouchedFile {
    private static final Set<String> TYPE_KEYWORDS = Set.of("class", "interface", "enum", "record");

    private final Attribution attribution;
    private final CompilationUnitTree unit;
    private final SourceText source;
    private final Symbols symbols;
    private final PurityOracle purity;
    private final boolean test;
    private List<Token> tokens;
    private Set<String> declaredTypes;

    TouchedFile(Attribution attribution, CompilationUnitTree unit, PurityOracle purity, boolean test) {
        this.attribution = attribution;
        this.unit = unit;
        this.source = attribution.source(unit);
        this.symbols = new Symbols(attribution.types());
        this.purity = purity;
        this.test = test;
    }

    public Attribution attribution() {
        return attribution;
    }

    public CompilationUnitTree unit() {
        return unit;
    }

    public SourceText source() {
        return source;
    }

    public String text() {
        return source.text();
    }

    public boolean isTest() {
        return test;
    }

    /** Whether anybody can tell that code of this file initialises a class. */
    public boolean isInitialisationObservable(TypeElement type) {
        return purity.isInitialisationObservable(this, type);
    }

    /** Whether a method does nothing but work out a value from its arguments and what never changes. */
    public boolean isPure(ExecutableElement method) {
        return purity.isPure(this, method);
    }

    public String packageName() {
        return unit.getPackageName() == null ? "" : unit.getPackageName().toString();
    }

    public Element element(TreePath path) {
        return attribution.trees().getElement(path);
    }

    public String symbol(Element element) {
        return symbols.of(element);
    }

    /** Whether a class is one of a symbol or extends it, itself or through others. */
    public boolean isOrExtends(TypeElement type, String above) {
        return symbol(type).equals(above)
                || type.getSuperclass() instanceof DeclaredType parent
                        && isOrExtends((TypeElement) parent.asElement(), above);
    }

    /** The text with edits, among them such that take imports away and put others in. */
    public Draft edited(List<Edit> edits) {
        return Draft.of(source, new Imports(this).settled(edits));
    }

    /** The offset after the package declaration and the imports; 0 where there are none. */
    public int endOfImports() {
        int end = unit.getPackage() == null ? 0 : end(unit.getPackage());
        for (Tree one : unit.getImports()) {
            end = Math.max(end, end(one));
        }
        return end;
    }

    public List<Token> tokens() {
        if (tokens == null) {
            tokens = Tokens.of(source.text());
        }
        return tokens;
    }

    /** Whether a type of this simple name is declared anywhere in the file, local ones included. */
    public boolean declaresType(String simple) {
        if (declaredTypes == null) {
            declaredTypes = new HashSet<>();
            boolean keyword = false;
            for (Token token : tokens()) {
                if (token.kind() == Token.Kind.WORD) {
                    String word = token.of(source.text());
                    if (keyword) {
                        declaredTypes.add(word);
                    }
                    keyword = TYPE_KEYWORDS.contains(word);
                }
            }
        }
        return declaredTypes.contains(simple);
    }

    public int start(Tree tree) {
        return (int) attribution.trees().getSourcePositions().getStartPosition(unit, tree);
    }

    public int end(Tree tree) {
        return (int) attribution.trees().getSourcePositions().getEndPosition(unit, tree);
    }

    /** Where a tree stands. What the compiler made up, such as the creation behind a constant of an enum, is empty in newer JDKs. */
    public Region region(Tree tree) {
        return new Region(start(tree), Math.max(start(tree), end(tree)));
    }

    public String text(Tree tree) {
        return region(tree).of(source.text());
    }

    /** The text of a tree in one line, shortened, for messages. */
    public String brief(Tree tree) {
        String line = text(tree).replaceAll("\\s+", " ");
        return line.length() > 50 ? line.substring(0, 47) + "..." : line;
    }

    /** A class as top-level classes of its package name it, such as {@code Outer.Inner}. */
    public String nameInPackage(TypeElement type) {
        String name = symbol(type);
        return packageName().isEmpty() ? name : name.substring(packageName().length() + 1);
    }

    /** A region with the white space behind it. */
    public Region withGap(Region region) {
        int end = region.end();
        while (end < text().length() && Character.isWhitespace(text().charAt(end))) {
            end++;
        }
        return new Region(region.start(), end);
    }

    /** The annotations {@code @Override} of a method, each with the gap behind it. */
    public List<Region> overrideMarks(MethodTree method) {
        return method.getModifiers().getAnnotations().stream()
                .filter(annotation -> annotation.getAnnotationType().toString().matches("(java\\.lang\\.)?Override"))
                .map(annotation -> withGap(region(annotation)))
                .toList();
    }

    /** The offset behind the parenthesis that opens a method's parameters. */
    public int behindParenthesis(MethodTree method) {
        Region name = word(method.getName().toString(), end(method.getReturnType()));
        return text().indexOf('(', name.end()) + 1;
    }

    /** Where a tree starts; for a declaration, where its name stands. */
    public Place place(Tree tree) {
        if (tree instanceof MethodTree method) {
            return place(declared(method.getName().toString(), method.getReturnType(), method));
        }
        if (tree instanceof VariableTree variable) {
            return place(declared(variable.getName().toString(), variable.getModifiers(), variable));
        }
        return place(
                tree instanceof ClassTree type
                        ? declared(type.getSimpleName().toString(), type.getModifiers(), type)
                        : start(tree));
    }

    /** The offset of a declared name: the word behind what must come before it. */
    private int declared(String name, Tree before, Tree declaration) {
        boolean written = before != null && end(before) > 0;
        int from = written ? end(before) : start(declaration);
        for (Token token : tokensFrom(from)) {
            if (token.is(source.text(), name)) {
                return token.region().start();
            }
        }
        return start(declaration);
    }

    /** Where a variable's name stands in its declaration; empty where it is not written. */
    public Region nameOf(VariableTree variable) {
        String name = variable.getName().toString();
        int after = variable.getInitializer() == null ? end(variable) : start(variable.getInitializer());
        boolean typed = variable.getType() != null && end(variable.getType()) >= 0;
        int before =
                typed ? end(variable.getType()) : Math.max(0, Math.max(start(variable), end(variable.getModifiers())));
        Region none = new Region(start(variable), start(variable));
        return words(name, before, after)
                .findFirst()
                // JLS 10.2: of 'int steps[]' the brackets belong to the type, which then ends behind the name.
                .or(() -> typed
                        ? words(name, start(variable.getType()), before).reduce((one, next) -> next)
                        : Optional.empty())
                .orElse(none);
    }

    /**
     * The declared type of a variable as another declaration would write it: brackets that stand behind the name stand behind the type.
     * JLS 10.2.
     *
     * @param edits edits inside the type, in offsets of the file
     */
    public String typeText(VariableTree variable, List<Edit> edits) {
        Region type = region(variable.getType());
        Region name = nameOf(variable);
        boolean around = type.contains(name) && name.length() > 0;
        Region front = around ? new Region(type.start(), name.start()) : type;
        String text = new Draft().copy(source, front, edits).text().strip();
        return around ? text + text().substring(name.end(), type.end()).replaceAll("\\s+", "") : text;
    }

    private Stream<Region> words(String name, int from, int to) {
        return tokensFrom(from).stream()
                .map(Token::region)
                .takeWhile(region -> region.start() < to)
                .filter(region -> name.equals(region.of(source.text())));
    }

    /** The tokens that start at or after an offset. */
    public List<Token> tokensFrom(int offset) {
        List<Token> all = tokens();
        int low = 0;
        int high = all.size();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (all.get(middle).region().start() < offset) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return all.subList(low, all.size());
    }

    public Place place(int offset) {
        return new Place(source.path(), source.line(Math.max(0, offset)));
    }

    /** Where the name stands in an identifier, a member selection or a method reference. */
    public Region name(Tree tree) {
        String name;
        if (tree instanceof IdentifierTree identifier) {
            name = identifier.getName().toString();
        } else if (tree instanceof MemberSelectTree select) {
            name = select.getIdentifier().toString();
        } else if (tree instanceof MemberReferenceTree reference) {
            name = reference.getName().toString();
        } else {
            throw new IllegalArgumentException("no name in a " + tree.getKind());
        }
        int end = end(tree);
        return new Region(end - name.length(), end);
    }

    /** The offset after the dot that follows a qualifier, its white space and comments included. */
    public int afterDot(ExpressionTree qualifier) {
        int from = end(qualifier);
        for (Token token : tokensFrom(from)) {
            if (token.is(source.text(), ".")) {
                return token.region().end();
            }
        }
        throw new IllegalStateException("no dot after '" + text(qualifier) + "' in " + source.path());
    }

    /** Where a word stands first at or after an offset, as a token of its own. */
    public Region word(String word, int from) {
        for (Token token : tokensFrom(from)) {
            if (token.kind() == Token.Kind.WORD && token.is(source.text(), word)) {
                return token.region();
            }
        }
        throw new IllegalStateException("no '" + word + "' in " + source.path() + " from line " + source.line(from));
    }

    /** A plan that changes this file alone, inside: no other file sees it. */
    public Plan plan(String title, List<Edit> edits, Plan.Effects effects) {
        return plan(title, edits, Set.of(), effects);
    }

    /**
     * The same, where something is declared that other files can see.
     *
     * @param words its name
     */
    public Plan plan(String title, List<Edit> edits, Set<String> words, Plan.Effects effects) {
        ChangeSet.Change change =
                new ChangeSet.Change(source.path(), ChangeSet.Kind.EDITED, source, Optional.of(edited(edits)));
        return new Plan(title, new ChangeSet(List.of(change)), Map.of(), Set.of(), words, effects);
    }
}
