package paredown.analysis.effect;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.util.TreePath;
import paredown.analysis.jdk.JdkTypes;
import paredown.tree.TouchedFile;

/** Objects made of constants alone, by constructors that keep what they are given and do nothing else. */
public final class ConstantCreation {
    private ConstantCreation() {}

    /** Whether an expression makes such an object: it either fails whenever it is evaluated, or never. */
    public static boolean isIn(TouchedFile file, TreePath value) {
        if (!(value.getLeaf() instanceof NewClassTree made) || made.getClassBody() != null) {
            return false;
        }
        boolean constants = true;
        for (ExpressionTree argument : made.getArguments()) {
            SideEffects evaluation = SideEffects.of(file, new TreePath(value, argument));
            constants &= !evaluation.writes() && !evaluation.reads() && !evaluation.fails() && !evaluation.allocates();
        }
        return constants
                && JdkTypes.isKeeping(String.valueOf(file.attribution().trees().getTypeMirror(value)));
    }
}
