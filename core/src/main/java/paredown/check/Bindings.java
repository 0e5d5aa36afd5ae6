package paredown.check;

import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import com.sun.source.util.Trees;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeMirror;
import paredown.analysis.outside.OutsideUsers;
import paredown.check.ReflectiveLookups.Lookup;
import paredown.code.compile.Attribution;
import paredown.code.compile.Overriding;
import paredown.code.compile.PlatformHooks;
import paredown.code.compile.Symbols;
import paredown.code.index.Beans;
import paredown.code.index.PublicApi;
import paredown.code.index.Sources;
import paredown.source.SourceText;

/** What every name and operator in some files means, by the place where it stands. Plain values: nothing of the compiler is kept. */
final class Bindings {
    /**
     * A name and its meaning.
     *
     * @param name as written
     * @param symbol what it means; empty for a local variable or parameter; for an operator, the kind of its result in words
     * @param declaredAt for a local variable or parameter: where it is declared in the same file
     * @param constant the value of a constant field (JLS 4.12.4), as text; it is copied to where the name stands, case labels among them
     * @param caller for a method that asks who calls it: from where, in words
     */
    record Binding(
            String name,
            String symbol,
            Optional<Integer> declaredAt,
            Optional<String> constant,
            Optional<String> caller) {
        Binding(String name, String symbol, Optional<Integer> declaredAt) {
            this(name, symbol, declaredAt, Optional.empty(), Optional.empty());
        }
    }

    private final Map<Path, Map<Integer, Binding>> names = new LinkedHashMap<>();
    private final Map<String, Set<String>> overriding = new LinkedHashMap<>();
    private final Map<Answer, String> answers = new LinkedHashMap<>();
    private final Set<String> classes = new HashSet<>();
    private final Map<String, Path> methodFiles = new HashMap<>();
    private final Map<Path, List<Lookup>> lookups = new LinkedHashMap<>();
    private final Map<Path, Set<String>> members = new LinkedHashMap<>();
    private final Map<Path, Map<String, Declared>> declared = new LinkedHashMap<>();
    private final Map<Path, Map<String, WrittenForm>> forms = new LinkedHashMap<>();
    private final OutsideUsers outside;

    Bindings(Sources sources) {
        this.outside = new OutsideUsers(sources);
    }

    /** What others hold, to be added to. */
    Bindings(Bindings others) {
        outside = others.outside;
        declared.putAll(others.declared);
        forms.putAll(others.forms);
        names.putAll(others.names);
        overriding.putAll(others.overriding);
        answers.putAll(others.answers);
        classes.addAll(others.classes);
        methodFiles.putAll(others.methodFiles);
        lookups.putAll(others.lookups);
        members.putAll(others.members);
    }

    /** Adds the names of those of the attributed files that are wanted and not there yet. */
    void add(Attribution attribution, Set<Path> wanted) {
        Symbols symbols = new Symbols(attribution.types());
        for (CompilationUnitTree unit : attribution.units()) {
            SourceText source = attribution.source(unit);
            if (!wanted.contains(source.path()) || names.containsKey(source.path())) {
                continue;
            }
            new Scanner(attribution, unit, source, symbols)
                    .scan(unit, names.computeIfAbsent(source.path(), path -> new LinkedHashMap<>()));
            ReflectiveLookups looked = new ReflectiveLookups(attribution, unit, symbols);
            lookups.put(source.path(), looked.found());
            members.put(source.path(), looked.members());
        }
    }

    /** Names of a file by the offset of their first character. */
    Map<Integer, Binding> in(Path file) {
        return names.getOrDefault(file, Map.of());
    }

    Set<Path> files() {
        return names.keySet();
    }

    /**
     * What a class owes an interface that the class above it knows nothing of, and does not give itself.
     *
     * @param type the class
     * @param method of the interface
     */
    record Answer(String type, String method) {}

    /** Which inherited method answers for the methods of interfaces, for classes that the files declare. JLS 8.4.8. */
    Map<Answer, String> answers() {
        return answers;
    }

    /** Where members are looked up by their names as texts, by file. */
    Map<Path, List<Lookup>> lookups() {
        return lookups;
    }

    /** The fields and methods that a file declares. */
    Set<String> members(Path file) {
        return members.getOrDefault(file, Set.of());
    }

    /** What a file declares that somebody may find without a use in the sources, by symbol. */
    Map<String, Declared> declared(Path file) {
        return declared.getOrDefault(file, Map.of());
    }

    /** The declaration of a symbol; null where none of the files has it. */
    Declared declared(String symbol) {
        return of(declared, symbol);
    }

    /** How objects of the serialisable classes in a file are written, by symbol. */
    Map<String, WrittenForm> forms(Path file) {
        return forms.getOrDefault(file, Map.of());
    }

    /** The same for one class; null where none of the files has it. */
    WrittenForm form(String type) {
        return of(forms, type);
    }

