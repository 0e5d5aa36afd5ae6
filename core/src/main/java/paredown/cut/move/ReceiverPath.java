package paredown.cut.move;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.util.TreePath;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.VariableElement;
import paredown.analysis.effect.EvaluationOrder;
import paredown.analysis.effect.SideEffects;
import paredown.analysis.flow.NonNull;
import paredown.code.index.Sources;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.Required;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Rule;
import paredown.verdict.UnknownNameException;

/**
 * How an instance method's code comes from its own object to the object that it moves to.
 *
 * @param kind by a parameter, a field or an accessor
 * @param element the parameter, the field or the accessor
 * @param index a parameter's place in the list, from 0; -1 for others
 */
record ReceiverPath(Kind kind, Element element, int index) {
    /** Kinds of route. */
    enum Kind {
        PARAMETER,
        FIELD,
        ACCESSOR
    }

    String name() {
        return element.getSimpleName().toString();
    }

    /**
     * The one route from a method to a type.
     *
     * @param via the name that is wanted, if any
     * @throws UnknownNameException where there are several, or the wanted one leads elsewhere
     */
    static ReceiverPath from(DeclaredClass source, Member method, Element target, Optional<String> via) {
        TouchedFile file = source.file();
        List<ReceiverPath> routes = new ArrayList<>();
        List<? extends VariableElement> parameters = method.method().getParameters();
        for (int i = 0; i < parameters.size(); i++) {
            boolean array = method.method().isVarArgs() && i == parameters.size() - 1;
            if (!array && leadsTo(file, parameters.get(i), target)) {
                routes.add(new ReceiverPath(Kind.PARAMETER, parameters.get(i), i));
            }
        }
        for (Member member : source.members()) {
            if (member.isField() && !member.isStatic() && leadsTo(file, member.element(), target)) {
                routes.add(new ReceiverPath(Kind.FIELD, member.element(), -1));
            }
        }
        List<ReceiverPath> wanted = routes.stream()
                .filter(route -> via.map(route.name()::equals).orElse(true))
                .toList();
        if (wanted.isEmpty()) {
            for (Member member : source.members()) {
                boolean accessor = member.isMethod()
                        && !member.isStatic()
                        && member.method().getParameters().isEmpty()
                        && same(file, member.method().getReturnType().toString(), target)
                        && via.map(member.name()::equals).orElse(true)
                        && accessed(member) != null;
                if (accessor) {
                    wanted = List.of(new ReceiverPath(Kind.ACCESSOR, member.element(), -1));
                    break;
                }
            }
        }
        if (wanted.size() > 1 && via.isEmpty()) {
            // The method works on one of them only: that one is meant.
            List<ReceiverPath> used = wanted.stream()
                    .filter(route -> !UseFinder.in(file, method.path(), route.element()::equals)
                            .isEmpty())
                    .toList();
            wanted = used.size() == 1 ? used : wanted;
        }
        if (wanted.size() > 1) {
            throw new UnknownNameException(
                    "several paths lead from '" + method.name() + "' to " + target.getSimpleName()
                            + "; choose one with --via",
                    wanted.stream().map(ReceiverPath::name).toList());
        }
        if (wanted.isEmpty()) {
            throw Required.refused(
                    file.place(method.tree()),
                    Rule.REACHABLE,
                    "no parameter and no field of '" + method.name() + "' "
                            + via.map(name -> "called '" + name + "' ").orElse("") + "is a " + target.getSimpleName(),
                    "move it to the type of one of its parameters or fields");
        }
        return wanted.get(0);
    }

    /** The field that a plain accessor gives; null for any other method. */
    static String accessed(Member accessor) {
        BlockTree body = accessor.methodTree().getBody();
        boolean plain = body != null
                && body.getStatements().size() == 1
                && body.getStatements().get(0) instanceof com.sun.source.tree.ReturnTree leave
                && leave.getExpression() != null
                && leave.getExpression().toString().matches("(this\\.)?\\w+");
        return plain
                ? ((com.sun.source.tree.ReturnTree) body.getStatements().get(0))
                        .getExpression()
                        .toString()
                        .replace("this.", "")
                : null;
    }

    private static boolean leadsTo(TouchedFile file, Element variable, Element target) {
        return same(file, variable.asType().toString(), target);
    }

    private static boolean same(TouchedFile file, String type, Element target) {
        // Annotations of a type stand in front of it.
        return type.equals(file.symbol(target)) || type.endsWith(" " + file.symbol(target));
    }

    /** Whether the method comes to a member of the target object before it does anything else, on every way: null fails there, then. */
    boolean isReachedForFirst(DeclaredClass source, Member method) {
        TouchedFile file = source.file();
        BlockTree body = method.methodTree().getBody();
        TreePath block = new TreePath(method.path(), body);
        List<Use> uses = UseFinder.in(file, block, element::equals);
        if (uses.isEmpty()) {
            return false;
        }
        Use first = uses.get(0);
        boolean reaches = first.path().getParentPath().getLeaf() instanceof MemberSelectTree select
                && select.getExpression() == first.tree();
        for (StatementTree statement : body.getStatements()) {
            TreePath path = new TreePath(block, statement);
            if (first.isWithin(statement)) {
                EvaluationOrder order = EvaluationOrder.of(file, first.path(), statement);
                return reaches
                        && !order.sometimes()
                        && !order.later()
                        && !order.before().writes();
            }
            SideEffects evaluation = SideEffects.of(file, path);
            if (evaluation.writes() || evaluation.jumps()) {
                return false;
            }
        }
        return false;
    }

    /** Whether the field can only hold an object. */
    boolean isNeverNull(Sources sources, DeclaredClass source) {
        return kind == Kind.FIELD
                && element.getModifiers().contains(Modifier.FINAL)
                && new NonNull(sources).isGivenAnObject(source.file(), element);
    }

    static boolean isInstanceMember(Element element) {
        return (element.getKind() == ElementKind.FIELD || element instanceof ExecutableElement)
                && !element.getModifiers().contains(Modifier.STATIC);
    }
}
