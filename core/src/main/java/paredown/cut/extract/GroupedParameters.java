package paredown.cut.extract;

import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.type.WildcardType;
import paredown.code.index.Sources;
import paredown.cut.CallerMode;
import paredown.cut.Dispatch;
import paredown.cut.FrameworkRole;
import paredown.source.Edit;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.Imports;
import paredown.tree.Required;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Place;
import paredown.verdict.Rule;
import paredown.verdict.UnknownNameException;

/**
 * A method or constructor some of whose parameters become one.
 *
 * @param indexes where the parameters stand, in the order of the new class's components
 * @param delegate whether the old signature stays and passes on
 */
record GroupedParameters(DeclaredClass owner, Member member, List<Integer> indexes, boolean delegate) {
    private static final String AS_IT_IS = "leave it as it is";

    static GroupedParameters of(
            Sources sources,
            Touched touched,
            DeclaredClass owner,
            Member member,
            List<String> params,
            CallerMode callers) {
        Place place = owner.file().place(member.tree());
        Required.ownFile(sources, owner.file(), place);
        if (member.isField()) {
            throw Required.refused(
                    place, Rule.FITS_THE_KIND, "'" + member.name() + "' is a field", "name methods or constructors");
        }
        List<Integer> indexes = indexes(owner, member, params);
        boolean delegate = callers.leavesDelegate(touched.outside().expect(place.file(), member.method()));
        GroupedParameters grouped = new GroupedParameters(owner, member, indexes, delegate);
        grouped.requireKind(place);
        grouped.requireOwnDispatch(touched, place);
        indexes.forEach(index -> grouped.requireParameter(place, index));
        return grouped;
    }

    private static List<Integer> indexes(DeclaredClass owner, Member member, List<String> params) {
        List<String> all = member.method().getParameters().stream()
                .map(one -> one.getSimpleName().toString())
                .toList();
        List<Integer> indexes = new ArrayList<>();
        for (String param : params) {
            if (!all.contains(param)) {
                throw new UnknownNameException(
                        "'" + owner.simpleName() + "#" + member.name() + "' has no parameter '" + param + "'", all);
            }
            indexes.add(all.indexOf(param));
        }
        if (new LinkedHashSet<>(indexes).size() < 2) {
            throw new UnknownNameException("name at least two parameters with --params", all);
        }
        return List.copyOf(indexes);
    }

