package paredown.analysis.effect;

import com.sun.source.tree.ArrayAccessTree;
import com.sun.source.tree.AssertTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.BreakTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ContinueTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.SwitchExpressionTree;
import com.sun.source.tree.SwitchTree;
import com.sun.source.tree.SynchronizedTree;
import com.sun.source.tree.ThrowTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TryTree;
import com.sun.source.tree.TypeCastTree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.tree.YieldTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.LinkedHashSet;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import paredown.analysis.jdk.JdkTypes;
import paredown.tree.Jumps;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;

/** Goes through a tree and notes what evaluating it may do. */
final class SideEffectScanner extends TreePathScanner<Void, Void> {
    private final TouchedFile file;
    private final Tree root;
    private boolean writes;
    private boolean reads;
    private boolean allocates;
    private boolean fails;
    private boolean jumps;
    private final Set<Element> uses = new LinkedHashSet<>();
    private final Set<Element> assigns = new LinkedHashSet<>();
    private final Set<Element> own = new LinkedHashSet<>();

    SideEffectScanner(TouchedFile file, Tree root) {
        this.file = file;
        this.root = root;
    }

    SideEffects result() {
        uses.removeAll(own);
        assigns.removeAll(own);
        return new SideEffects(writes, reads, allocates, fails, jumps, Set.copyOf(uses), Set.copyOf(assigns));
    }

    @Override
    public Void scan(Tree tree, Void nothing) {
        fails |= tree instanceof ExpressionTree && Conversion.isTakenOut(file, new TreePath(getCurrentPath(), tree));
        // A pattern that takes a record apart, from Java 21 on, asks its accessors.
        if (tree != null && tree.getKind().name().equals("DECONSTRUCTION_PATTERN")) {
            anything();
        }
        return super.scan(tree, nothing);
    }

    private void anything() {
        writes = true;
        reads = true;
        allocates = true;
        fails = true;
    }

    @Override
    public Void visitIdentifier(IdentifierTree tree, Void nothing) {
        read(file.element(getCurrentPath()));
        return null;
    }

    @Override
    public Void visitMemberSelect(MemberSelectTree tree, Void nothing) {
        if (tree.getIdentifier().contentEquals("class")) {
            return null;
        }
        Element target = file.element(getCurrentPath());
        boolean own = isThis(tree.getExpression());
        read(target);
        boolean instance = target != null
                && !(target.getKind().isClass() || target.getKind().isInterface())
                && target.getKind() != ElementKind.PACKAGE
                && !target.getModifiers().contains(Modifier.STATIC);
        fails |= instance && !own;
        return super.visitMemberSelect(tree, nothing);
    }

    private static boolean isThis(ExpressionTree tree) {
        return tree instanceof IdentifierTree name
                        && (name.getName().contentEquals("this")
                                || name.getName().contentEquals("super"))
                || tree instanceof MemberSelectTree select
                        && select.getIdentifier().contentEquals("this");
    }

    private void read(Element target) {
        if (target == null) {
            anything();
        } else if (target.getKind() == ElementKind.FIELD) {
            VariableElement field = (VariableElement) target;
            boolean length = field.getSimpleName().contentEquals("length")
                    && field.getEnclosingElement().getKind() != ElementKind.CLASS;
            boolean settled = field.getConstantValue() != null
                    || length
                    || field.getModifiers().contains(Modifier.FINAL) && !isDuringConstruction(field);
            reads |= !settled;
            initialisesFor(field);
        } else if (target.getKind() == ElementKind.ENUM_CONSTANT) {
            initialisesFor((VariableElement) target);
        } else if (target.getKind() == ElementKind.LOCAL_VARIABLE
                || target.getKind() == ElementKind.PARAMETER
                || target.getKind() == ElementKind.EXCEPTION_PARAMETER
                || target.getKind() == ElementKind.RESOURCE_VARIABLE
                || target.getKind() == ElementKind.BINDING_VARIABLE) {
            uses.add(target);
        }
    }

    /** JLS 12.4.1: where a static field that is no constant is read first, its class is initialised. */
    private void initialisesFor(VariableElement field) {
        if (field.getConstantValue() == null && initialises(field)) {
            writes = true;
            reads = true;
            fails = true;
        }
    }

