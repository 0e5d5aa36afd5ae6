package paredown.code.facts;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.IntersectionType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.type.TypeVariable;
import javax.lang.model.type.WildcardType;
import javax.lang.model.util.Types;
import paredown.code.compile.Attribution;
import paredown.code.compile.Symbols;
import paredown.code.facts.OutsideCall.Role;

/** Reads what calls of the code outside the project get at. */
public final class OutsideCalls {
    private static final String OBJECT = "java.lang.Object";

    /** What can be compared, and what describes code, hold nothing of their type argument. */
    private static final Set<String> OF_ITSELF =
            Set.of("java.lang.Comparable", "java.lang.Class", "java.lang.Enum", "java.lang.reflect.TypeVariable");

    private static final String COLLECTOR = "java.util.stream.Collector";

    private final Trees trees;
    private final Types types;
    private final StreamPipelines streams;
    private final AllocationTypes made;
    private final Symbols symbols;
    private final Predicate<TypeElement> inProject;
    private final Map<Element, Boolean> telling = new IdentityHashMap<>();
    private final Map<Element, List<String>> inherited = new HashMap<>();

    /**
     * @param inProject whether a type is taken for one of the project
     */
    public OutsideCalls(Attribution attribution, Predicate<TypeElement> inProject) {
        this(attribution, new Symbols(attribution.types()), inProject);
    }

    OutsideCalls(Attribution attribution, Symbols symbols, Predicate<TypeElement> inProject) {
        this.trees = attribution.trees();
        this.types = attribution.types();
        this.streams = new StreamPipelines(trees);
        this.made = new AllocationTypes(trees);
        this.symbols = symbols;
        this.inProject = inProject;
    }

    /** What an expression itself calls outside the project; empty where the declaration of what is called tells as much. */
    Optional<OutsideCall> at(TreePath parent, Tree tree) {
        return tree instanceof MethodInvocationTree
                        || tree instanceof NewClassTree
                        || tree instanceof MemberReferenceTree
                ? at(new TreePath(parent, tree), variable -> false)
                : Optional.empty();
    }

    /**
     * The same of a call.
     *
     * @param written local variables that stand for functions which are written beside the call
     */
    Optional<OutsideCall> at(TreePath path, Predicate<Element> written) {
        return of(path, true, written);
    }

    /** What a call, a creation or a method reference calls outside the project; empty for anything else. */
    public Optional<OutsideCall> of(TreePath path) {
        return of(path, false, variable -> false);
    }

    private Optional<OutsideCall> of(TreePath path, boolean more, Predicate<Element> written) {
        TreePath named =
                path.getLeaf() instanceof MethodInvocationTree call ? new TreePath(path, call.getMethodSelect()) : path;
        if (!(trees.getElement(named) instanceof ExecutableElement called)
                || !telling.computeIfAbsent(called, this::isOutside)
                || more && !isTelling(called)) {
            return Optional.empty();
        }
        if (path.getLeaf() instanceof MemberReferenceTree) {
            return Optional.of(declared(called));
        }
        boolean keyed = isKeyed(called);
        boolean collecting = symbols.of(called).startsWith(COLLECTOR);
        PointsToTypes objects = new PointsToTypes();
        String receiver = "";
        if (path.getLeaf() instanceof MethodInvocationTree
                && !called.getModifiers().contains(Modifier.STATIC)) {
            Optional<TypeMirror> object = object(named, called);
            receiver = object.filter(type -> !streams.isOfMade(path))
                    .map(type -> names(type).get(0))
                    .orElse("");
            boolean collected = called.getSimpleName().contentEquals("collect")
                    && called.getParameters().size() == 1;
            object.filter(type -> !collected).ifPresent(type -> holdReceiver(type, keyed, objects.held()));
            if (more && receiver.equals(OBJECT) && named.getLeaf() instanceof MemberSelectTree select) {
                objects.receiver(parameter(new TreePath(named, select.getExpression())));
            }
        }
        List<? extends ExpressionTree> arguments = path.getLeaf() instanceof MethodInvocationTree call
                ? call.getArguments()
                : ((NewClassTree) path.getLeaf()).getArguments();
        for (int i = 0; i < arguments.size(); i++) {
            TreePath argument = new TreePath(path, arguments.get(i));
            TypeMirror type = trees.getTypeMirror(argument);
            if (type == null) {
                return Optional.of(declared(called));
            }
            boolean anything = isAnything(called, i);
            // A value of a map is only kept.
            boolean kept = anything && keyed && i > 0;
            if (isOpen(type) && !kept && !isWritten(argument, written)) {
                List<String> names = names(type);
                // A kind of ours may have more methods than the one that was written.
                boolean known = anything || names.stream().allMatch(name -> name.startsWith("java."));
                int parameter = more && known ? parameter(argument) : CallArgumentFacts.OTHER;
                objects.add(anything ? Role.HELD : Role.GIVEN, names, parameter);
            }
            if (!kept && !collecting) {
                hold(type, objects.held(), new HashSet<>());
            }
        }
        if (collecting) {
            hold(trees.getTypeMirror(path), objects.held(), new HashSet<>());
        }
        return Optional.of(objects.call(symbols.of(called), receiver, constructors(path, called)));
    }

