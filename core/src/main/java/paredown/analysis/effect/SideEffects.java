package paredown.analysis.effect;

import com.sun.source.util.TreePath;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.type.TypeMirror;
import paredown.tree.TouchedFile;
import paredown.tree.Use;

/**
 * What evaluating an expression or carrying out a statement may do, and what its outcome hangs on. What is not known to be harmless is
 * taken to do anything: calls of the project's own code, and of all libraries but the immutable values of the JDK.
 *
 * @param writes whether it may change what other code can see, local variables aside, or wait for, or print
 * @param reads whether its outcome hangs on what such changes may reach: fields that are not final, elements of arrays, contents of objects
 * @param allocates whether every evaluation gives an object of its own
 * @param fails whether it may throw
 * @param jumps whether it may leave its place otherwise: return, break, continue, yield
 * @param uses local variables and parameters that it reads
 * @param assigns local variables and parameters that it assigns
 */
public record SideEffects(
        boolean writes,
        boolean reads,
        boolean allocates,
        boolean fails,
        boolean jumps,
        Set<Element> uses,
        Set<Element> assigns) {
    /** Nothing is evaluated. */
    public static final SideEffects NONE = new SideEffects(false, false, false, false, false, Set.of(), Set.of());

    /** What the tree at a path does. What lies in lambdas and classes inside it is not carried out with it. */
    public static SideEffects of(TouchedFile file, TreePath path) {
        if (path == null || path.getLeaf() == null) {
            return NONE;
        }
        SideEffectScanner scanner = new SideEffectScanner(file, path.getLeaf());
        scanner.scan(path, null);
        return scanner.result();
    }

    /**
     * The same of a value on its way to something of a type.
     *
     * @param uses where it goes to: somebody could tell there the object that it is from another one
     */
    public static SideEffects of(TouchedFile file, TreePath value, TypeMirror declared, List<Use> uses) {
        SideEffects plain = of(file, value);
        boolean fails = Conversion.unboxes(file.attribution().trees().getTypeMirror(value), declared);
        boolean allocates = Conversion.boxes(file, value, declared)
                        && uses.stream().anyMatch(use -> Conversion.isKept(use.file(), use.path()))
                || Identity.isNew(file, value)
                        && uses.stream().anyMatch(use -> Identity.matters(use.file(), use.path()));
        return plain.and(new SideEffects(false, false, allocates, fails, false, Set.of(), Set.of()));
    }

    public SideEffects and(SideEffects other) {
        Set<Element> allUses = new LinkedHashSet<>(uses);
        allUses.addAll(other.uses);
        Set<Element> allAssigns = new LinkedHashSet<>(assigns);
        allAssigns.addAll(other.assigns);
        return new SideEffects(
                writes || other.writes,
                reads || other.reads,
                allocates || other.allocates,
                fails || other.fails,
                jumps || other.jumps,
                allUses,
                allAssigns);
    }

    /** What of it touches local variables. */
    public SideEffects withoutEffects() {
        return new SideEffects(false, false, false, false, false, uses, assigns);
    }

    /** Whether it gives the same whenever and however often it is evaluated, and nothing but that. Its local variables may still change. */
    public boolean isStable() {
        return !writes && !reads && !allocates && !jumps && assigns.isEmpty();
    }

    /** Whether two evaluations can change places unseen. */
    public boolean commutesWith(SideEffects other) {
        boolean effects = writes && (other.writes || other.reads || other.fails)
                || other.writes && (reads || fails)
                || jumps && (other.writes || other.fails)
                || other.jumps && (writes || fails)
                || jumps && other.jumps;
        return !effects
                && assigns.stream().noneMatch(one -> other.uses.contains(one) || other.assigns.contains(one))
                && other.assigns.stream().noneMatch(uses::contains);
    }
}
