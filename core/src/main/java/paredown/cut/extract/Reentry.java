package paredown.cut.extract;

import java.util.Arrays;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import paredown.code.CallGraph;
import paredown.code.CallGraph.Outside;
import paredown.code.CodeBase;
import paredown.code.Sources;
import paredown.cut.TouchedFile;
import paredown.project.Progress;

/** Whether a call made by a method may come back to the method before it returns. */
final class Reentry {
    private static final Set<String> QUIET_TYPES =
            Set.of("java.awt.Graphics", "java.awt.Graphics2D", "java.awt.FontMetrics");
    private static final Set<String> QUIET_PACKAGES = Set.of("java.io", "java.nio");
    private static final Set<String> COMPARISONS = Set.of("equals", "hashCode", "compareTo");

    private final Sources sources;
    private final TouchedFile file;
    private final String method;
    private CallGraph calls;
    private Boolean unspoken;

    Reentry(Sources sources, TouchedFile file, Element method) {
        this.sources = sources;
        this.file = file;
        this.method = file.symbol(method);
    }

    boolean isPossible(Element called) {
        if (called == null) {
            return true;
        }
        String symbol = file.symbol(called);
        // Names of local classes tell nothing to anybody else.
        return symbol.startsWith("<")
                || symbol.equals(method)
                || calls().mayRun(symbol, method, this::outside)
                || isPossibleUnspoken();
    }

    /** Whether text put together, a loop over a collection or a resource that is closed may lead there. */
    boolean isPossibleUnspoken() {
        if (unspoken == null) {
            unspoken = calls().mayRunUnspoken(method);
        }
        return unspoken;
    }

    private CallGraph calls() {
        if (calls == null) {
            calls = new CallGraph(CodeBase.read(sources, true, Progress.SILENT));
        }
        return calls;
    }

    private Outside outside(String symbol) {
        return element(symbol).map(one -> outside(one, symbol)).orElse(Outside.ANYTHING);
    }

    private Optional<ExecutableElement> element(String symbol) {
        TypeElement owner = file.attribution().elements().getTypeElement(symbol.substring(0, symbol.indexOf('#')));
        return owner == null
                ? Optional.empty()
                : owner.getEnclosedElements().stream()
                        .filter(one -> file.symbol(one).equals(symbol))
                        .map(ExecutableElement.class::cast)
                        .findFirst();
    }

    private Outside outside(ExecutableElement called, String symbol) {
        TypeElement owner = (TypeElement) called.getEnclosingElement();
        String name = owner.getQualifiedName().toString();
        boolean closed = owner.getModifiers().contains(Modifier.FINAL)
                || called.getModifiers().contains(Modifier.FINAL)
                || called.getModifiers().contains(Modifier.STATIC)
                || called.getKind() == ElementKind.CONSTRUCTOR;
        if (owner.getModifiers().contains(Modifier.FINAL)
                && name.startsWith("java.lang.")
                && COMPARISONS.contains(called.getSimpleName().toString())) {
            return Outside.NOTHING;
        }
        boolean quiet = Purity.isOfTheJdk(file, called)
                || QUIET_TYPES.contains(name)
                || QUIET_PACKAGES.contains(name.substring(0, Math.max(0, name.lastIndexOf('.'))));
        String list = symbol.substring(symbol.indexOf('(') + 1, symbol.length() - 1);
        boolean plain = list.isEmpty() || Arrays.stream(list.split(",")).allMatch(Reentry::isPlain);
        if (!quiet || !plain || isMadeToBeGiven(owner)) {
            return Outside.ANYTHING;
        }
        return closed ? Outside.NOTHING : Outside.ANSWERED;
    }

    private static boolean isPlain(String type) {
        return !type.contains(".") || type.startsWith("java.lang.String") || type.startsWith("java.lang.CharSequence");
    }

    /** Whether objects of the type are mostly code that somebody hands over. */
    private boolean isMadeToBeGiven(TypeElement type) {
        boolean threads = type.getQualifiedName().contentEquals("java.lang.Thread");
        long open = file.attribution().elements().getAllMembers(type).stream()
                .filter(one -> one.getKind() == ElementKind.METHOD
                        && one.getModifiers().contains(Modifier.ABSTRACT))
                .count();
        return threads || type.getKind() == ElementKind.INTERFACE && open == 1;
    }
}