    private static <T> T of(Map<Path, Map<String, T>> all, String symbol) {
        return all.values().stream()
                .map(some -> some.get(symbol))
                .filter(Objects::nonNull)
                .findFirst()
                .orElse(null);
    }

    /** The classes that the files declare. */
    Set<String> classes() {
        return classes;
    }

    /** For every method declared in the files: the methods that it overrides. */
    Map<String, Set<String>> overriding() {
        return overriding;
    }

    Path fileOf(String method) {
        return methodFiles.get(method);
    }

    private final class Scanner extends TreePathScanner<Void, Map<Integer, Binding>> {
        private final Attribution attribution;
        private final CompilationUnitTree unit;
        private final SourceText source;
        private final Symbols symbols;
        private final Trees trees;
        private final Overriding supertypes;
        private final Map<Element, Integer> locals = new HashMap<>();

        Scanner(Attribution attribution, CompilationUnitTree unit, SourceText source, Symbols symbols) {
            this.attribution = attribution;
            this.unit = unit;
            this.source = source;
            this.symbols = symbols;
            this.trees = attribution.trees();
            this.supertypes = new Overriding(attribution);
        }

        @Override
        public Void visitVariable(VariableTree tree, Map<Integer, Binding> found) {
            Element element = trees.getElement(getCurrentPath());
            if (element != null && !element.getKind().isField()) {
                locals.put(element, nameOf(tree));
            } else if (element != null) {
                declare(element, tree);
            }
            return super.visitVariable(tree, found);
        }

        /** Where the name stands: a cut may write the type anew. */
        private int nameOf(VariableTree tree) {
            String name = tree.getName().toString();
            int from = Math.max(start(tree), Math.max(end(tree.getModifiers()), typeEnd(tree)));
            String text = source.text();
            for (int at = text.indexOf(name, Math.max(0, from)); at >= 0; at = text.indexOf(name, at + 1)) {
                int end = at + name.length();
                boolean starts = at == 0 || !Character.isJavaIdentifierPart(text.charAt(at - 1));
                if (starts && (end == text.length() || !Character.isJavaIdentifierPart(text.charAt(end)))) {
                    return at;
                }
            }
            return start(tree);
        }

        private int typeEnd(VariableTree tree) {
            return tree.getType() == null ? -1 : end(tree.getType());
        }

        @Override
        public Void visitMethod(MethodTree tree, Map<Integer, Binding> found) {
            if (trees.getElement(getCurrentPath()) instanceof ExecutableElement method
                    && method.getKind() == ElementKind.METHOD) {
                Set<String> above = new TreeSet<>();
                supertypes.overridden(method).map(symbols::of).forEach(above::add);
                String symbol = symbols.of(method);
                overriding.merge(symbol, above, (a, b) -> a);
                methodFiles.put(symbol, source.path());
                declare(method, tree);
            }
            return super.visitMethod(tree, found);
        }

        @Override
        public Void visitClass(ClassTree tree, Map<Integer, Binding> found) {
            if (trees.getElement(getCurrentPath()) instanceof TypeElement named
                    && !named.getQualifiedName().toString().isEmpty()) {
                declare(named, tree);
                WrittenForm.of(supertypes, symbols, named, tree)
                        .ifPresent(form -> forms.computeIfAbsent(source.path(), path -> new LinkedHashMap<>())
                                .put(symbols.of(named), form));
            }
            if (trees.getElement(getCurrentPath()) instanceof TypeElement type && type.getKind() == ElementKind.CLASS) {
                classes.add(symbols.of(type));
                supertypes.inheritedAnswers(type).forEach((method, answer) -> {
                    Answer owed = new Answer(symbols.of(type), symbols.of(method));
                    answers.put(owed, symbols.of(answer));
                    methodFiles.put(owed.type(), source.path());
                });
            }
            return super.visitClass(tree, found);
        }

        private void declare(Element element, Tree tree) {
            boolean pair = element instanceof ExecutableElement method && PublicApi.isOfAccessorPair(method);
            declared.computeIfAbsent(source.path(), path -> new LinkedHashMap<>())
                    .putIfAbsent(
                            symbols.of(element),
                            new Declared(
                                    source.path(),
                                    source.line(Math.max(0, start(tree))),
                                    outside.needs(source.path(), element),
                                    outside.canName(source.path(), element),
                                    element.getModifiers().contains(Modifier.STATIC),
                                    PlatformHooks.seeker(supertypes, element),
                                    pair ? Beans.property((ExecutableElement) element) : ""));
        }

        @Override
        public Void visitIdentifier(IdentifierTree tree, Map<Integer, Binding> found) {
            bind(tree, tree.getName().toString(), end(tree), found);
            return null;
        }

        @Override
        public Void visitMemberSelect(MemberSelectTree tree, Map<Integer, Binding> found) {
            bind(tree, tree.getIdentifier().toString(), end(tree), found);
            return super.visitMemberSelect(tree, found);
        }