    private void holdReceiver(TypeMirror type, boolean keyed, Set<String> held) {
        if (keyed) {
            holdKeys(type, held);
        } else {
            hold(type, held, new HashSet<>());
        }
    }

    /** The place of the parameter of the member that an argument is. */
    private int parameter(TreePath argument) {
        TreePath value = CallArguments.plain(argument);
        return value.getLeaf() instanceof IdentifierTree
                ? CallArguments.parameter(trees.getElement(value))
                : CallArgumentFacts.OTHER;
    }

    /** Whether what a function does stands in the arguments themselves, where whoever reads the member reads it too. */
    private boolean isWritten(TreePath argument, Predicate<Element> written) {
        TreePath at = CallArguments.plain(argument);
        return streams.isMade(at) || at.getLeaf() instanceof IdentifierTree && written.test(trees.getElement(at));
    }

    /** The constructors that {@code newInstance} may call, by the number of values that it hands over, where that is to be seen. */
    private List<String> constructors(TreePath path, ExecutableElement called) {
        String owner = symbols.of((TypeElement) called.getEnclosingElement());
        if (!(path.getLeaf() instanceof MethodInvocationTree call)
                || !called.getSimpleName().contentEquals("newInstance")
                || !owner.matches("java\\.lang\\.(Class|reflect\\.Constructor)")) {
            return List.of();
        }
        List<? extends ExpressionTree> values = call.getArguments();
        if (values.size() == 1) {
            TypeMirror only = trees.getTypeMirror(new TreePath(path, values.get(0)));
            boolean array = only == null || only.getKind() == TypeKind.ARRAY || only.getKind() == TypeKind.NULL;
            if (array && values.get(0) instanceof NewArrayTree made && made.getInitializers() != null) {
                values = made.getInitializers();
            } else if (array) {
                return List.of();
            }
        }
        return List.of("<init>/" + values.size());
    }

    /** Whether a method of a map looks for a key and at no value. */
    private boolean isKeyed(ExecutableElement called) {
        return called.getSimpleName().toString().matches("put|get|getOrDefault|putIfAbsent|containsKey")
                && called.getEnclosingElement() instanceof TypeElement owner
                && owner.getQualifiedName().toString().matches("java\\.util\\.(concurrent\\.)?\\w*Map");
    }

    /** What the receiver of such a method holds: of a map of the JDK the keys. */
    private void holdKeys(TypeMirror map, Set<String> held) {
        boolean known = map instanceof DeclaredType declared
                && declared.getTypeArguments().size() == 2
                && ((TypeElement) declared.asElement())
                        .getQualifiedName()
                        .toString()
                        .startsWith("java.util.");
        if (known) {
            holdAll(((DeclaredType) map).getTypeArguments().get(0), held, new HashSet<>());
        } else {
            hold(map, held, new HashSet<>());
        }
    }

    private boolean isOutside(Element called) {
        return called.getEnclosingElement() instanceof TypeElement owner && !inProject.test(owner);
    }

    /** Whether a method takes an argument as it would take any object, of which it can only ask what all can answer. */
    private boolean isAnything(ExecutableElement called, int argument) {
        int last = called.getParameters().size() - 1;
        return isAnything(called.getParameters().get(Math.min(argument, last)).asType());
    }

    private boolean isAnything(TypeMirror type) {
        TypeMirror at = component(type);
        return at instanceof DeclaredType declared
                && ((TypeElement) declared.asElement()).getQualifiedName().contentEquals(OBJECT);
    }

    /** Whether arguments and receivers may tell more than the declaration does. */
    private boolean isTelling(ExecutableElement called) {
        TypeElement owner = (TypeElement) called.getEnclosingElement();
        return !owner.getTypeParameters().isEmpty()
                || owner.getQualifiedName().contentEquals(OBJECT)
                || called.getParameters().stream().anyMatch(one -> isOpen(one.asType()));
    }

    /** What is known of a call by the declaration of the method alone; of the objects that a collection holds it tells nothing. */
    public OutsideCall declared(ExecutableElement called) {
        Set<String> given = new LinkedHashSet<>();
        TypeElement owner = (TypeElement) called.getEnclosingElement();
        boolean holds = !owner.getTypeParameters().isEmpty();
        for (var parameter : called.getParameters()) {
            TypeMirror type = parameter.asType();
            holds |= isAnything(type)
                    || component(type) instanceof DeclaredType one
                            && !((TypeElement) one.asElement())
                                    .getTypeParameters()
                                    .isEmpty();
            if (isOpen(type) && !isAnything(type)) {
                given.addAll(names(type));
            }
        }
        boolean alone = called.getSimpleName().contentEquals("<init>")
                || called.getModifiers().contains(Modifier.STATIC);
        return new OutsideCall(
                symbols.of(called),
                alone ? "" : symbols.of(owner),
                List.copyOf(given),
                holds ? List.of(OBJECT) : List.of());
    }

