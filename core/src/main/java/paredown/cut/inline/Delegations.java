package paredown.cut.inline;

import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.lang.model.element.Element;
import javax.lang.model.element.Modifier;
import javax.lang.model.util.Types;
import paredown.cut.Dispatch;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.TouchedFile;
import paredown.tree.Use;

/** Methods of a holder that only pass on to the object that it holds, under the same name: they get the code themselves. */
final class Delegations {
    private final ClassInlining work;
    private final DeclaredClass holder;
    private final Map<Member, Member> takers = new LinkedHashMap<>();

    /**
     * @throws paredown.verdict.RefusedException where a subclass overrides such a method: calls of the object would reach that one
     */
    Delegations(ClassInlining work, DeclaredClass holder, Member field) {
        this.work = work;
        this.holder = holder;
        for (Member method : work.source.members()) {
            if (method.isMethod() && !method.isStatic() && method.methodTree().getBody() != null) {
                taker(method, field).ifPresent(taker -> takers.put(method, taker));
            }
        }
        takers.values()
                .forEach(taker -> Dispatch.requireNotOverridden(
                        work.touched, taker, holder.file().place(taker.tree()), "keep " + work.source.simpleName()));
    }

    private Optional<Member> taker(Member method, Member field) {
        Types types = holder.file().attribution().types();
        return holder.members().stream()
                .filter(one -> one.isMethod()
                        && one.spelling().equals(method.spelling())
                        && !one.isStatic()
                        && !one.element().getModifiers().contains(Modifier.SYNCHRONIZED)
                        && one.method().getTypeParameters().isEmpty()
                        && method.method().getTypeParameters().isEmpty()
                        && types.isSameType(
                                one.method().getReturnType(), method.method().getReturnType())
                        && names(one).equals(names(method))
                        && passesOn(one, method, field))
                .findFirst();
    }

    private static List<String> names(Member method) {
        return method.methodTree().getParameters().stream()
                .map(one -> one.getName().toString())
                .toList();
    }

    private boolean passesOn(Member taker, Member method, Member field) {
        MethodTree tree = taker.methodTree();
        List<? extends StatementTree> body =
                tree.getBody() == null ? List.of() : tree.getBody().getStatements();
        ExpressionTree only = body.size() != 1
                ? null
                : body.get(0) instanceof ExpressionStatementTree line
                        ? line.getExpression()
                        : body.get(0) instanceof ReturnTree given ? given.getExpression() : null;
        if (!(only instanceof MethodInvocationTree call)
                || !(call.getMethodSelect() instanceof MemberSelectTree select)
                || holds(taker)) {
            return false;
        }
        TouchedFile file = holder.file();
        TreePath path = new TreePath(
                new TreePath(new TreePath(new TreePath(taker.path(), tree.getBody()), body.get(0)), call), select);
        Element reached = file.element(path);
        boolean given = call.getArguments().stream()
                .map(one -> one instanceof IdentifierTree name ? name.getName().toString() : "")
                .toList()
                .equals(names(taker));
        return given
                && reached != null
                && file.symbol(reached).equals(method.symbol())
                && field.element().equals(file.element(new TreePath(path, select.getExpression())))
                && isOwn(select.getExpression());
    }

    private static boolean isOwn(ExpressionTree object) {
        return object instanceof IdentifierTree
                || object instanceof MemberSelectTree select
                        && select.getExpression() instanceof IdentifierTree name
                        && name.getName().contentEquals("this");
    }

    /** Whether a comment stands in the body: it would have no place. */
    private boolean holds(Member taker) {
        Region body = holder.file().region(taker.methodTree().getBody());
        return holder.file().tokensFrom(body.start()).stream()
                .takeWhile(token -> token.region().start() < body.end())
                .anyMatch(token -> token.isComment());
    }

    /** Whether a method goes into one that is there. */
    boolean takes(Member method) {
        return takers.containsKey(method);
    }

    /** Whether a use stands where the holder passes on. */
    boolean isThere(Use use) {
        return use.file() == holder.file() && takers.values().stream().anyMatch(taker -> use.isWithin(taker.tree()));
    }

    /** Puts the code where it was called from. */
    void unwrap() {
        TouchedFile own = work.source.file();
        TouchedFile file = holder.file();
        takers.forEach((method, taker) -> {
            parameters(own, method)
                    .ifPresent(text -> work.edits.add(
                            file, new Edit(parameters(file, taker).orElseThrow(), work.stretch(method, holder, text))));
            work.edits.add(
                    file,
                    new Edit(
                            file.region(taker.methodTree().getBody()),
                            work.stretch(
                                    method,
                                    holder,
                                    own.region(method.methodTree().getBody()))));
            String theirs = comments(own, method);
            String ours = comments(file, taker);
            if (!theirs.isBlank() && ours.isBlank()) {
                Region above = new Region(
                        method.withComments().start(), method.declaration().start());
                work.edits.add(file, Edit.insert(taker.declaration().start(), work.stretch(method, holder, above)));
            }
        });
    }

    private static Optional<Region> parameters(TouchedFile file, Member method) {
        List<? extends VariableTree> all = method.methodTree().getParameters();
        return all.isEmpty()
                ? Optional.empty()
                : Optional.of(new Region(file.start(all.get(0)), file.end(all.get(all.size() - 1))));
    }

    /** What stands above a method and belongs to it. */
    static String comments(TouchedFile file, Member method) {
        return file.text()
                .substring(
                        method.withComments().start(),
                        Math.max(
                                method.withComments().start(),
                                method.declaration().start()));
    }
}