    private boolean initialises(Element member) {
        return member.getModifiers().contains(Modifier.STATIC)
                && member.getEnclosingElement() instanceof TypeElement owner
                && !isInitialised(owner)
                && file.isInitialisationObservable(owner);
    }

    /** Whether the code that stands here could not run if a class were not initialised: it is its own, or that of a class below it. */
    private boolean isInitialised(TypeElement owner) {
        String wanted = file.symbol(owner);
        for (TreePath at = getCurrentPath(); at != null; at = at.getParentPath()) {
            if (file.element(at) instanceof TypeElement around && at.getLeaf() instanceof ClassTree) {
                if (file.isOrExtends(around, wanted)) {
                    return true;
                }
                // Code of a class with a name of its own runs without the class around it.
                if (around.getNestingKind() == NestingKind.MEMBER
                        && around.getModifiers().contains(Modifier.STATIC)) {
                    return false;
                }
            }
        }
        return false;
    }

    /** JLS 12.5: while an object or class is initialised, a final field of its may still have no value. */
    private boolean isDuringConstruction(VariableElement field) {
        return isDuringConstruction() && file.attribution().trees().getTree(field) != null;
    }

    private boolean isDuringConstruction() {
        Element here = enclosingMember();
        return here == null
                || here.getKind() == ElementKind.CONSTRUCTOR
                || here.getKind() == ElementKind.STATIC_INIT
                || here.getKind() == ElementKind.INSTANCE_INIT
                || here.getKind().isField();
    }

    private Element enclosingMember() {
        for (TreePath at = getCurrentPath(); at != null; at = at.getParentPath()) {
            if (at.getLeaf() instanceof com.sun.source.tree.MethodTree
                    || at.getLeaf() instanceof VariableTree
                            && at.getParentPath().getLeaf() instanceof ClassTree) {
                return file.element(at);
            }
            if (at.getLeaf() instanceof ClassTree) {
                return null;
            }
        }
        return null;
    }

    @Override
    public Void visitMethodInvocation(MethodInvocationTree tree, Void nothing) {
        call(file.element(getCurrentPath()), tree);
        if (tree.getMethodSelect() instanceof MemberSelectTree select) {
            boolean through = !isThis(select.getExpression())
                    && !(file.element(new TreePath(new TreePath(getCurrentPath(), select), select.getExpression()))
                            instanceof TypeElement);
            fails |= through;
            scan(select, nothing);
        }
        scan(tree.getArguments(), nothing);
        return null;
    }

    private void call(Element target, MethodInvocationTree tree) {
        if (!(target instanceof ExecutableElement method)) {
            anything();
            return;
        }
        String owner = file.symbol(method.getEnclosingElement());
        String name = method.getSimpleName().toString();
        if (JdkTypes.isPureCall(owner, name)) {
            boolean arrays = method.getParameters().stream()
                    .anyMatch(one -> one.asType().getKind() == TypeKind.ARRAY
                            || one.asType().getKind() == TypeKind.DECLARED
                                    && !JdkTypes.isImmutable(file.attribution()
                                            .types()
                                            .erasure(one.asType())
                                            .toString()));
            reads |= arrays;
            fails |= !owner.equals("java.lang.Math") || name.endsWith("Exact");
            allocates |= method.getReturnType().getKind() == TypeKind.ARRAY
                    || name.equals("valueOf") && !owner.equals("java.lang.String");
            writes |= arrays && !name.equals("equals") && !name.equals("valueOf") && !name.equals("join");
        } else if (JdkTypes.isQuery(owner, name)) {
            reads = true;
            fails = true;
        } else if (file.isPure(method) && !initialises(method)) {
            reads |= isDuringConstruction();
            fails = true;
        } else {
            anything();
        }
    }

    @Override
    public Void visitNewClass(NewClassTree tree, Void nothing) {
        TypeMirror type = file.attribution().trees().getTypeMirror(getCurrentPath());
        boolean value = type != null
                && JdkTypes.isImmutable(file.attribution().types().erasure(type).toString());
        boolean empty = type != null
                && JdkTypes.isEmptyAtFirst(
                        file.attribution().types().erasure(type).toString())
                && tree.getArguments().isEmpty()
                && tree.getClassBody() == null;
        if (empty) {
            allocates = true;
        } else if (value) {
            fails = true;
            allocates = true;
        } else {
            anything();
        }
        scan(tree.getEnclosingExpression(), nothing);
        scan(tree.getArguments(), nothing);
        return null;
    }

