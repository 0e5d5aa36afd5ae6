package paredown.check;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import com.sun.source.util.Trees;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import javax.lang.model.SourceVersion;
import javax.lang.model.element.Element;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.type.TypeVariable;
import javax.lang.model.type.WildcardType;
import javax.lang.model.util.Elements;
import paredown.code.compile.Attribution;
import paredown.code.compile.Overriding;
import paredown.code.compile.Symbol;
import paredown.code.compile.Symbols;
import paredown.cut.FrameworkRole;

/**
 * Where a member is asked for by its name as a text: a call is given the text beside an object of the class, or beside the class itself, or
 * a run-time annotation names a member of the class that it stands in. Libraries and the project's own methods may look anything up; of the
 * JDK those do that are made for it.
 */
final class ReflectiveLookups extends TreePathScanner<Void, Void> {
    private static final Pattern JDK = Pattern.compile("(javax?|jdk|sun|com\\.sun)\\..*");
    private static final Pattern LOOKS_UP = Pattern.compile("java\\.lang\\.Class#get(Declared)?(Field|Method)\\(.*"
            + "|java\\.lang\\.(invoke|reflect)\\..*"
            + "|java\\.util\\.concurrent\\.atomic\\.Atomic\\w+FieldUpdater#.*"
            + "|java\\.beans\\.(PropertyDescriptor|EventHandler|Statement|Expression)[#.].*");

    /**
     * A name as a text.
     *
     * @param members which it may mean: a class or what stands above it, {@code #}, the name
     * @param offset of the text
     */
    record Lookup(Set<String> members, String name, int offset) {}

    private final Trees trees;
    private final CompilationUnitTree unit;
    private final Symbols symbols;
    private final Overriding supertypes;
    private final Elements elements;
    private final List<Lookup> found = new ArrayList<>();
    private final Set<String> members = new LinkedHashSet<>();

    ReflectiveLookups(Attribution attribution, CompilationUnitTree unit, Symbols symbols) {
        this.trees = attribution.trees();
        this.elements = attribution.elements();
        this.unit = unit;
        this.symbols = symbols;
        this.supertypes = new Overriding(attribution);
        scan(unit, null);
    }

    List<Lookup> found() {
        return found;
    }

    /** The symbols of the fields and methods that the file declares. */
    Set<String> members() {
        return members;
    }

    @Override
    public Void visitMethod(MethodTree tree, Void nothing) {
        declared();
        return super.visitMethod(tree, nothing);
    }

    @Override
    public Void visitVariable(VariableTree tree, Void nothing) {
        if (getCurrentPath().getParentPath().getLeaf() instanceof ClassTree) {
            declared();
        }
        return super.visitVariable(tree, nothing);
    }

    private void declared() {
        Element member = trees.getElement(getCurrentPath());
        if (member != null) {
            members.add(symbols.of(member));
        }
    }

    @Override
    public Void visitMethodInvocation(MethodInvocationTree tree, Void nothing) {
        List<ExpressionTree> given = new ArrayList<>(tree.getArguments());
        // What is called of an object is that class's own affair; a class is asked for its members.
        if (tree.getMethodSelect() instanceof MemberSelectTree select && isClass(type(select.getExpression()))) {
            given.add(select.getExpression());
        }
        called(tree.getArguments(), given);
        return super.visitMethodInvocation(tree, nothing);
    }

    @Override
    public Void visitNewClass(NewClassTree tree, Void nothing) {
        called(tree.getArguments(), List.copyOf(tree.getArguments()));
        return super.visitNewClass(tree, nothing);
    }

    private void called(List<? extends ExpressionTree> arguments, List<ExpressionTree> given) {
        for (ExpressionTree argument : arguments) {
            Optional<String> name = text(argument);
            if (name.isEmpty() || given.size() < 2) {
                continue;
            }
            Element called = trees.getElement(getCurrentPath());
            if (called == null) {
                continue;
            }
            String symbol = symbols.of(called);
            boolean ofJdk = JDK.matcher(symbol).matches();
            if (ofJdk && !LOOKS_UP.matcher(symbol).matches()) {
                continue;
            }
            Set<String> meant = new LinkedHashSet<>();
            for (ExpressionTree other : given) {
                if (other != argument && (ofJdk || !isLabelled(other, name.get()))) {
                    asked(type(other)).ifPresent(type -> meant.addAll(members(type, name.get())));
                }
            }
            add(meant, name.get(), argument);
        }
    }

