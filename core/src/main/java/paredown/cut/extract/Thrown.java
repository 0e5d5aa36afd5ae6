package paredown.cut.extract;

import com.sun.source.tree.CatchTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ThrowTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TryTree;
import com.sun.source.tree.UnionTypeTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.List;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import paredown.tree.TouchedFile;

/** The checked exceptions that leave a piece of code. JLS 11.2. */
final class Thrown extends TreePathScanner<Void, List<TypeMirror>> {
    private final TouchedFile file;

    private Thrown(TouchedFile file) {
        this.file = file;
    }

    /** In the order in which they come up, none that another covers. */
    static List<TypeMirror> by(TouchedFile file, List<TreePath> code) {
        List<TypeMirror> found = new ArrayList<>();
        Thrown scanner = new Thrown(file);
        code.forEach(path -> scanner.scan(path, found));
        List<TypeMirror> least = new ArrayList<>();
        for (TypeMirror one : found) {
            boolean covered = found.stream()
                    .anyMatch(other -> !file.attribution().types().isSameType(one, other)
                            && file.attribution().types().isSubtype(one, other));
            boolean known =
                    least.stream().anyMatch(other -> file.attribution().types().isSameType(one, other));
            if (!covered && !known) {
                least.add(one);
            }
        }
        return least;
    }

    @Override
    public Void visitLambdaExpression(LambdaExpressionTree tree, List<TypeMirror> found) {
        return null;
    }

    @Override
    public Void visitClass(ClassTree tree, List<TypeMirror> found) {
        return null;
    }

    @Override
    public Void visitMethodInvocation(MethodInvocationTree tree, List<TypeMirror> found) {
        // As it is called here: what a type parameter of its class or its own stands for is thrown.
        TypeMirror called =
                file.attribution().trees().getTypeMirror(new TreePath(getCurrentPath(), tree.getMethodSelect()));
        if (called instanceof ExecutableType method) {
            method.getThrownTypes().forEach(type -> add(type, found));
        } else {
            take(file.element(getCurrentPath()), found);
        }
        return super.visitMethodInvocation(tree, found);
    }

    @Override
    public Void visitNewClass(NewClassTree tree, List<TypeMirror> found) {
        take(file.element(getCurrentPath()), found);
        return super.visitNewClass(tree, found);
    }

    @Override
    public Void visitThrow(ThrowTree tree, List<TypeMirror> found) {
        add(file.attribution().trees().getTypeMirror(new TreePath(getCurrentPath(), tree.getExpression())), found);
        return super.visitThrow(tree, found);
    }

    @Override
    public Void visitTry(TryTree tree, List<TypeMirror> found) {
        List<TypeMirror> inside = new ArrayList<>();
        for (Tree resource : tree.getResources()) {
            closing(new TreePath(getCurrentPath(), resource), inside);
            scan(resource, inside);
        }
        scan(tree.getBlock(), inside);
        for (CatchTree one : tree.getCatches()) {
            TreePath path = new TreePath(new TreePath(getCurrentPath(), one), one.getParameter());
            Tree type = one.getParameter().getType();
            List<? extends Tree> alternatives =
                    type instanceof UnionTypeTree union ? union.getTypeAlternatives() : List.of(type);
            for (Tree alternative : alternatives) {
                TypeMirror caught = file.attribution().trees().getTypeMirror(new TreePath(path, alternative));
                inside.removeIf(
                        thrown -> caught != null && file.attribution().types().isSubtype(thrown, caught));
            }
        }
        found.addAll(inside);
        tree.getCatches().forEach(one -> scan(one.getBlock(), found));
        scan(tree.getFinallyBlock(), found);
        return null;
    }

    private void closing(TreePath resource, List<TypeMirror> found) {
        Element variable = file.element(resource);
        TypeMirror type = variable == null ? file.attribution().trees().getTypeMirror(resource) : variable.asType();
        if (type == null || !(file.attribution().types().asElement(type) instanceof TypeElement element)) {
            return;
        }
        file.attribution().elements().getAllMembers(element).stream()
                .filter(member -> member.getKind() == ElementKind.METHOD
                        && member.getSimpleName().contentEquals("close")
                        && ((ExecutableElement) member).getParameters().isEmpty())
                .forEach(member -> take(member, found));
    }

    private void take(Element called, List<TypeMirror> found) {
        if (called instanceof ExecutableElement method) {
            method.getThrownTypes().forEach(type -> add(type, found));
        }
    }

    private void add(TypeMirror type, List<TypeMirror> found) {
        if (type == null || type.getKind() != TypeKind.DECLARED && type.getKind() != TypeKind.TYPEVAR) {
            return;
        }
        boolean unchecked = List.of("java.lang.RuntimeException", "java.lang.Error").stream()
                .map(file.attribution().elements()::getTypeElement)
                .anyMatch(one -> file.attribution().types().isSubtype(type, one.asType()));
        if (!unchecked) {
            found.add(type);
        }
    }
}
