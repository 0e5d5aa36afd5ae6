package paredown.cut.extract;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.List;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.TypeParameterElement;
import javax.lang.model.type.TypeMirror;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;

/**
 * What stands around code that gets a method of its own, and what the code wants of it.
 *
 * @param member the member that the code stands in
 * @param type the class of that
 */
record ExtractionContext(TouchedFile file, List<TreePath> code, TreePath member, TreePath type) {
    /** Whether a type is one of some type parameters, or made of them. */
    static boolean namesAny(TypeMirror type, List<? extends TypeParameterElement> parameters) {
        return parameters.stream().anyMatch(one -> type.toString().matches(".*\\b" + one.getSimpleName() + "\\b.*"));
    }

    /** Whether the method is to be static: where the code stands in a static context, or names no object and the class can hold static methods. */
    boolean wantStatic() {
        for (TreePath at = code.get(0); at != member; at = at.getParentPath()) {
            if (isConstructorCall(at.getLeaf())) {
                return true;
            }
        }
        Element element = file.element(member);
        boolean block = member.getLeaf() instanceof BlockTree initialiser && initialiser.isStatic();
        boolean inStatic = block
                || element != null && element.getModifiers().contains(Modifier.STATIC)
                || element != null
                        && element.getKind().isField()
                        && type.getLeaf().getKind() == Tree.Kind.INTERFACE;
        if (inStatic) {
            return true;
        }
        TypeElement owner = (TypeElement) file.element(type);
        boolean able = owner.getNestingKind() == NestingKind.TOP_LEVEL
                || owner.getNestingKind() == NestingKind.MEMBER
                        && (owner.getModifiers().contains(Modifier.STATIC) || owner.getKind() != ElementKind.CLASS);
        return able && !namesObject();
    }

    private boolean namesObject() {
        boolean member = code.stream()
                .flatMap(path -> UseFinder.in(file, path, one -> true).stream())
                .anyMatch(use -> isOfObject(use));
        return member || code.stream().anyMatch(path -> Boolean.TRUE.equals(new Keywords().scan(path, null)));
    }

    private boolean isOfObject(Use use) {
        Element target = use.target();
        boolean instance = target.getEnclosingElement() instanceof TypeElement
                && !target.getModifiers().contains(Modifier.STATIC)
                && (target.getKind() == ElementKind.FIELD
                        || target.getKind() == ElementKind.METHOD
                        || target.getKind() == ElementKind.CLASS
                                && target instanceof TypeElement nested
                                && nested.getNestingKind() == NestingKind.MEMBER);
        boolean classParameter =
                target.getKind() == ElementKind.TYPE_PARAMETER && target.getEnclosingElement() instanceof TypeElement;
        return classParameter
                || instance
                        && use.form() == Use.Form.NAME
                        && use.provider().filter(type -> !declares(type)).isPresent();
    }

    /** Whether the code itself declares a class. */
    boolean declares(Element local) {
        TreePath path = file.attribution().trees().getPath(local);
        return path != null && code.stream().anyMatch(one -> Scopes.isWithin(path, one.getLeaf()));
    }

    static boolean isConstructorCall(Tree tree) {
        return tree instanceof MethodInvocationTree call
                && (call.getMethodSelect() instanceof IdentifierTree one
                                && one.getName().toString().matches("this|super")
                        || call.getMethodSelect() instanceof MemberSelectTree select
                                && select.getIdentifier().contentEquals("super"));
    }

    /** Whether code names {@code this} or {@code super} of the class around. */
    private static final class Keywords extends TreePathScanner<Boolean, Void> {
        @Override
        public Boolean visitIdentifier(IdentifierTree tree, Void nothing) {
            return tree.getName().contentEquals("this") || tree.getName().contentEquals("super");
        }

        @Override
        public Boolean visitMemberSelect(MemberSelectTree tree, Void nothing) {
            return tree.getIdentifier().contentEquals("this")
                    || Boolean.TRUE.equals(super.visitMemberSelect(tree, nothing));
        }

        @Override
        public Boolean reduce(Boolean one, Boolean other) {
            return Boolean.TRUE.equals(one) || Boolean.TRUE.equals(other);
        }
    }
}