    private void requireKind(Place place) {
        ElementKind kind = owner.element().getKind();
        boolean constructor = member.element().getKind() == ElementKind.CONSTRUCTOR;
        if (constructor && (kind == ElementKind.ENUM || kind == ElementKind.RECORD)) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + owner.simpleName() + "' is " + (kind == ElementKind.ENUM ? "an enum" : "a record")
                            + ": its constructor takes what it is made of",
                    "name other methods");
        }
        if (tree().getBody() == null) {
            throw Required.refused(
                    place, Rule.FITS_THE_KIND, "'" + member.name() + "' has no body", "name a method with a body");
        }
        FrameworkRole.requireNone(owner.file(), member.element(), place, AS_IT_IS);
    }

    private void requireOwnDispatch(Touched touched, Place place) {
        if (member.element().getKind() == ElementKind.CONSTRUCTOR) {
            return;
        }
        Dispatch.requireNotOverridden(touched, member, place, AS_IT_IS);
        if (!delegate) {
            Dispatch.requireOwn(owner, member, place, "keep the old signature: --callers delegate");
            Dispatch.requireNotInherited(touched, owner, member, place, "keep the old signature: --callers delegate");
        }
    }

    private void requireParameter(Place place, int index) {
        VariableElement parameter = parameter(index);
        VariableTree written = tree().getParameters().get(index);
        boolean last = index == tree().getParameters().size() - 1;
        if (member.method().isVarArgs() && last) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + parameter.getSimpleName() + "' takes any number of values",
                    "leave it out of --params");
        }
        if (!written.getModifiers().getAnnotations().isEmpty()) {
            throw Required.refused(
                    owner.file().place(written),
                    Rule.KEEPS_FRAMEWORK_ROLE,
                    "'" + parameter.getSimpleName() + "' is annotated: something may look for that",
                    "leave it out of --params");
        }
        if (!isKnownOutside(parameter.asType())) {
            throw Required.refused(
                    owner.file().place(written),
                    Rule.REACHABLE,
                    "the type of '" + parameter.getSimpleName() + "', " + parameter.asType()
                            + ", means nothing outside " + owner.simpleName(),
                    "leave it out of --params");
        }
    }

    /** Whether another class of the package can declare a component of a type. */
    private static boolean isKnownOutside(TypeMirror type) {
        if (type instanceof ArrayType array) {
            return isKnownOutside(array.getComponentType());
        }
        if (type instanceof WildcardType wildcard) {
            return (wildcard.getExtendsBound() == null || isKnownOutside(wildcard.getExtendsBound()))
                    && (wildcard.getSuperBound() == null || isKnownOutside(wildcard.getSuperBound()));
        }
        if (type instanceof DeclaredType declared) {
            for (Element at = declared.asElement();
                    at.getKind() != ElementKind.PACKAGE;
                    at = at.getEnclosingElement()) {
                boolean hidden = at.getModifiers().contains(Modifier.PRIVATE)
                        || !at.getKind().isClass() && !at.getKind().isInterface();
                if (hidden) {
                    return false;
                }
            }
            return declared.getTypeArguments().stream().allMatch(GroupedParameters::isKnownOutside);
        }
        return type.getKind().isPrimitive();
    }

    MethodTree tree() {
        return member.methodTree();
    }

    TouchedFile file() {
        return owner.file();
    }

    ExecutableElement method() {
        return member.method();
    }

    VariableElement parameter(int index) {
        return member.method().getParameters().get(index);
    }

    boolean isConstructor() {
        return member.element().getKind() == ElementKind.CONSTRUCTOR;
    }

    /** Types that the declaration of a component names. */
    List<Use> types(int component) {
        Tree type = tree().getParameters().get(indexes.get(component)).getType();
        return UseFinder.in(file(), new TreePath(member.path(), type), TypeElement.class::isInstance).stream()
                .filter(use -> use.form() == Use.Form.NAME)
                .toList();
    }

    /** The type of a component as another file of the package writes it that has the same imports. */
    String typeText(int component) {
        Imports imports = new Imports(file());
        List<Edit> outer = new ArrayList<>();
        for (Use use : types(component)) {
            TypeElement named = (TypeElement) use.target();
            boolean nested = named.getNestingKind() == NestingKind.MEMBER
                    && imports.named(named.getSimpleName().toString()).isEmpty();
            boolean near = file().attribution()
                    .elements()
                    .getPackageOf(named)
                    .getQualifiedName()
                    .contentEquals(file().packageName());
            if (nested) {
                outer.add(
                        new Edit(file().region(use.tree()), near ? file().nameInPackage(named) : file().symbol(named)));
            }
        }
        return file().typeText(tree().getParameters().get(indexes.get(component)), outer);
    }

    /** Where the new parameter stands. */
    int first() {
        return indexes.stream().mapToInt(Integer::intValue).min().orElseThrow();
    }

    private List<Use> uses(int index) {
        Element parameter = parameter(index);
        return UseFinder.in(file(), member.path(), parameter::equals);
    }

    /** Whether a parameter is written to, so that a variable has to take its place. */
    boolean isAssigned(int index) {
        return uses(index).stream().anyMatch(Use::isWritten);
    }

    /** Where a component is asked for: where its parameter was named, but for a variable that takes its place. */
    List<Use> asked(int component) {
        int index = indexes.get(component);
        Optional<StatementTree> chained = chained();
        boolean assigned = isAssigned(index);
        return uses(index).stream()
                .filter(use -> !assigned || chained.filter(use::isWithin).isPresent())
                .toList();
    }

    /** The call of another constructor with which a constructor begins: no variable is declared before it. JLS 8.8.7. */
    Optional<StatementTree> chained() {
        return isConstructor()
                ? statements().stream()
                        .limit(1)
                        .filter(one -> one instanceof ExpressionStatementTree statement
                                && statement.getExpression() instanceof MethodInvocationTree call
                                && List.of("this", "super")
                                        .contains(call.getMethodSelect()
                                                .toString()
                                                .replaceAll(".*\\.", "")))
                        .map(StatementTree.class::cast)
                        .findFirst()
                : Optional.empty();
    }

    /** The statements of its body; the compiler adds a call of the constructor above that nobody wrote. */
    List<? extends StatementTree> statements() {
        return tree().getBody().getStatements().stream()
                .filter(statement -> file().end(statement) > file().start(statement))
                .toList();
    }

    /** Which component a tree names, where it is one of the parameters and nothing else. */
    Optional<Integer> component(TreePath path) {
        Element named = file().element(path);
        return indexes.stream()
                .filter(index -> parameter(index).equals(named))
                .map(indexes::indexOf)
                .findFirst();
    }

    /** Its symbol afterwards. */
    String symbol(String type) {
        return owner.symbol() + "#" + member.name() + "(" + String.join(",", spelled(type)) + ")";
    }

    /** The erased types of its parameters afterwards. */
    List<String> spelled(String type) {
        List<String> types = new ArrayList<>();
        for (int i = 0; i < method().getParameters().size(); i++) {
            if (i == first()) {
                types.add(type);
            } else if (!indexes.contains(i)) {
                types.add(file().attribution()
                        .types()
                        .erasure(parameter(i).asType())
                        .toString());
            }
        }
        return types;
    }

    /** That nothing else in the class has its signature then. */
    void requireFree(String type) {
        String spelling = spelled(type).stream().collect(Collectors.joining(",", member.name() + "(", ")"));
        Set<String> others = owner.members().stream().map(Member::spelling).collect(Collectors.toSet());
        if (others.contains(spelling)) {
            throw Required.refused(
                    file().place(tree()),
                    Rule.NAME_IS_FREE,
                    owner.simpleName() + " has '" + spelling + "' already",
                    AS_IT_IS);
        }
    }

    boolean isVoid() {
        return method().getReturnType().getKind() == TypeKind.VOID;
    }

    boolean isOpen() {
        return owner.element().getModifiers().contains(Modifier.PUBLIC)
                && (method().getModifiers().contains(Modifier.PUBLIC)
                        || method().getModifiers().contains(Modifier.PROTECTED));
    }
}