    /** The type of the object that a method is called of; empty where it is called of what lies above. */
    private Optional<TypeMirror> object(TreePath named, ExecutableElement called) {
        if (named.getLeaf() instanceof MemberSelectTree select) {
            boolean above = select.getExpression() instanceof IdentifierTree name
                    && name.getName().contentEquals("super");
            // What Object prints of an object asks it for its hash code.
            boolean asks = called.getSimpleName().contentEquals("toString");
            TreePath object = new TreePath(named, select.getExpression());
            return above && !asks
                    ? Optional.empty()
                    : made.of(object).or(() -> Optional.ofNullable(trees.getTypeMirror(object)));
        }
        // Of the object itself, or of one around it: the nearest that has the method.
        TypeMirror owner = types.erasure(called.getEnclosingElement().asType());
        for (TreePath at = named; at != null; at = at.getParentPath()) {
            if (at.getLeaf() instanceof ClassTree && trees.getElement(at) instanceof TypeElement around) {
                if (types.isSubtype(types.erasure(around.asType()), owner)) {
                    return Optional.of(around.asType());
                }
            }
        }
        return Optional.of(owner);
    }

    /** What arrays are made of, and what a type variable or wildcard is at least; nothing known of it is any object. */
    private TypeMirror component(TypeMirror type) {
        TypeMirror at = type;
        while (true) {
            if (at instanceof ArrayType array) {
                at = array.getComponentType();
            } else if (at instanceof TypeVariable variable) {
                at = variable.getUpperBound();
            } else if (at instanceof WildcardType wildcard && wildcard.getExtendsBound() != null) {
                at = wildcard.getExtendsBound();
            } else {
                return at;
            }
        }
    }

    /** Whether somebody may have written a class of a type. */
    private boolean isOpen(TypeMirror type) {
        TypeMirror at = component(type);
        if (at instanceof DeclaredType declared) {
            TypeElement element = (TypeElement) declared.asElement();
            return !element.getModifiers().contains(Modifier.FINAL)
                    || !element.getQualifiedName().toString().startsWith("java.");
        }
        return !at.getKind().isPrimitive() && at.getKind() != TypeKind.NULL;
    }

    /** The name of a type, or those of what it is made of where it has none that others know. */
    private List<String> names(TypeMirror type) {
        TypeMirror one = component(type);
        if (one instanceof IntersectionType several) {
            return several.getBounds().stream()
                    .flatMap(bound -> names(bound).stream())
                    .toList();
        }
        if (!(one instanceof DeclaredType declared) || !(declared.asElement() instanceof TypeElement element)) {
            return List.of(OBJECT);
        }
        if (element.getNestingKind() == NestingKind.TOP_LEVEL || element.getNestingKind() == NestingKind.MEMBER) {
            return List.of(symbols.of(element));
        }
        List<String> above = new ArrayList<>();
        types.directSupertypes(element.asType()).forEach(parent -> above.addAll(names(parent)));
        return above;
    }

    private void hold(TypeMirror type, Set<String> held, Set<String> known) {
        TypeMirror one = component(type);
        if (one instanceof IntersectionType several) {
            several.getBounds().forEach(bound -> hold(bound, held, known));
        }
        if (!(one instanceof DeclaredType declared)) {
            return;
        }
        TypeElement element = (TypeElement) declared.asElement();
        String name = element.getQualifiedName().toString();
        if (OF_ITSELF.contains(name)) {
            return;
        }
        boolean generic = !element.getTypeParameters().isEmpty();
        if (generic && declared.getTypeArguments().isEmpty()) {
            held.add(OBJECT);
            return;
        }
        for (int i = 0; i < declared.getTypeArguments().size(); i++) {
            TypeMirror argument = declared.getTypeArguments().get(i);
            // What a collector asks is in its result; where that is made into another one, in those that it is made of.
            boolean hidden = i < 2 && name.equals(COLLECTOR);
            if (!hidden && known.add(argument.toString())) {
                holdAll(argument, held, known);
            }
        }
        // Those of the JDK hold what their own brackets say.
        if (!generic || !name.startsWith("java.")) {
            held.addAll(inherited(element));
        }
    }

    /** What something holds that is held itself, and it too. */
    private void holdAll(TypeMirror type, Set<String> held, Set<String> known) {
        if (isOpen(type)) {
            held.addAll(names(type));
        }
        hold(type, held, known);
    }

    private List<String> inherited(TypeElement element) {
        List<String> before = inherited.get(element);
        if (before != null) {
            return before;
        }
        Set<String> held = new LinkedHashSet<>();
        inherited.put(element, List.of());
        for (TypeMirror above : types.directSupertypes(element.asType())) {
            hold(above, held, new HashSet<>());
        }
        inherited.put(element, List.copyOf(held));
        return List.copyOf(held);
    }
}
