package paredown.analysis.call;

import java.util.LinkedHashSet;
import java.util.Set;
import java.util.regex.Pattern;
import paredown.analysis.jdk.LibraryTypes;

/** What is known by name of windows and of what is drawn: what their methods ask, and of whom. */
final class GuiCallbacks {
    /** Questions about how a component looks, which it answers from what it holds or has its parent answer. */
    private static final String LOOK =
            "get(Insets|Component|Components|ComponentCount|Parent|Width|Height|X|Y|Size|Bounds"
                    + "|Location|Font|Foreground|Background)|is(Visible|Showing|Enabled|Opaque)";

    static final String COMPONENT = "java.awt.Component";

    /** What is called of a component that looks otherwise, and of those around it: its size may have changed, and it has to be drawn. */
    static final Set<String> LAID_OUT = Set.of(
            "#enable()",
            "#enable(boolean)",
            "#disable()",
            "#invalidate()",
            "#revalidate()",
            "#repaint()",
            "#repaint(long,int,int,int,int)",
            "#isValidateRoot()");

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

    static final String PANEL = "javax.swing.JPanel";

    /** Who is told at once of what is put into a panel. */
    static final Set<String> OF_PANELS = Set.of(
            "java.awt.GridBagConstraints",
            "java.awt.event.AWTEventListener",
            "java.awt.event.ComponentListener",
            "java.awt.event.ContainerListener",
            "java.awt.event.HierarchyBoundsListener",
            "java.awt.event.HierarchyListener",
            "java.beans.PropertyChangeListener");

    static final String LAYOUT = "java.awt.LayoutManager";

    /** What is called of who lays out a panel, when something is put into it. */
    static final Set<String> PUT_BEFORE = Set.of(
            "#addLayoutComponent(java.lang.String,java.awt.Component)",
            "#removeLayoutComponent(java.awt.Component)",
            "#invalidateLayout(java.awt.Container)");

    /** What is called of components that are put into others, or that others are put into. */
    static final Set<String> PUT = Set.of(
            "#addNotify()",
            "#removeNotify()",
            "#invalidate()",
            "#isDisplayable()",
            "#isLightweight()",
            "#isShowing()",
            "#isVisible()",
            "#getComponentOrientation()",
            "#getGraphicsConfiguration()",
            "#getParent()",
            "#getLocale()",
            "#hashCode()",
            "#equals(java.lang.Object)",
            "#remove(java.awt.Component)",
            "#addImpl(java.awt.Component,java.lang.Object,int)",
            "#processEvent(java.awt.AWTEvent)",
            "#processComponentEvent(java.awt.event.ComponentEvent)",
            "#processContainerEvent(java.awt.event.ContainerEvent)",
            "#processHierarchyEvent(java.awt.event.HierarchyEvent)",
            "#processHierarchyBoundsEvent(java.awt.event.HierarchyEvent)");

    /** Who may give a new component its looks. */
    static final Set<String> OF_NEW =
            Set.of("java.beans.PropertyChangeListener", "javax.swing.Icon", "javax.swing.border.Border");

    /** Whose classes in the project would be asked for them besides. */
    static final Set<String> GIVING_LOOKS =
            Set.of("javax.swing.LookAndFeel", "javax.swing.UIDefaults", "javax.swing.plaf.ComponentUI");

    private static final Pattern PLAIN_COMPONENTS =
            Pattern.compile("javax\\.swing\\.J(Panel|Label|Button|CheckBox|RadioButton|TextField|Separator)");

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

    /** What tells what a list or a table shows: those of the JDK tell what they hold. */
    private static final Pattern MODELS =
            Pattern.compile("javax\\.swing\\.(\\w*(List|ComboBox)Model|table\\.\\w*TableModel)");

    private static final String OF_MODELS =
            "getSize|getElementAt|getSelectedItem|get(Row|Column)Count|getValueAt|getColumn(Name|Class)|isCellEditable";

    /** What drawing asks: it holds paints, strokes and a clip; all else it is given. */
    private static final Set<String> DRAWN = Set.of(
            "java.awt.Shape", "java.awt.Paint", "java.awt.Stroke", "java.awt.Composite", "java.awt.geom.PathIterator");

    private GuiCallbacks() {}

    /** Whether a method of a component only gives or keeps a value, and tells nobody. */
    static boolean isAccessor(String owner, String method) {
        return LibraryTypes.packageOf(owner).equals("javax.swing") && method.matches("getModel|[gs]etActionCommand")
                || MODELS.matcher(owner).matches() && method.matches(OF_MODELS)
                || owner.equals(TABLE) && method.equals("setValueAt")
                || LISTENED.matcher(owner).matches() && method.matches("add(?!Ancestor)\\w+Listener");
    }

    /** Whether a method changes how a component looks. */
    private static boolean isChangingLook(String owner, String method) {
        boolean known = COMPONENTS.contains(owner) || owner.equals("javax.swing.table.DefaultTableCellRenderer");
        return known && method.matches("set(Border|Background|Enabled|Font|Foreground|Opaque)");
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
    static Set<String> laidOut(String owner, String method) {
        Set<String> called = new LinkedHashSet<>(PLACED);
        if (!isAskingLater(owner, method)) {
            called.addAll(LAID_OUT);
        }
        return called;
    }

    /** Whether a method puts a component into a panel, or says who lays it out. */
    static boolean isPutting(String owner, String method) {
        return owner.equals("java.awt.Container") && method.matches("add|setLayout");
    }

    /** Whether a type is of components that are made of texts, pictures and a layout, and hold no others then. */
    static boolean isPlainComponent(String type) {
        return PLAIN_COMPONENTS.matcher(type).matches();
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
