package paredown.cut.extract;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.TypeElement;
import paredown.analysis.effect.SideEffects;
import paredown.code.index.Sources;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.tree.Required;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.verdict.Rule;

/** Calls of methods some of whose parameters become one: they make the object, or hand on the one that they were given. */
final class GroupedCalls {
    private final Sources sources;
    private final List<GroupedParameters> all;
    private final Map<GroupedParameters, String> names;
    private final ParameterObject object;
    private final Set<Tree> taken = Collections.newSetFromMap(new IdentityHashMap<>());
    private int rewritten;

    GroupedCalls(
            Sources sources,
            List<GroupedParameters> all,
            Map<GroupedParameters, String> names,
            ParameterObject object) {
        this.sources = sources;
        this.all = all;
        this.names = names;
        this.object = object;
    }

    int rewritten() {
        return rewritten;
    }

    /** Whether a use of a value went with the arguments of a call that hands on the whole object. */
    boolean isTaken(Use use) {
        return taken.contains(use.tree());
    }

    /** The edits to the calls in a file. */
    List<Edit> in(TouchedFile file) {
        List<Edit> edits = new ArrayList<>();
        new TreePathScanner<Void, Void>() {
            @Override
            public Void visitMethodInvocation(MethodInvocationTree tree, Void nothing) {
                Element called = file.element(new TreePath(getCurrentPath(), tree.getMethodSelect()));
                called(file, called)
                        .ifPresent(one -> edits.addAll(rewrite(file, getCurrentPath(), one, tree.getArguments())));
                return super.visitMethodInvocation(tree, nothing);
            }

            @Override
            public Void visitNewClass(NewClassTree tree, Void nothing) {
                Element made = file.element(getCurrentPath());
                if (tree.getClassBody() != null) {
                    requireNoneMade(file, getCurrentPath(), tree);
                }
                called(file, made)
                        .ifPresent(one -> edits.addAll(rewrite(file, getCurrentPath(), one, tree.getArguments())));
                return super.visitNewClass(tree, nothing);
            }

            @Override
            public Void visitMemberReference(MemberReferenceTree tree, Void nothing) {
                called(file, file.element(getCurrentPath()))
                        .filter(one -> !one.delegate())
                        .ifPresent(one -> {
                            throw Required.refused(
                                    file.place(tree),
                                    Rule.REACHABLE,
                                    "'" + file.text(tree) + "' passes the method itself",
                                    "keep the old signature: --callers delegate");
                        });
                return super.visitMemberReference(tree, nothing);
            }
        }.scan(new TreePath(file.unit()), null);
        return edits;
    }

    private Optional<GroupedParameters> called(TouchedFile file, Element called) {
        if (called == null || called.getKind() != ElementKind.METHOD && called.getKind() != ElementKind.CONSTRUCTOR) {
            return Optional.empty();
        }
        String symbol = file.symbol(called);
        return all.stream().filter(one -> one.member().symbol().equals(symbol)).findFirst();
    }

    /** An anonymous class has a constructor of its own, which the compiler makes by the one above. */
    private void requireNoneMade(TouchedFile file, TreePath path, NewClassTree tree) {
        Element type = file.element(new TreePath(path, tree.getIdentifier()));
        boolean one = type instanceof TypeElement
                && all.stream()
                        .anyMatch(changed -> changed.isConstructor()
                                && !changed.delegate()
                                && changed.owner().symbol().equals(file.symbol(type)));
        if (one) {
            throw Required.refused(
                    file.place(tree),
                    Rule.FITS_THE_KIND,
                    "an anonymous class is made by the constructor here",
                    "keep the old signature: --callers delegate");
        }
    }

    private List<Edit> rewrite(
            TouchedFile file, TreePath call, GroupedParameters one, List<? extends ExpressionTree> arguments) {
        Required.ownFile(sources, file, file.place(call.getLeaf()));
        rewritten++;
        Optional<GroupedParameters> around = handingOn(file, call, one, arguments);
        if (isInOrder(one)) {
            int from = file.start(arguments.get(one.indexes().get(0)));
            int to = file.end(arguments.get(one.indexes().get(one.indexes().size() - 1)));
            if (around.isPresent()) {
                one.indexes().forEach(index -> taken.add(arguments.get(index)));
                return List.of(new Edit(new Region(from, to), names.get(around.get())));
            }
            return List.of(Edit.insert(from, "new " + object.in(file) + "("), Edit.insert(to, ")"));
        }
        requireFree(file, call, one, arguments);
        return reordered(file, call, one, arguments, around);
    }

    /** The method around a call that hands on all values that it was given itself, as it was given them. */
    private Optional<GroupedParameters> handingOn(
            TouchedFile file, TreePath call, GroupedParameters one, List<? extends ExpressionTree> arguments) {
        return all.stream()
                .filter(outer -> outer.file() == file && Scopes.isWithin(call, outer.tree()))
                .filter(outer -> outer.indexes().stream().noneMatch(outer::isAssigned))
                .filter(outer -> IntStream.range(0, one.indexes().size())
                        .allMatch(i -> isComponent(
                                outer, i, call, arguments.get(one.indexes().get(i)))))
                .findFirst();
    }

