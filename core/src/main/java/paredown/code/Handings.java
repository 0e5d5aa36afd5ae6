package paredown.code;

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
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;

/** Reads which functions calls hand over: what is written beside the call is read with it, and runs nothing besides. */
public final class Handings {
    private final Trees trees;
    private final Symbols symbols;
    private final Predicate<String> inProject;

    public Handings(Attribution attribution) {
        this(attribution, new Symbols(attribution.types()), type -> true);
    }

    /**
     * @param inProject whether the project has a type that lies in no other
     */
    Handings(Attribution attribution, Symbols symbols, Predicate<String> inProject) {
        this.trees = attribution.trees();
        this.symbols = symbols;
        this.inProject = inProject;
    }

    /** What a method is handed; empty for another tree, for one with any number of arguments, and where no argument tells anything. */
    Optional<HandingFacts> of(TreePath path) {
        if (!(path.getLeaf() instanceof MethodInvocationTree call)
                || call.getArguments().isEmpty()) {
            return Optional.empty();
        }
        List<Integer> arguments = new ArrayList<>();
        call.getArguments().forEach(one -> arguments.add(kind(new TreePath(path, one))));
        return arguments.stream().allMatch(kind -> kind == HandingFacts.OTHER)
                ? Optional.empty()
                : Optional.ofNullable(trees.getElement(new TreePath(path, call.getMethodSelect())))
                        .filter(ExecutableElement.class::isInstance)
                        .map(ExecutableElement.class::cast)
                        .filter(called ->
                                called.getKind() == ElementKind.METHOD && !called.isVarArgs() && isOfProject(called))
                        .map(called -> new HandingFacts(symbols.of(called), arguments));
    }

    private boolean isOfProject(ExecutableElement called) {
        return called.getEnclosingElement() instanceof TypeElement owner
                && inProject.test(symbols.of(MemberReader.outermost(owner)));
    }

    /** The places of the arguments of a call that are functions which are written there. */
    public Set<Integer> written(TreePath call) {
        Set<Integer> written = new HashSet<>();
        of(call).ifPresent(handing -> {
            for (int i = 0; i < handing.arguments().size(); i++) {
                if (handing.arguments().get(i) == HandingFacts.WRITTEN) {
                    written.add(i);
                }
            }
        });
        return written;
    }

    private int kind(TreePath argument) {
        TreePath at = plain(argument);
        Tree value = at.getLeaf();
        if (value instanceof LambdaExpressionTree
                || value instanceof MemberReferenceTree
                || value.getKind() == Tree.Kind.NULL_LITERAL) {
            return HandingFacts.WRITTEN;
        }
        return value instanceof IdentifierTree ? parameter(trees.getElement(at)) : HandingFacts.OTHER;
    }

    /** The place of a parameter of a method, {@link HandingFacts#OTHER} for anything else and for those of classes made on the spot. */
    static int parameter(Element element) {
        if (element == null
                || element.getKind() != ElementKind.PARAMETER
                || !(element.getEnclosingElement() instanceof ExecutableElement method)
                || !(method.getEnclosingElement() instanceof TypeElement owner)
                || owner.getNestingKind() == NestingKind.ANONYMOUS
                || owner.getNestingKind() == NestingKind.LOCAL) {
            return HandingFacts.OTHER;
        }
        int at = method.getParameters().indexOf(element);
        return at < 0 ? HandingFacts.OTHER : at;
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
