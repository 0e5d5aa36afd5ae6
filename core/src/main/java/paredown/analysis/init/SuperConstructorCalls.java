package paredown.analysis.init;

import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeMirror;
import paredown.code.compile.Overriding;
import paredown.code.facts.NonEscapingConstructors;
import paredown.tree.DeclaredClass;
import paredown.tree.Required;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.verdict.Place;
import paredown.verdict.Rule;

/**
 * What may run of a class, and of the classes below it, while the constructors above it are at work: none of its own fields has a value
 * then (JLS 12.5). Constructors in the project are read, and so are those of libraries in their class files; where these do anything with
 * the object they may call whatever can be overridden, and so may whoever they hand it to.
 */
public final class SuperConstructorCalls {
    /**
     * A method of the class, or of one below, that may run too early.
     *
     * @param constructing simple name of the class whose constructor may call it
     */
    public record Early(String constructing, String method, Place place) {}

    /** A method with a body that an object of the class may have. */
    private record Body(TouchedFile file, TreePath path, ExecutableElement method, boolean above) {}

    /** Their constructors keep whose changes they tell of; they ask it nothing, and nobody listens yet. */
    private static final Set<String> KEEPING =
            Set.of("java.beans.PropertyChangeSupport", "java.beans.VetoableChangeSupport");

    /** The one method that a constructor of the quiet packages calls on the object. */
    private static final String FILL = "java.lang.Throwable#fillInStackTrace()";

    private final DeclaredClass source;
    private final Overriding overridings;
    private final Set<String> wanted;
    private final List<DeclaredClass> chain = new ArrayList<>();
    private final boolean known;
    private final Map<String, List<Body>> bodies = new HashMap<>();
    private final Map<String, List<Body>> overriding = new HashMap<>();
    private final Set<Tree> seen = new HashSet<>();
    private boolean handedOut;
    private Optional<Early> found = Optional.empty();

    private SuperConstructorCalls(Touched touched, DeclaredClass source, Set<String> wanted) {
        this.source = source;
        this.overridings = new Overriding(source.file().attribution());
        this.wanted = wanted;
        this.known = climb(touched);
    }

    /**
     * A method that may run too early and, itself or through others, comes to something wanted.
     *
     * @param touched also holds the files of the classes above and below
     * @param wanted symbols of the instance members that must not be come to
     */
    public static Optional<Early> reaching(Touched touched, DeclaredClass source, Set<String> wanted) {
        SuperConstructorCalls code = new SuperConstructorCalls(touched, source, wanted);
        if (code.known && code.chain.isEmpty() && !source.isA("java.lang.Throwable")) {
            return Optional.empty();
        }
        touched.files().forEach(code::collect);
        code.run(FILL, true, Optional.empty());
        if (!code.known) {
            code.handOut();
        }
        for (DeclaredClass above : code.chain) {
            code.construct(above);
        }
        return code.found;
    }

    /**
     * Refuses where that is so.
     *
     * @param there what is not so yet: that a field has a value
     */
    public static void requireNotReaching(Touched touched, DeclaredClass source, Set<String> wanted, String there) {
        reaching(touched, source, wanted).ifPresent(first -> {
            throw Required.refused(
                    first.place(),
                    Rule.KEEPS_INITIALISATION_ORDER,
                    "a constructor of '" + first.constructing() + "' may call '" + first.method() + "' before " + there,
                    "leave it where it is");
        });
    }

    private Early early(String method, Place place) {
        TypeElement above = superclass(source.file(), source.element());
        return new Early(above.getSimpleName().toString(), method, place);
    }

    /** Collects the classes above that can be read; false where a constructor further up cannot. */
    private boolean climb(Touched touched) {
        TouchedFile file = source.file();
        TypeElement above = superclass(file, source.element());
        while (above != null && !isKnownToBeQuiet(above)) {
            String name = above.getQualifiedName().toString();
            Optional<DeclaredClass> read = touched.files().stream()
                    .flatMap(one -> DeclaredClass.find(one, name).stream())
                    .findFirst();
            if (read.isEmpty()) {
                return NonEscapingConstructors.has(
                        touched.classPath(file.source().path()),
                        file.attribution().elements().getBinaryName(above).toString());
            }
            chain.add(read.get());
            above = superclass(read.get().file(), read.get().element());
        }
        return true;
    }

    private static TypeElement superclass(TouchedFile file, TypeElement type) {
        TypeMirror mirror = type.getSuperclass();
        return file.attribution().types().asElement(mirror) instanceof TypeElement above ? above : null;
    }

