package paredown.cut.extract;

import java.util.LinkedHashSet;
import java.util.Set;
import java.util.regex.Pattern;

/** What is known by name of windows and of what is drawn: what their methods ask, and of whom. */
final class KnownWindows {
    /** Questions about how a component looks, which it answers from what it holds or has its parent answer. */
    private static final String LOOK =
            "get(Insets|Component|Components|ComponentCount|Parent|Width|Height|X|Y|Size|Bounds"
                    + "|Location|Font|Foreground|Background)|is(Visible|Showing|Enabled|Opaque)";

    static final String COMPONENT = "java.awt.Component";

    /** What is called of components around one whose size may have changed, or which has to be drawn. */
    static final Set<String> LAID_OUT = Set.of(
            "#invalidate()", "#revalidate()", "#repaint()", "#repaint(long,int,int,int,int)", "#isValidateRoot()");

    /** Who is told of a change of a component's look. */
    private static final Set<String> OF_LOOK = Set.of("java.beans.PropertyChangeListener", "javax.swing.border.Border");

    /** Who keeps the text of a component, shows it, may keep it from changing, or is told that it has changed. */
    private static final Set<String> OF_TEXTS = Set.of(
            "java.beans.PropertyChangeListener",
            "javax.swing.event.CaretListener",
            "javax.swing.event.ChangeListener",
            "javax.swing.event.DocumentListener",
            "javax.swing.event.UndoableEditListener",
            "javax.swing.text.Caret",
            "javax.swing.text.Document",
            "javax.swing.text.DocumentFilter",
            "javax.swing.text.EditorKit",
            "javax.swing.text.Element",
            "javax.swing.text.Highlighter",
            "javax.swing.text.NavigationFilter",
            "javax.swing.text.View",
            "javax.swing.text.ViewFactory");

    private static final String TABLE = "javax.swing.table.AbstractTableModel";

    /** What of components tells which part of a window has to be drawn. */
    private static final Set<String> PLACED =
            Set.of("#getX()", "#getY()", "#getWidth()", "#getHeight()", "#getParent()", "#isVisible()", "#isShowing()");

    /** Who is asked or told when the values of a table change. */
    static final Set<String> OF_TABLES = Set.of(
            "java.beans.PropertyChangeListener",
            "java.util.Comparator",
            "javax.swing.ListSelectionModel",
            "javax.swing.RowSorter",
            "javax.swing.event.ListSelectionListener",
            "javax.swing.event.RowSorterListener",
            "javax.swing.event.TableColumnModelListener",
            "javax.swing.event.TableModelListener",
            "javax.swing.table.TableCellEditor",
            "javax.swing.table.TableColumnModel",
            "javax.swing.table.TableModel");

    private static final Set<String> COMPONENTS = Set.of(COMPONENT, "java.awt.Container", "javax.swing.JComponent");

    /** They, and models of them, put whoever listens on a list of their own, and ask nobody. */
    private static final Pattern LISTENED = Pattern.compile("java\\.awt\\.(Component|Container|Window)"
            + "|javax\\.swing\\.(AbstractButton|JComboBox|JComponent|JMenu|JPopupMenu|JScrollBar|JTextField"
            + "|\\w*(ButtonModel|BoundedRangeModel|ListModel|ListSelectionModel)|table\\.\\w*TableModel)");

    /** What drawing asks: it holds paints, strokes and a clip; all else it is given. */
    private static final Set<String> DRAWN = Set.of(
            "java.awt.Shape", "java.awt.Paint", "java.awt.Stroke", "java.awt.Composite", "java.awt.geom.PathIterator");

    private KnownWindows() {}

    /** Whether a method of a component only gives or keeps a value, and tells nobody. */
    static boolean isAccessor(String owner, String method) {
        return OutsideTypes.packageOf(owner).equals("javax.swing") && method.matches("getModel|[gs]etActionCommand")
                || owner.equals(TABLE) && method.matches("getColumnName|getColumnClass|isCellEditable|setValueAt")
                || LISTENED.matcher(owner).matches() && method.matches("add(?!Ancestor)\\w+Listener");
    }

    /** Whether a method changes how a component looks. */
    private static boolean isChangingLook(String owner, String method) {
        return COMPONENTS.contains(owner) && method.matches("set(Border|Background|Foreground|Opaque)");
    }

    /** Whether a method asks a component for the text that it shows, or gives it another one. */
    private static boolean isOfText(String owner, String method) {
        return owner.matches("javax\\.swing\\.(JLabel|AbstractButton|text\\.JTextComponent)")
                && method.matches("[gs]etText");
    }

    /** The types of those whom a method tells of a change of a component that has to be laid out and drawn again for it. */
    static Set<String> told(String owner, String method) {
        return isOfText(owner, method) ? OF_TEXTS : isChangingLook(owner, method) ? OF_LOOK : Set.of();
    }

    /** What is called of components until one is drawn after that. */
    static Set<String> drawn(String owner, String method) {
        Set<String> called = new LinkedHashSet<>(PLACED);
        if (!isAskingLater(owner, method)) {
            called.addAll(LAID_OUT);
        }
        return called;
    }

    /** Whether a method tells those who listen to a table that its values have changed. */
    static boolean isTellingTables(String owner, String method) {
        return owner.equals(TABLE) && method.matches("fireTable\\w+");
    }

    /** Whether a method asks a component how it looks, and other components at most the same. */
    static boolean isLook(String owner, String method) {
        return COMPONENTS.contains(owner) && method.matches(LOOK);
    }

    /** The types of what a drawing surface may ask. */
    static Set<String> drawn(String owner) {
        return owner.matches("java\\.awt\\.Graphics(2D)?") ? DRAWN : Set.of();
    }

    /** Whether a method only puts in a queue what is to be drawn later. */
    static boolean isAskingLater(String owner, String method) {
        return method.equals("repaint") && COMPONENTS.contains(owner);
    }
}