    @Override
    public Void visitNewArray(NewArrayTree tree, Void nothing) {
        allocates = true;
        fails |= tree.getDimensions() != null && !tree.getDimensions().isEmpty();
        return super.visitNewArray(tree, nothing);
    }

    /** It gives an object, its own or the same as ever: nobody may count on either. */
    @Override
    public Void visitLambdaExpression(LambdaExpressionTree tree, Void nothing) {
        allocates = true;
        captured(tree);
        return null;
    }

    @Override
    public Void visitMemberReference(MemberReferenceTree tree, Void nothing) {
        allocates = true;
        fails = true;
        return super.visitMemberReference(tree, nothing);
    }

    @Override
    public Void visitClass(ClassTree tree, Void nothing) {
        captured(tree);
        return null;
    }

    private void captured(Tree tree) {
        SideEffectScanner inside = new SideEffectScanner(file, tree);
        if (tree instanceof LambdaExpressionTree lambda) {
            TreePath path = getCurrentPath();
            inside.scan(new TreePath(path, lambda.getBody()), null);
            lambda.getParameters().forEach(one -> inside.own.add(file.element(new TreePath(path, one))));
        } else if (tree instanceof ClassTree type) {
            TreePath path = getCurrentPath();
            type.getMembers().forEach(member -> inside.scan(new TreePath(path, member), null));
        }
        uses.addAll(inside.result().uses());
    }

    @Override
    public Void visitVariable(VariableTree tree, Void nothing) {
        own.add(file.element(getCurrentPath()));
        scan(tree.getInitializer(), nothing);
        return null;
    }

    @Override
    public Void visitAssignment(AssignmentTree tree, Void nothing) {
        assign(tree.getVariable(), false);
        scan(tree.getExpression(), nothing);
        return null;
    }

    @Override
    public Void visitCompoundAssignment(CompoundAssignmentTree tree, Void nothing) {
        assign(tree.getVariable(), true);
        fails |= tree.getKind() == Tree.Kind.DIVIDE_ASSIGNMENT || tree.getKind() == Tree.Kind.REMAINDER_ASSIGNMENT;
        joined(file.attribution().trees().getTypeMirror(getCurrentPath()), tree.getExpression());
        scan(tree.getExpression(), nothing);
        return null;
    }

    @Override
    public Void visitUnary(UnaryTree tree, Void nothing) {
        if (tree.getKind().name().endsWith("CREMENT")) {
            assign(tree.getExpression(), true);
            return null;
        }
        return super.visitUnary(tree, nothing);
    }

    private void assign(ExpressionTree variable, boolean read) {
        ExpressionTree plain = variable;
        while (plain instanceof com.sun.source.tree.ParenthesizedTree parenthesized) {
            plain = parenthesized.getExpression();
        }
        Element target = file.element(file.attribution().trees().getPath(file.unit(), plain));
        boolean local = plain instanceof IdentifierTree
                && target != null
                && !target.getKind().isField();
        if (local) {
            assigns.add(target);
            if (read) {
                uses.add(target);
            }
        } else {
            writes = true;
            scan(variable, null);
        }
    }

    @Override
    public Void visitBinary(BinaryTree tree, Void nothing) {
        TypeMirror type = file.attribution().trees().getTypeMirror(getCurrentPath());
        boolean whole = type == null || type.getKind() != TypeKind.DOUBLE && type.getKind() != TypeKind.FLOAT;
        boolean divides = tree.getKind() == Tree.Kind.DIVIDE || tree.getKind() == Tree.Kind.REMAINDER;
        fails |= divides && whole && !isNonZero(tree.getRightOperand());
        for (ExpressionTree side : new ExpressionTree[] {tree.getLeftOperand(), tree.getRightOperand()}) {
            TypeMirror one = file.attribution().trees().getTypeMirror(new TreePath(getCurrentPath(), side));
            boolean boxed = one != null && !one.getKind().isPrimitive();
            fails |= boxed && !isText(type) && !Identity.compares(tree);
            joined(type, side);
        }
        return super.visitBinary(tree, nothing);
    }