    private static boolean isKnownToBeQuiet(TypeElement type) {
        String name = type.getQualifiedName().toString();
        return name.startsWith("java.lang.") || name.startsWith("java.util.Abstract");
    }

    /** The methods of the class and of all above and below it in a file, and what each overrides. */
    private void collect(TouchedFile file) {
        Overriding inFile = new Overriding(file.attribution());
        new TreePathScanner<Void, Void>() {
            @Override
            public Void visitMethod(MethodTree tree, Void nothing) {
                if (tree.getBody() != null
                        && file.element(getCurrentPath()) instanceof ExecutableElement method
                        && method.getEnclosingElement() instanceof TypeElement owner) {
                    boolean above = isAbove(file.symbol(owner));
                    if (above || isOrExtends(file, owner)) {
                        add(new Body(file, getCurrentPath(), method, above), inFile);
                    }
                }
                return super.visitMethod(tree, nothing);
            }
        }.scan(file.unit(), null);
    }

    private void add(Body body, Overriding inFile) {
        bodies.computeIfAbsent(body.file().symbol(body.method()), key -> new ArrayList<>())
                .add(body);
        inFile.overridden(body.method())
                .map(body.file()::symbol)
                .distinct()
                .forEach(above -> overriding
                        .computeIfAbsent(above, key -> new ArrayList<>())
                        .add(body));
    }

    private boolean isAbove(String type) {
        return chain.stream().anyMatch(one -> one.symbol().equals(type));
    }

    private boolean isOrExtends(TouchedFile file, TypeElement type) {
        for (TypeElement at = type; at != null; at = superclass(file, at)) {
            if (file.symbol(at).equals(source.symbol())) {
                return true;
            }
        }
        return false;
    }

    /** The constructors of a class above, with what its fields begin with. */
    private void construct(DeclaredClass above) {
        for (Tree member : above.tree().getMembers()) {
            boolean constructor = member instanceof MethodTree method && method.getReturnType() == null;
            boolean value = member instanceof VariableTree field
                    && !field.getModifiers().getFlags().contains(Modifier.STATIC);
            boolean block = member instanceof BlockTree initialiser && !initialiser.isStatic();
            if (constructor || value || block) {
                new Reader(above.file(), Optional.empty()).scan(new TreePath(above.path(), member), null);
            }
        }
    }

    /** Somebody unknown has the object: what its superclasses declare may be called. */
    private void handOut() {
        if (handedOut) {
            return;
        }
        handedOut = true;
        TypeElement above = superclass(source.file(), source.element());
        Set<String> callable = Stream.concat(Stream.of(above), overridings.supertypes(above).stream())
                .filter(type -> !type.getQualifiedName().contentEquals("java.lang.Object"))
                .flatMap(type -> type.getEnclosedElements().stream())
                .filter(one -> one.getKind() == ElementKind.METHOD)
                .map(source.file()::symbol)
                .collect(Collectors.toSet());
        callable.forEach(symbol -> run(symbol, true, Optional.empty()));
    }

    /** Follows a call on the object. */
    private void run(String symbol, boolean virtual, Optional<Early> entry) {
        List<Body> reached = new ArrayList<>(bodies.getOrDefault(symbol, List.of()));
        if (virtual) {
            reached.addAll(overriding.getOrDefault(symbol, List.of()));
        }
        for (Body body : reached) {
            Tree tree = body.path().getLeaf();
            if (found.isEmpty() && seen.add(tree)) {
                String name = body.method().getSimpleName().toString();
                Optional<Early> from = body.above()
                        ? entry
                        : entry.or(() -> Optional.of(early(name, body.file().place(tree))));
                if (wanted.contains(body.file().symbol(body.method()))) {
                    // Called by the name of what it overrides: it stays, as a delegate.
                    found = from.or(() -> Optional.of(early(name, body.file().place(tree))));
                }
                new Reader(body.file(), from).scan(body.path(), null);
            }
        }
    }

    /** Reads code that runs early. What it makes on the way, lambdas and anonymous classes, may run at once. */
    private final class Reader extends TreePathScanner<Void, Void> {
        private final TouchedFile file;
        private final Optional<Early> entry;

        Reader(TouchedFile file, Optional<Early> entry) {
            this.file = file;
            this.entry = entry;
        }

