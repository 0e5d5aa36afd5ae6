package paredown.cut.move;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.type.WildcardType;
import paredown.analysis.effect.SideEffects;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.LocalNames;
import paredown.tree.Names;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;

/** Finds out what a method that moves still needs of the object that it belonged to. */
final class CaptureAnalysis {
    private final DeclaredClass source;
    private final Member method;
    private final DeclaredClass target;
    private final Optional<ReceiverPath> route;
    private final boolean delegate;
    private final TouchedFile file;
    private final List<Use> uses;
    private final FieldReading reading;

    CaptureAnalysis(MethodMove move, FieldReading reading) {
        this.reading = reading;
        this.source = move.source();
        this.method = move.method();
        this.target = move.target();
        this.route = move.route();
        this.delegate = move.keepsDelegate();
        this.file = source.file();
        this.uses = move.uses();
    }

    /** The values of a few fields where that is all, else the object itself. */
    CapturedArguments decided() {
        if (method.isStatic()) {
            return new CapturedArguments(false, "", Map.of());
        }
        List<Use> own = UseFinder.in(file, method.path(), element -> true).stream()
                .filter(this::isOfSource)
                .toList();
        Set<Element> fields = new LinkedHashSet<>();
        boolean object = namesSource()
                || own.stream().anyMatch(use -> !use.target().getKind().isField());
        for (Use use : own) {
            boolean changing = use.target().getModifiers().contains(Modifier.VOLATILE);
            boolean settled = isFinal(use.target())
                    || !SideEffects.of(
                                    file,
                                    new TreePath(
                                            method.path(), method.methodTree().getBody()))
                            .writes();
            object |= use.isWritten()
                    || changing
                    || !settled
                    || isLater(use)
                    || !isKnownThere(use.target().asType());
            fields.add(use.target());
        }
        boolean near = delegate || uses.stream().allMatch(use -> givesValues(use, fields));
        Set<String> taken = LocalNames.inAndInherited(file, method.path());
        if (object || !near || fields.size() > 3) {
            String name = Names.fresh(taken, Names.variable(source.simpleName()), "source");
            return new CapturedArguments(object || !fields.isEmpty(), name, Map.of());
        }
        Map<Element, String> values = new LinkedHashMap<>();
        for (Element field : fields) {
            String name = Names.fresh(taken, field.getSimpleName().toString());
            taken.add(name);
            values.put(field, name);
        }
        return new CapturedArguments(false, "", values);
    }

    /** Whether the class that the method goes to can declare a parameter of a type. */
    private boolean isKnownThere(TypeMirror type) {
        if (type instanceof ArrayType array) {
            return isKnownThere(array.getComponentType());
        }
        if (type instanceof WildcardType wildcard) {
            return (wildcard.getExtendsBound() == null || isKnownThere(wildcard.getExtendsBound()))
                    && (wildcard.getSuperBound() == null || isKnownThere(wildcard.getSuperBound()));
        }
        if (type instanceof DeclaredType declared) {
            return isSeenThere(declared.asElement())
                    && declared.getTypeArguments().stream().allMatch(this::isKnownThere);
        }
        return type.getKind().isPrimitive();
    }

    private boolean isSeenThere(Element type) {
        boolean inFile = Scopes.outermost(target.element()).equals(Scopes.outermost(type));
        boolean inPackage = file.packageName().equals(target.file().packageName());
        for (Element at = type; at.getKind() != ElementKind.PACKAGE; at = at.getEnclosingElement()) {
            Set<Modifier> modifiers = at.getModifiers();
            boolean seen =
                    inFile || modifiers.contains(Modifier.PUBLIC) || inPackage && !modifiers.contains(Modifier.PRIVATE);
            if (!seen) {
                return false;
            }
        }
        return true;
    }

    private static boolean isFinal(Element field) {
        return field.getModifiers().contains(Modifier.FINAL);
    }

    /** Whether a caller can read the fields instead of the method, with nothing between that changes them. */
    private boolean givesValues(Use use, Set<Element> fields) {
        if (use.call().isEmpty() || fields.isEmpty()) {
            return true;
        }
        boolean once = use.form() != Use.Form.EXPRESSION
                || fields.size() == 1 && route.orElseThrow().kind() == ReceiverPath.Kind.PARAMETER
                || SideEffects.of(
                                use.file(),
                                new TreePath(use.path(), use.qualifier().orElseThrow()))
                        .isStable();
        boolean settled = fields.stream().allMatch(CaptureAnalysis::isFinal)
                || !argumentsWrite(use, use.call().orElseThrow());
        return once
                && settled
                && fields.stream()
                        .allMatch(field -> reading.isMeant(use, field)
                                && (reading.isNear(use)
                                        || reading.at(use, field).isPresent()));
    }

    private boolean argumentsWrite(Use use, MethodInvocationTree call) {
        int first = route.orElseThrow().index();
        List<? extends ExpressionTree> arguments = call.getArguments();
        return IntStream.range(0, arguments.size())
                .filter(i -> i != first)
                .anyMatch(
                        i -> SideEffects.of(use.file(), new TreePath(use.path().getParentPath(), arguments.get(i)))
                                .writes());
    }

    private boolean isLater(Use use) {
        return use.isDeferred(method.tree());
    }

    private boolean isOfSource(Use use) {
        if (!ReceiverPath.isInstanceMember(use.target())
                || route.map(ReceiverPath::element).filter(use.target()::equals).isPresent()) {
            return false;
        }
        return use.form() == Use.Form.NAME
                        && use.provider().filter(source.element()::equals).isPresent()
                || use.form() == Use.Form.THIS && isSourceThis(use);
    }

    private boolean isSourceThis(Use use) {
        Element keyword = file.element(new TreePath(use.path(), use.qualifier().orElseThrow()));
        return keyword != null && source.element().equals(keyword.getEnclosingElement());
    }

    /** Whether the object itself is named: handed on, compared, returned. */
    private boolean namesSource() {
        return Boolean.TRUE.equals(
                new TreePathScanner<Boolean, Void>() {
                    @Override
                    public Boolean visitIdentifier(IdentifierTree tree, Void nothing) {
                        boolean qualifies = getCurrentPath().getParentPath().getLeaf() instanceof MemberSelectTree;
                        Element keyword = file.element(getCurrentPath());
                        return tree.getName().contentEquals("this")
                                && !qualifies
                                && keyword != null
                                && source.element().equals(keyword.getEnclosingElement());
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
                }.scan(method.path(), null));
    }
}
