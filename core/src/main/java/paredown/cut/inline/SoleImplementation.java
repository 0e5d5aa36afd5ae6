package paredown.cut.inline;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import paredown.code.compile.Overriding;
import paredown.source.CommentText;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.MemberName;
import paredown.tree.MemberText;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.verdict.Plan;
import paredown.verdict.Rule;

/** An interface with one implementation: everybody names the implementation instead. */
final class SoleImplementation {
    private final ClassInlining work;
    private final Optional<String> into;

    SoleImplementation(ClassInlining work, Optional<String> into) {
        this.work = work;
        this.into = into;
    }

    Plan plan() {
        DeclaredClass source = work.source;
        DeclaredClass target = implementation();
        requirePlain(source);
        List<Use> uses = work.uses(false);
        boolean shown = source.element().getModifiers().contains(Modifier.PUBLIC)
                && !target.element().getModifiers().contains(Modifier.PUBLIC);
        for (Use use : uses) {
            Tree parent = use.path().getParentPath().getLeaf();
            boolean header = parent instanceof ClassTree;
            if (header) {
                if (!target.element().equals(use.file().element(use.path().getParentPath()))) {
                    throw work.refused(use.place(), Rule.KEEPS_DISPATCH, "another type extends or implements it here");
                }
                dropFromHeader(use, (ClassTree) parent);
                continue;
            }
            boolean literal = parent instanceof MemberSelectTree select
                    && select.getIdentifier().contentEquals("class");
            boolean anonymous = parent instanceof NewClassTree;
            if (literal || anonymous) {
                throw work.refused(
                        use.place(),
                        Rule.FITS_THE_KIND,
                        anonymous ? "an object of its own kind is made here" : "its class object is named here");
            }
            if (shown && !use.file().packageName().equals(target.file().packageName())) {
                throw work.refused(
                        use.place(), Rule.REACHABLE, "'" + target.simpleName() + "' is visible in its package only");
            }
            work.edits.add(
                    use.file(),
                    new Edit(
                            use.file().region(use.tree()),
                            work.edits.types(use.file()).of(target.element())));
        }
        refuseFunctions();
        dropOverrides(target);
        comments(target);
        work.renamed.put(source.symbol(), target.symbol());
        for (Member member : source.members()) {
            work.meanings.put(member.symbol(), Set.of(target.symbol() + "#" + member.spelling()));
        }
        return work.finished(
                target,
                "inline interface " + source.simpleName() + " into " + target.simpleName(),
                uses.size(),
                work.touched.outside().canName(source.file().source().path(), source.element())
                        ? List.of("code beyond this project may implement or name '" + source.simpleName() + "'")
                        : List.of());
    }

    private DeclaredClass implementation() {
        List<DeclaredClass> found = new ArrayList<>();
        for (TouchedFile file : work.touched.files()) {
            new TreePathScanner<Void, Void>() {
                @Override
                public Void visitClass(ClassTree tree, Void nothing) {
                    if (file.element(getCurrentPath()) instanceof TypeElement type
                            && type.getInterfaces().stream()
                                    .anyMatch(one -> work.isSource(
                                            file.attribution().types().asElement(one)))) {
                        DeclaredClass.find(file, type.getQualifiedName().toString())
                                .ifPresentOrElse(found::add, () -> {
                                    throw work.refused(
                                            file.place(tree), Rule.KEEPS_DISPATCH, "another class implements it here");
                                });
                    }
                    return super.visitClass(tree, nothing);
                }
            }.scan(new TreePath(file.unit()), null);
        }
        if (found.size() != 1) {
            throw work.refused(
                    work.place(),
                    Rule.KEEPS_DISPATCH,
                    found.isEmpty() ? "nothing implements it" : found.size() + " types implement it");
        }
        into.map(name -> MemberName.owner(work.sources, work.touched, name))
                .filter(wanted -> !wanted.symbol().equals(found.get(0).symbol()))
                .ifPresent(wanted -> {
                    throw work.refused(
                            work.place(), Rule.FITS_THE_KIND, wanted.simpleName() + " does not implement it");
                });
        DeclaredClass target = found.get(0);
        if (!target.element().getTypeParameters().isEmpty()
                || target.element().getKind().isInterface()) {
            throw work.refused(
                    target.file().place(target.tree()),
                    Rule.FITS_THE_KIND,
                    target.simpleName() + " is an interface or has type parameters");
        }
        return target;
    }