    /** Whether a text only says what is handed over beside it, or in which method that is done. */
    private boolean isLabelled(ExpressionTree other, String name) {
        if (other instanceof IdentifierTree self && self.getName().contentEquals("this")) {
            return name.equals(methodAround());
        }
        ExpressionTree named = other instanceof MethodInvocationTree call ? call.getMethodSelect() : other;
        Object last = named instanceof MemberSelectTree select
                ? select.getIdentifier()
                : named instanceof IdentifierTree identifier ? identifier.getName() : "";
        return Symbol.property(last.toString()).equalsIgnoreCase(name);
    }

    private String methodAround() {
        for (TreePath at = getCurrentPath(); at != null; at = at.getParentPath()) {
            if (at.getLeaf() instanceof MethodTree method) {
                return method.getName().toString();
            }
        }
        return "";
    }

    @Override
    public Void visitAnnotation(AnnotationTree tree, Void nothing) {
        Element annotation = trees.getElement(new TreePath(getCurrentPath(), tree.getAnnotationType()));
        if (annotation != null && FrameworkRole.isKeptAtRunTime(annotation)) {
            // The annotation stands among the modifiers of what carries it.
            Element carrier = trees.getElement(getCurrentPath().getParentPath().getParentPath());
            tree.getArguments().forEach(argument -> named(value(argument), carrier));
        }
        return super.visitAnnotation(tree, nothing);
    }

    private static ExpressionTree value(ExpressionTree argument) {
        return argument instanceof AssignmentTree assignment ? assignment.getExpression() : argument;
    }

    private void named(ExpressionTree value, Element carrier) {
        if (value instanceof NewArrayTree array && array.getInitializers() != null) {
            array.getInitializers().forEach(one -> named(one, carrier));
        }
        text(value)
                .filter(name -> carrier != null && !carrier.getSimpleName().contentEquals(name))
                .ifPresent(name -> {
                    Optional<TypeElement> type = Symbol.isMember(name)
                            ? Optional.ofNullable(elements.getTypeElement(Symbol.typeName(name)))
                            : around(carrier);
                    String simple = Symbol.spelling(name);
                    type.ifPresent(one -> add(members(one, simple), simple, value));
                });
    }

    private static Optional<TypeElement> around(Element carrier) {
        Element at = carrier;
        while (at != null && !(at instanceof TypeElement)) {
            at = at.getEnclosingElement();
        }
        return Optional.ofNullable((TypeElement) at);
    }

    private void add(Set<String> meant, String name, ExpressionTree text) {
        if (!meant.isEmpty()) {
            int offset = (int) trees.getSourcePositions().getStartPosition(unit, text);
            found.add(new Lookup(meant, name, offset));
        }
    }

    /** A constant text that may be the name of a member, maybe with its class in front. */
    private Optional<String> text(ExpressionTree tree) {
        Object value = null;
        if (tree instanceof LiteralTree literal) {
            value = literal.getValue();
        } else if ((tree instanceof IdentifierTree || tree instanceof MemberSelectTree)
                && trees.getElement(new TreePath(getCurrentPath(), tree)) instanceof VariableElement variable) {
            value = variable.getConstantValue();
        }
        return value instanceof String text && SourceVersion.isName(text.replaceFirst("#", "."))
                ? Optional.of(text)
                : Optional.empty();
    }

    private TypeMirror type(ExpressionTree tree) {
        return trees.getTypeMirror(new TreePath(getCurrentPath(), tree));
    }

    private static boolean isClass(TypeMirror type) {
        return type instanceof DeclaredType declared
                && ((TypeElement) declared.asElement()).getQualifiedName().contentEquals("java.lang.Class");
    }

    /** The class whose members a value of a type may be asked for. */
    private static Optional<TypeElement> asked(TypeMirror type) {
        if (isClass(type)) {
            List<? extends TypeMirror> arguments = ((DeclaredType) type).getTypeArguments();
            return arguments.isEmpty() ? Optional.empty() : declared(arguments.get(0));
        }
        return declared(type);
    }

    private static Optional<TypeElement> declared(TypeMirror type) {
        if (type instanceof WildcardType wildcard) {
            return wildcard.getExtendsBound() == null ? Optional.empty() : declared(wildcard.getExtendsBound());
        }
        if (type instanceof TypeVariable variable) {
            return declared(variable.getUpperBound());
        }
        return type instanceof DeclaredType one ? Optional.of((TypeElement) one.asElement()) : Optional.empty();
    }

    private Set<String> members(TypeElement type, String name) {
        Set<String> all = new LinkedHashSet<>();
        Set<TypeElement> types = new LinkedHashSet<>(Set.of(type));
        types.addAll(supertypes.supertypes(type));
        types.stream()
                .filter(one -> one.getNestingKind() != NestingKind.LOCAL
                        && one.getNestingKind() != NestingKind.ANONYMOUS
                        && !JDK.matcher(one.getQualifiedName()).matches())
                .forEach(one -> all.add(symbols.of(one) + "#" + name));
        return all;
    }
}
