package paredown.analysis.effect;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.util.TreePath;
import java.util.Set;
import paredown.tree.TouchedFile;

/** Types of the JDK's window package that are values: their constructors keep what they are given and do nothing else. */
public final class PlainValues {
    private static final Set<String> TYPES = Set.of(
            "java.awt.BasicStroke",
            "java.awt.Color",
            "java.awt.Dimension",
            "java.awt.Font",
            "java.awt.GradientPaint",
            "java.awt.Insets",
            "java.awt.Point",
            "java.awt.Rectangle");

    private PlainValues() {}

    /** Whether a type, by its qualified name, is one of them. */
    public static boolean has(String type) {
        return TYPES.contains(type);
    }

    /** Whether an expression makes such a value of what is always the same: it either fails whenever it is evaluated, or never. */
    public static boolean isMadeOfConstants(TouchedFile file, TreePath value) {
        if (!(value.getLeaf() instanceof NewClassTree made) || made.getClassBody() != null) {
            return false;
        }
        boolean constants = true;
        for (ExpressionTree argument : made.getArguments()) {
            SideEffects evaluation = SideEffects.of(file, new TreePath(value, argument));
            constants &= !evaluation.writes() && !evaluation.reads() && !evaluation.fails() && !evaluation.allocates();
        }
        return constants && has(String.valueOf(file.attribution().trees().getTypeMirror(value)));
    }
}