    private void requirePlain(DeclaredClass source) {
        for (Member member : source.members()) {
            boolean plain = member.isMethod() && member.methodTree().getBody() == null;
            if (!plain) {
                throw work.refused(
                        source.file().place(member.tree()),
                        Rule.FITS_THE_KIND,
                        "'" + member.name() + "' is more than a signature");
            }
        }
        if (!source.element().getInterfaces().isEmpty()) {
            throw work.refused(work.place(), Rule.KEEPS_DISPATCH, "it extends another interface");
        }
    }

    /** A lambda is an implementation too. */
    private void refuseFunctions() {
        for (TouchedFile file : work.touched.files()) {
            new TreePathScanner<Void, Void>() {
                @Override
                public Void visitLambdaExpression(LambdaExpressionTree tree, Void nothing) {
                    judge(tree);
                    return super.visitLambdaExpression(tree, nothing);
                }

                @Override
                public Void visitMemberReference(MemberReferenceTree tree, Void nothing) {
                    judge(tree);
                    return super.visitMemberReference(tree, nothing);
                }

                private void judge(Tree tree) {
                    Element type = file.attribution()
                            .types()
                            .asElement(file.attribution().trees().getTypeMirror(getCurrentPath()));
                    if (type != null && work.isSource(type)) {
                        throw work.refused(file.place(tree), Rule.KEEPS_DISPATCH, "a function implements it here");
                    }
                }
            }.scan(new TreePath(file.unit()), null);
        }
    }

    /** Takes it out of the list behind 'implements', and the word with the last of them. */
    private void dropFromHeader(Use use, ClassTree tree) {
        TouchedFile file = use.file();
        List<? extends Tree> all = tree.getImplementsClause();
        int index = all.indexOf(use.tree());
        Region region = file.region(use.tree());
        if (all.size() == 1) {
            int start = file.tokens().stream()
                    .filter(token -> token.is(file.text(), "implements")
                            && token.region().end() <= region.start())
                    .reduce((one, other) -> other)
                    .orElseThrow()
                    .region()
                    .start();
            while (Character.isWhitespace(file.text().charAt(start - 1))) {
                start--;
            }
            work.edits.add(file, Edit.delete(new Region(start, region.end())));
        } else if (index == 0) {
            work.edits.add(file, Edit.delete(new Region(region.start(), file.start(all.get(1)))));
        } else {
            work.edits.add(file, Edit.delete(new Region(file.end(all.get(index - 1)), region.end())));
        }
    }

    /** What the interface says of itself and its methods is said of the implementation from now on, where that says nothing. */
    private void comments(DeclaredClass target) {
        DeclaredClass source = work.source;
        TouchedFile from = source.file();
        TouchedFile to = target.file();
        Region type = from.region(source.tree());
        Region above = new Region(MemberText.withComments(from, type).start(), type.start());
        int start = to.start(target.tree());
        boolean silent = MemberText.withComments(to, to.region(target.tree())).start() == start
                && to.source().indentation(start).isEmpty();
        if (above.length() > 0 && silent) {
            work.edits.add(to, Edit.insert(start, work.comments(above, target)));
        }
        for (Member signature : source.members()) {
            Region theirs = new Region(
                    signature.withComments().start(), signature.declaration().start());
            target.members().stream()
                    .filter(member -> theirs.length() > 0
                            && member.isMethod()
                            && new Overriding(to.attribution())
                                    .overridden(member.method())
                                    .anyMatch(one -> to.symbol(one).equals(signature.symbol())))
                    .findFirst()
                    .ifPresent(member -> comment(target, signature, theirs, member));
        }
    }

    private void comment(DeclaredClass target, Member signature, Region theirs, Member member) {
        TouchedFile to = target.file();
        String ours = CommentText.words(Delegations.comments(to, member));
        int start = member.declaration().start();
        if (ours.isEmpty() || ours.equals("/ {@inheritDoc} /")) {
            Region old = new Region(Math.min(member.withComments().start(), start), start);
            work.edits.add(to, new Edit(old, work.stretch(signature, target, theirs)));
        }
    }

    private void dropOverrides(DeclaredClass target) {
        TouchedFile file = target.file();
        Overriding overriding = new Overriding(file.attribution());
        for (Member member : target.members()) {
            if (!member.isMethod()) {
                continue;
            }
            List<ExecutableElement> above =
                    overriding.overridden(member.method()).toList();
            boolean only = !above.isEmpty() && above.stream().allMatch(work::isMember);
            if (!only) {
                continue;
            }
            file.overrideMarks(member.methodTree()).forEach(mark -> work.edits.add(file, Edit.delete(mark)));
        }
    }
}
