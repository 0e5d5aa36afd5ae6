package paredown.code.facts;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TypeCastTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.Types;
import paredown.code.compile.Attribution;
import paredown.code.compile.Symbols;

/** Reads which functions and plain values calls hand over: what is written beside the call is read with it, and runs nothing besides. */
public final class CallArguments {
    private final Trees trees;
    private final Types types;
    private final Symbols symbols;
    private final Predicate<String> inProject;

    public CallArguments(Attribution attribution) {
        this(attribution, new Symbols(attribution.types()), type -> true);
    }

    /**
     * @param inProject whether the project has a type that lies in no other
     */
    CallArguments(Attribution attribution, Symbols symbols, Predicate<String> inProject) {
        this.trees = attribution.trees();
        this.types = attribution.types();
        this.symbols = symbols;
        this.inProject = inProject;
    }

    /** What a method is handed; empty for another tree, and where no argument tells anything. */
    Optional<CallArgumentFacts> of(TreePath path) {
        return path.getLeaf() instanceof MethodInvocationTree call
                        && !call.getArguments().isEmpty()
                        && trees.getElement(new TreePath(path, call.getMethodSelect()))
                                instanceof ExecutableElement called
                        && called.getKind() == ElementKind.METHOD
                        && isOfProject(called)
                ? Optional.of(new CallArgumentFacts(symbols.of(called), kinds(path, call.getArguments(), called)))
                        .filter(handed -> handed.arguments().stream().anyMatch(kind -> kind != CallArgumentFacts.OTHER))
                : Optional.empty();
    }

    private List<Integer> kinds(TreePath call, List<? extends ExpressionTree> arguments, ExecutableElement called) {
        List<? extends VariableElement> parameters = called.getParameters();
        List<Integer> kinds = new ArrayList<>();
        int last = parameters.size() - 1;
        for (int i = 0; i <= last; i++) {
            boolean several = called.isVarArgs() && i == last;
            if (several && (arguments.size() != parameters.size() || !isArray(new TreePath(call, arguments.get(i))))) {
                // Each of them must ask nobody; there may be none at all.
                boolean written = arguments.stream()
                        .skip(last)
                        .allMatch(one ->
                                kind(new TreePath(call, one), parameters.get(last)) == CallArgumentFacts.WRITTEN);
                kinds.add(written ? CallArgumentFacts.WRITTEN : CallArgumentFacts.OTHER);
            } else {
                kinds.add(kind(new TreePath(call, arguments.get(i)), parameters.get(i)));
            }
        }
        return kinds;
    }

    private boolean isArray(TreePath argument) {
        TypeMirror type = trees.getTypeMirror(argument);
        return type == null || type.getKind() == TypeKind.ARRAY || type.getKind() == TypeKind.NULL;
    }

    private boolean isOfProject(ExecutableElement called) {
        return called.getEnclosingElement() instanceof TypeElement owner
                && inProject.test(symbols.of(MemberReader.outermost(owner)));
    }

    /** The places of the parameters of a method that get functions which are written there, or plain values. */
    public Set<Integer> written(TreePath call) {
        Set<Integer> written = new HashSet<>();
        of(call).ifPresent(arguments -> {
            for (int i = 0; i < arguments.arguments().size(); i++) {
                if (arguments.arguments().get(i) == CallArgumentFacts.WRITTEN) {
                    written.add(i);
                }
            }
        });
        return written;
    }

    private int kind(TreePath argument, VariableElement parameter) {
        TreePath at = plain(argument);
        Tree value = at.getLeaf();
        if (value instanceof LambdaExpressionTree
                || value instanceof MemberReferenceTree
                || value.getKind() == Tree.Kind.NULL_LITERAL
                || isAnything(parameter.asType()) && isPlain(trees.getTypeMirror(at))) {
            return CallArgumentFacts.WRITTEN;
        }
        return value instanceof IdentifierTree ? parameter(trees.getElement(at)) : CallArgumentFacts.OTHER;
    }

    /** Whether a parameter takes any object, or an array of them. */
    private boolean isAnything(TypeMirror type) {
        TypeMirror at = types.erasure(type);
        return at instanceof ArrayType array
                ? isAnything(array.getComponentType())
                : at instanceof DeclaredType declared
                        && ((TypeElement) declared.asElement())
                                .getQualifiedName()
                                .contentEquals("java.lang.Object");
    }

    /** Whether values are numbers, texts or such, which ask nobody whatever they are asked. */
    private static boolean isPlain(TypeMirror type) {
        return type instanceof ArrayType array
                ? isPlain(array.getComponentType())
                : type instanceof DeclaredType declared
                        ? declared.asElement().getModifiers().contains(Modifier.FINAL)
                                && declared.asElement().toString().matches("java\\.(lang|time)\\.\\w+")
                        : type != null && type.getKind().isPrimitive();
    }

    /** The place of a parameter of a method, {@link CallArgumentFacts#OTHER} for anything else and for those of classes made on the spot. */
    static int parameter(Element element) {
        if (element == null
                || element.getKind() != ElementKind.PARAMETER
                || !(element.getEnclosingElement() instanceof ExecutableElement method)
                || !(method.getEnclosingElement() instanceof TypeElement owner)
                || owner.getNestingKind() == NestingKind.ANONYMOUS
                || owner.getNestingKind() == NestingKind.LOCAL) {
            return CallArgumentFacts.OTHER;
        }
        int at = method.getParameters().indexOf(element);
        return at < 0 ? CallArgumentFacts.OTHER : at;
    }

    /** A value without the brackets and casts around it. */
    static TreePath plain(TreePath value) {
        TreePath at = value;
        while (at.getLeaf() instanceof ParenthesizedTree || at.getLeaf() instanceof TypeCastTree) {
            ExpressionTree inner = at.getLeaf() instanceof TypeCastTree cast
                    ? cast.getExpression()
                    : ((ParenthesizedTree) at.getLeaf()).getExpression();
            at = new TreePath(at, inner);
        }
        return at;
    }
}