        @Override
        public Void visitMemberReference(MemberReferenceTree tree, Map<Integer, Binding> found) {
            bind(tree, tree.getName().toString(), end(tree), found);
            return super.visitMemberReference(tree, found);
        }

        /** The overload of a constructor is a meaning of the word {@code new}. */
        @Override
        public Void visitNewClass(NewClassTree tree, Map<Integer, Binding> found) {
            Element constructor = trees.getElement(getCurrentPath());
            int at = start(tree);
            if (constructor != null && source.text().startsWith("new", at) && tree.getClassBody() == null) {
                found.put(at, new Binding("new", symbols.of(constructor), Optional.empty()));
            }
            return super.visitNewClass(tree, found);
        }

        /** The meaning of an operator is the kind of value that it gives: a number of some width, a text, an object or null. */
        @Override
        public Void visitConditionalExpression(ConditionalExpressionTree tree, Map<Integer, Binding> found) {
            operator(end(tree.getCondition()), "?", kind(getCurrentPath()), found);
            return super.visitConditionalExpression(tree, found);
        }

        @Override
        public Void visitBinary(BinaryTree tree, Map<Integer, Binding> found) {
            boolean equality = tree.getKind() == Tree.Kind.EQUAL_TO || tree.getKind() == Tree.Kind.NOT_EQUAL_TO;
            if (equality) {
                boolean objects = Stream.of(tree.getLeftOperand(), tree.getRightOperand())
                        .map(operand -> trees.getTypeMirror(new TreePath(getCurrentPath(), operand)))
                        .allMatch(type -> type != null && !type.getKind().isPrimitive());
                operator(
                        end(tree.getLeftOperand()),
                        tree.getKind() == Tree.Kind.EQUAL_TO ? "==" : "!=",
                        objects ? "a comparison of objects" : "a comparison of values",
                        found);
            } else {
                operator(end(tree.getLeftOperand()), "", kind(getCurrentPath()), found);
            }
            return super.visitBinary(tree, found);
        }

        private String kind(TreePath path) {
            TypeMirror type = trees.getTypeMirror(path);
            if (type != null && type.getKind().isPrimitive()) {
                return "a value of type " + type.getKind().name().toLowerCase(Locale.ROOT);
            }
            return type != null && type.toString().equals("java.lang.String") ? "a text" : "an object";
        }

        /**
         * @param from where the operand before it ends
         * @param sign the operator; empty for whichever stands there
         */
        private void operator(int from, String sign, String meaning, Map<Integer, Binding> found) {
            String text = source.text();
            int at = from;
            while (at >= 0 && at < text.length()) {
                if (Character.isWhitespace(text.charAt(at))) {
                    at++;
                } else if (text.startsWith("/*", at)) {
                    at = text.indexOf("*/", at) + 2;
                } else if (text.startsWith("//", at)) {
                    at = text.indexOf('\n', at);
                } else {
                    break;
                }
            }
            if (at >= 0 && at < text.length() && text.startsWith(sign, at)) {
                String name = sign.isEmpty() ? text.substring(at, at + 1) : sign;
                found.put(at, new Binding(name, meaning, Optional.empty()));
            }
        }

        private void bind(Tree tree, String name, int end, Map<Integer, Binding> found) {
            int at = end - name.length();
            if (name.equals("class") || at < 0 || !source.text().startsWith(name, at)) {
                return;
            }
            Element element = trees.getElement(getCurrentPath());
            if (name.equals("this") || name.equals("super")) {
                bindKeyword(name, at, element, found);
                return;
            }
            if (element == null || element.getKind() == ElementKind.PACKAGE) {
                return;
            }
            Integer declared = locals.get(element);
            Object constant =
                    element instanceof VariableElement field && declared == null ? field.getConstantValue() : null;
            String symbol = declared == null ? symbols.of(element) : "";
            found.put(
                    at,
                    new Binding(
                            name,
                            symbol,
                            Optional.ofNullable(declared),
                            Optional.ofNullable(constant).map(String::valueOf),
                            element instanceof ExecutableElement
                                    ? CallerSensitive.caller(symbol, getCurrentPath(), unit)
                                    : Optional.empty()));
        }

        /** The object that {@code this} means is one of the class around it; a call of a constructor means that constructor. */
        private void bindKeyword(String name, int at, Element element, Map<Integer, Binding> found) {
            if (element == null || element.getEnclosingElement() == null) {
                return;
            }
            String symbol = element.getKind() == ElementKind.CONSTRUCTOR
                    ? symbols.of(element)
                    : symbols.of(element.getEnclosingElement()) + "#" + name;
            found.put(at, new Binding(name, symbol, Optional.empty()));
        }

        private int start(Tree tree) {
            return (int) trees.getSourcePositions().getStartPosition(unit, tree);
        }

        private int end(Tree tree) {
            return (int) trees.getSourcePositions().getEndPosition(unit, tree);
        }
    }
}