        @Override
        public Void visitIdentifier(IdentifierTree tree, Void nothing) {
            boolean self = tree.getName().contentEquals("this");
            if (self && isValue()) {
                handOut();
            } else if (!self && !tree.getName().contentEquals("super")) {
                take(true, true);
            }
            return null;
        }

        @Override
        public Void visitMemberSelect(MemberSelectTree tree, Void nothing) {
            boolean self = tree.getIdentifier().contentEquals("this");
            if (self && isValue()) {
                handOut();
            } else if (!self) {
                take(isThis(tree.getExpression()), !isNamed(tree.getExpression(), "super"));
            }
            return super.visitMemberSelect(tree, nothing);
        }

        @Override
        public Void visitMemberReference(MemberReferenceTree tree, Void nothing) {
            take(isThis(tree.getQualifierExpression()), !isNamed(tree.getQualifierExpression(), "super"));
            return super.visitMemberReference(tree, nothing);
        }

        @Override
        public Void visitNewClass(NewClassTree tree, Void nothing) {
            Element constructor = file.element(getCurrentPath());
            boolean inner = constructor != null
                    && tree.getClassBody() == null
                    && constructor.getEnclosingElement().getEnclosingElement() instanceof TypeElement
                    && !constructor.getEnclosingElement().getModifiers().contains(Modifier.STATIC);
            if (inner) {
                handOut();
            }
            return super.visitNewClass(tree, nothing);
        }

        private boolean isThis(Tree qualifier) {
            return isNamed(qualifier, "this") || isNamed(qualifier, "super");
        }

        private boolean isNamed(Tree qualifier, String keyword) {
            return qualifier instanceof IdentifierTree name && name.getName().contentEquals(keyword)
                    || qualifier instanceof MemberSelectTree select
                            && select.getIdentifier().contentEquals(keyword);
        }

        /** Whether {@code this} is more than the way to a member. */
        private boolean isValue() {
            Tree parent = getCurrentPath().getParentPath().getLeaf();
            boolean way = parent instanceof MemberSelectTree
                    || parent instanceof MemberReferenceTree
                    || parent instanceof MethodInvocationTree call
                            && call.getMethodSelect() == getCurrentPath().getLeaf();
            boolean compared = parent instanceof BinaryTree
                    && (parent.getKind() == Tree.Kind.EQUAL_TO || parent.getKind() == Tree.Kind.NOT_EQUAL_TO);
            return !way && !compared && !isKept();
        }

        /** Whether a constructor of the JDK gets the object, keeps it and asks it nothing. */
        private boolean isKept() {
            TreePath parent = getCurrentPath().getParentPath();
            Element constructor = file.element(parent);
            return parent.getLeaf() instanceof NewClassTree made
                    && made.getClassBody() == null
                    && constructor != null
                    && KEEPING.contains(constructor.getEnclosingElement().toString());
        }

        /**
         * Looks at a name.
         *
         * @param self whether it is a member of the object itself, if of any; a way round by another name needs the object as a value
         */
        private void take(boolean self, boolean virtual) {
            Element target = file.element(getCurrentPath());
            if (target == null || found.isPresent()) {
                return;
            }
            boolean member = target.getKind() == ElementKind.METHOD || target.getKind() == ElementKind.FIELD;
            if (member && wanted.contains(file.symbol(target))) {
                Place here = file.place(getCurrentPath().getLeaf());
                found = entry.or(() -> Optional.of(early(target.getSimpleName().toString(), here)));
            } else if (self
                    && target.getKind() == ElementKind.METHOD
                    && target.getEnclosingElement() instanceof TypeElement owner) {
                follow((ExecutableElement) target, owner, virtual);
            }
        }

        /** A static method may be given the object only as a value, which is seen where it is given. */
        private void follow(ExecutableElement method, TypeElement owner, boolean virtual) {
            boolean mine = isAbove(file.symbol(owner)) || isOrExtends(file, owner);
            if (!method.getModifiers().contains(Modifier.STATIC) && (mine || isInherited(owner))) {
                boolean read = mine || owner.getQualifiedName().contentEquals("java.lang.Object");
                if (!read && !isKnownToBeQuiet(owner)) {
                    handOut();
                }
                run(file.symbol(method), virtual, entry);
            }
        }

        /** Whether the type that declares a method is above the class without being read. */
        private boolean isInherited(TypeElement owner) {
            String name = file.symbol(owner);
            return overridings.supertypes(source.element()).stream()
                    .anyMatch(type -> source.file().symbol(type).equals(name));
        }
    }
}