    /** Of what becomes a part of a text somebody's {@code toString} is called. */
    private void joined(TypeMirror whole, ExpressionTree part) {
        TypeMirror one = file.attribution().trees().getTypeMirror(new TreePath(getCurrentPath(), part));
        boolean asked = one != null
                && !one.getKind().isPrimitive()
                && !JdkTypes.isImmutable(one.toString())
                && one.getKind() != TypeKind.NULL;
        if (isText(whole) && asked) {
            anything();
        }
    }

    private static boolean isText(TypeMirror type) {
        return type != null && type.toString().equals("java.lang.String");
    }

    private static boolean isNonZero(ExpressionTree tree) {
        return tree instanceof com.sun.source.tree.LiteralTree literal
                && literal.getValue() instanceof Number number
                && number.doubleValue() != 0;
    }

    @Override
    public Void visitArrayAccess(ArrayAccessTree tree, Void nothing) {
        reads = true;
        fails = true;
        return super.visitArrayAccess(tree, nothing);
    }

    @Override
    public Void visitTypeCast(TypeCastTree tree, Void nothing) {
        TypeMirror to = file.attribution().trees().getTypeMirror(getCurrentPath());
        TypeMirror from =
                file.attribution().trees().getTypeMirror(new TreePath(getCurrentPath(), tree.getExpression()));
        boolean safe = to != null
                && from != null
                && to.getKind().isPrimitive()
                && from.getKind().isPrimitive();
        fails |= !safe;
        scan(tree.getExpression(), nothing);
        return null;
    }

    /** An array is only read; what else is gone through is asked for its iterator. */
    @Override
    public Void visitEnhancedForLoop(EnhancedForLoopTree tree, Void nothing) {
        TypeMirror type =
                file.attribution().trees().getTypeMirror(new TreePath(getCurrentPath(), tree.getExpression()));
        boolean known = type != null
                && (type.getKind() == TypeKind.ARRAY
                        || JdkTypes.isContainer(
                                file.attribution().types().erasure(type).toString()));
        if (known) {
            reads = true;
            fails = true;
        } else {
            anything();
        }
        return super.visitEnhancedForLoop(tree, nothing);
    }

    /** What is opened is closed at the end. */
    @Override
    public Void visitTry(TryTree tree, Void nothing) {
        if (!tree.getResources().isEmpty()) {
            anything();
        }
        return super.visitTry(tree, nothing);
    }

    @Override
    public Void visitSwitch(SwitchTree tree, Void nothing) {
        chosen(tree.getExpression());
        return super.visitSwitch(tree, nothing);
    }

    @Override
    public Void visitSwitchExpression(SwitchExpressionTree tree, Void nothing) {
        chosen(tree.getExpression());
        return super.visitSwitchExpression(tree, nothing);
    }

    /** A text or a constant of an enum that is missing fails. */
    private void chosen(ExpressionTree selector) {
        TypeMirror type = file.attribution().trees().getTypeMirror(new TreePath(getCurrentPath(), selector));
        fails |= type == null || !type.getKind().isPrimitive();
    }

    @Override
    public Void visitAssert(AssertTree tree, Void nothing) {
        fails = true;
        return super.visitAssert(tree, nothing);
    }

    @Override
    public Void visitThrow(ThrowTree tree, Void nothing) {
        fails = true;
        jumps = true;
        return super.visitThrow(tree, nothing);
    }

    @Override
    public Void visitReturn(ReturnTree tree, Void nothing) {
        jumps = true;
        return super.visitReturn(tree, nothing);
    }

    @Override
    public Void visitBreak(BreakTree tree, Void nothing) {
        jumps |= leaves();
        return null;
    }

    @Override
    public Void visitContinue(ContinueTree tree, Void nothing) {
        jumps |= leaves();
        return null;
    }

    @Override
    public Void visitYield(YieldTree tree, Void nothing) {
        jumps |= leaves();
        return super.visitYield(tree, nothing);
    }

    /** Whether the jump that stands here ends outside of what is looked at. */
    private boolean leaves() {
        return Jumps.target(getCurrentPath())
                .filter(target -> Scopes.isWithin(target, root))
                .isEmpty();
    }

    @Override
    public Void visitSynchronized(SynchronizedTree tree, Void nothing) {
        anything();
        return super.visitSynchronized(tree, nothing);
    }
}