    private static boolean isComponent(GroupedParameters outer, int component, TreePath call, ExpressionTree argument) {
        return argument instanceof IdentifierTree
                && outer.component(new TreePath(call, argument))
                        .filter(found -> found == component)
                        .isPresent();
    }

    /** Whether the arguments stand side by side, in the order of the components. */
    private static boolean isInOrder(GroupedParameters one) {
        for (int i = 1; i < one.indexes().size(); i++) {
            if (one.indexes().get(i) != one.indexes().get(i - 1) + 1) {
                return false;
            }
        }
        return true;
    }

    /** The order in which the arguments are evaluated afterwards. */
    private static List<Integer> after(GroupedParameters one, int count) {
        List<Integer> order = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            if (i == one.first()) {
                order.addAll(one.indexes());
            } else if (!one.indexes().contains(i)) {
                order.add(i);
            }
        }
        return order;
    }

    /** That nobody can tell in which order they are evaluated. JLS 15.7.4. */
    private void requireFree(
            TouchedFile file, TreePath call, GroupedParameters one, List<? extends ExpressionTree> arguments) {
        List<Integer> order = after(one, arguments.size());
        for (int i = 0; i < order.size(); i++) {
            for (int j = i + 1; j < order.size(); j++) {
                boolean swapped = order.get(i) > order.get(j);
                if (swapped && !commute(file, call, arguments.get(order.get(j)), arguments.get(order.get(i)))) {
                    throw Required.refused(
                            file.place(arguments.get(order.get(j))),
                            Rule.KEEPS_EVALUATION,
                            "'" + file.brief(arguments.get(order.get(i))) + "' would be evaluated before '"
                                    + file.brief(arguments.get(order.get(j))) + "'",
                            "extract a variable for it first");
                }
            }
        }
    }

    private static boolean commute(TouchedFile file, TreePath call, ExpressionTree one, ExpressionTree other) {
        return SideEffects.of(file, new TreePath(call, one))
                .commutesWith(SideEffects.of(file, new TreePath(call, other)));
    }

    private List<Edit> reordered(
            TouchedFile file,
            TreePath call,
            GroupedParameters one,
            List<? extends ExpressionTree> arguments,
            Optional<GroupedParameters> around) {
        Draft made = new Draft();
        if (around.isPresent()) {
            made.write(names.get(around.get()));
        } else {
            made.write("new " + object.in(file) + "(");
            for (int i = 0; i < one.indexes().size(); i++) {
                ExpressionTree argument = arguments.get(one.indexes().get(i));
                made.write(i == 0 ? "" : ", ")
                        .copy(file.source(), file.region(argument), within(file, new TreePath(call, argument)));
            }
            made.write(")");
        }
        List<Edit> edits = new ArrayList<>();
        for (int index : one.indexes()) {
            if (around.isPresent()) {
                taken.add(arguments.get(index));
            }
            if (index == one.first()) {
                edits.add(new Edit(file.region(arguments.get(index)), made));
            } else {
                edits.add(Edit.delete(new Region(file.end(arguments.get(index - 1)), file.end(arguments.get(index)))));
            }
        }
        return edits;
    }

    /** The edits to an argument that goes elsewhere in its call, by the method around it. */
    private List<Edit> within(TouchedFile file, TreePath argument) {
        new TreePathScanner<Void, Void>() {
            @Override
            public Void visitMethodInvocation(MethodInvocationTree tree, Void nothing) {
                Element called = file.element(new TreePath(getCurrentPath(), tree.getMethodSelect()));
                requireOther(file, tree, called);
                return super.visitMethodInvocation(tree, nothing);
            }

            @Override
            public Void visitNewClass(NewClassTree tree, Void nothing) {
                requireOther(file, tree, file.element(getCurrentPath()));
                return super.visitNewClass(tree, nothing);
            }
        }.scan(argument, null);
        List<Edit> edits = new ArrayList<>();
        for (GroupedParameters outer : all) {
            for (int i = 0; i < outer.indexes().size(); i++) {
                String value = object.asked(names.get(outer), i);
                for (Use use : outer.asked(i)) {
                    if (use.isWithin(argument.getLeaf())) {
                        taken.add(use.tree());
                        edits.add(new Edit(file.region(use.tree()), value));
                    }
                }
            }
        }
        return edits;
    }

    private void requireOther(TouchedFile file, Tree tree, Element called) {
        if (called(file, called).isPresent()) {
            throw Required.refused(
                    file.place(tree),
                    Rule.FITS_THE_KIND,
                    "'" + file.brief(tree) + "' stands within another call that changes",
                    "extract a variable for it first");
        }
    }
}
