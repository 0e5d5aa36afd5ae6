package paredown.analysis.init;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.VariableElement;
import paredown.analysis.jdk.JdkTypes;
import paredown.code.compile.Symbol;
import paredown.tree.TouchedFile;

/** Whether code names nothing but variables of its own, constants and what the JDK has for values. */
final class PureInitialiser extends TreePathScanner<Void, Void> {
    private final TouchedFile file;
    private boolean plain = true;

    private PureInitialiser(TouchedFile file) {
        this.file = file;
    }

    static boolean is(TouchedFile file, TreePath code) {
        PureInitialiser start = new PureInitialiser(file);
        start.scan(code, null);
        return start.plain;
    }

    @Override
    public Void visitIdentifier(IdentifierTree tree, Void nothing) {
        judge();
        return null;
    }

    @Override
    public Void visitMemberSelect(MemberSelectTree tree, Void nothing) {
        judge();
        return super.visitMemberSelect(tree, nothing);
    }

    @Override
    public Void visitMemberReference(MemberReferenceTree tree, Void nothing) {
        judge();
        return super.visitMemberReference(tree, nothing);
    }

    @Override
    public Void visitNewClass(NewClassTree tree, Void nothing) {
        judge();
        return super.visitNewClass(tree, nothing);
    }

    @Override
    public Void visitClass(ClassTree tree, Void nothing) {
        plain = false;
        return null;
    }

    private void judge() {
        Element target = file.element(getCurrentPath());
        if (target instanceof ExecutableElement called) {
            String symbol = file.symbol(called);
            plain &= JdkTypes.isOfValues(Symbol.typeName(symbol)) && !JdkTypes.isEnvironmental(symbol);
        } else if (target instanceof VariableElement variable
                && variable.getKind().isField()) {
            String symbol = file.symbol(variable);
            boolean constant = variable.getConstantValue() != null
                    || variable.getModifiers().contains(Modifier.FINAL)
                            && symbol.startsWith("java.")
                            && !JdkTypes.isSettable(Symbol.typeName(symbol));
            plain &= constant || !variable.getModifiers().contains(Modifier.STATIC);
        } else {
            plain &= target != null;
        }
    }
}
