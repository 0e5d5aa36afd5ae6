package paredown.cut.extract;

import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import paredown.analysis.effect.SideEffects;
import paredown.analysis.init.ClassInitialisation;
import paredown.code.compile.PlatformHooks;
import paredown.code.index.Sources;
import paredown.cut.SerialisedForm;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.Required;
import paredown.verdict.Place;
import paredown.verdict.Rule;

/**
 * A class that is there already and takes in what would otherwise become a new class. The source class reaches its object through a final
 * field in which it keeps one that it makes for itself; where it has none, it gets one.
 */
final class ExistingTarget {
    private final DeclaredClass source;
    private final DeclaredClass target;
    private final Set<Member> moved;
    private final Optional<Member> holder;
    private Optional<String> warning = Optional.empty();

    ExistingTarget(Sources sources, DeclaredClass source, DeclaredClass target, Set<Member> moved) {
        this.source = source;
        this.target = target;
        this.moved = moved;
        Required.ownFile(sources, target.file(), place());
        checkKind();
        checkNames();
        this.holder = holdsObject()
                ? source.ownObjects(target)
                        .filter(member -> !moved.contains(member)
                                && !isUsedEarly(member)
                                && !PlatformHooks.isUnsetByReading(source.file().attribution(), member.element()))
                        .findFirst()
                : Optional.empty();
        if (holdsObject()) {
            checkObjects(sources);
        }
        boolean starts = !holder.isPresent() || moved.stream().anyMatch(Member::isStatic);
        Set<String> computed = ClassInitialisation.computed(source);
        computed.retainAll(moved.stream().map(Member::symbol).toList());
        if (!computed.isEmpty() && new ClassInitialisation(sources, target).comesTo(Integer.MAX_VALUE, computed)) {
            throw refused(
                    Rule.KEEPS_INITIALISATION_ORDER,
                    target.simpleName() + " asks for a static value that moves while it is initialised",
                    "extract a new class");
        }
        if (starts && new ClassInitialisation(sources, target).hasEffects()) {
            throw refused(
                    Rule.KEEPS_INITIALISATION_ORDER,
                    "the static values of " + target.simpleName() + " would be worked out at another time",
                    "extract a new class");
        }
    }

    DeclaredClass target() {
        return target;
    }

    /** The field of the source class that holds the object already; empty where the source class gets a new one. */
    Optional<Member> holder() {
        return holder;
    }

    /** What is to be said of the other class's objects. */
    Optional<String> warning() {
        return warning;
    }

    private boolean holdsObject() {
        return moved.stream().anyMatch(member -> !member.isStatic());
    }

    /** Whether anything is worked out before the field has its object: it might ask for what moves. */
    private boolean isUsedEarly(Member field) {
        return source.tree().getMembers().stream()
                .filter(tree -> source.file().start(tree) >= 0
                        && source.file().start(tree) < field.declaration().start())
                .anyMatch(this::runsCode);
    }

    private boolean runsCode(Tree tree) {
        if (tree instanceof VariableTree field && field.getInitializer() != null) {
            TreePath value = new TreePath(new TreePath(source.path(), tree), field.getInitializer());
            SideEffects evaluation = SideEffects.of(source.file(), value);
            return !field.getModifiers().getFlags().contains(Modifier.STATIC)
                    && (evaluation.writes() || evaluation.reads() || evaluation.fails());
        }
        return source.initialisers().anyMatch(block -> block == tree && !block.isStatic());
    }

    private void checkKind() {
        TypeElement type = target.element();
        boolean plain = type.getKind() == ElementKind.CLASS
                && !type.getNestingKind().isNested()
                && type.getTypeParameters().isEmpty();
        if (!plain) {
            throw refused(
                    Rule.FITS_THE_KIND,
                    "'" + target.simpleName() + "' is no class at the top of a file without type parameters",
                    "extract a new class");
        }
        if (!target.file().packageName().equals(source.file().packageName())) {
            throw refused(
                    Rule.REACHABLE,
                    "'" + target.simpleName() + "' lies in another package",
                    "extract a new class and move it there");
        }
        if (source.isA(target.symbol()) || target.isA(source.symbol()) || type.equals(source.element())) {
            throw refused(
                    Rule.KEEPS_DISPATCH,
                    source.simpleName() + " and " + target.simpleName()
                            + (type.equals(source.element()) ? " are the same" : " inherit from one another"),
                    "name a class outside the family");
        }
    }

    private void checkNames() {
        for (Member member : moved) {
            target.members().stream()
                    .filter(other -> member.isField()
                            ? other.isField() && other.name().equals(member.name())
                            : other.spelling().equals(member.spelling()))
                    .findFirst()
                    .ifPresent(other -> {
                        throw Required.refused(
                                target.file().place(other.tree()),
                                Rule.NAME_IS_FREE,
                                target.simpleName() + " has '" + other.spelling() + "' already",
                                "leave '" + member.name() + "' out of --members");
                    });
        }
    }

    private void checkObjects(Sources sources) {
        boolean state = moved.stream()
                .anyMatch(member -> member.isField()
                        && !member.isStatic()
                        && !member.element().getModifiers().contains(Modifier.TRANSIENT));
        if (state) {
            warning = SerialisedForm.changed(sources, target, place(), "extract a new class");
        }
        if (holder.isEmpty() && !isMadeWithoutValues()) {
            throw refused(
                    Rule.REACHABLE,
                    "nobody else can make a " + target.simpleName() + " without giving it something",
                    "extract a new class, or hold a " + target.simpleName() + " in a final field first");
        }
        if (holder.isEmpty() && !isPlainlyMade()) {
            throw refused(
                    Rule.KEEPS_EVALUATION,
                    "making an object of " + target.simpleName() + " may do more than make it",
                    "extract a new class, or hold a " + target.simpleName() + " in a final field first");
        }
        if (holder.isEmpty() && source.isA("java.io.Serializable") && !target.isA("java.io.Serializable")) {
            throw refused(
                    Rule.KEEPS_SERIALISED_FORM,
                    source.simpleName() + " is written with its parts, and " + target.simpleName()
                            + " cannot be written",
                    "let " + target.simpleName() + " implement java.io.Serializable first");
        }
    }

    /** Whether {@code new Target()} can be written in the package. */
    private boolean isMadeWithoutValues() {
        return !target.element().getModifiers().contains(Modifier.ABSTRACT)
                && (target.constructors().findAny().isEmpty()
                        || plainConstructor().isPresent());
    }

    private Optional<Member> plainConstructor() {
        return target.constructors()
                .filter(one ->
                        !one.isPrivate() && one.methodTree().getParameters().isEmpty())
                .findFirst();
    }

    /** Whether it runs nothing that could be noticed. */
    private boolean isPlainlyMade() {
        boolean alone = target.element().getSuperclass().toString().equals("java.lang.Object")
                && target.initialisers().allMatch(block -> block.isStatic());
        boolean constructor = plainConstructor()
                .map(one -> one.methodTree().getBody().getStatements().stream()
                        .allMatch(statement -> statement.toString().equals("super();")))
                .orElse(true);
        boolean values = target.members().stream()
                .filter(member -> member.isField() && !member.isStatic())
                .allMatch(this::isQuiet);
        return alone && constructor && values;
    }

    private boolean isQuiet(Member field) {
        if (field.fieldTree().getInitializer() == null) {
            return true;
        }
        SideEffects evaluation = SideEffects.of(
                target.file(), new TreePath(field.path(), field.fieldTree().getInitializer()));
        return !evaluation.writes() && !evaluation.fails();
    }

    private Place place() {
        return target.file().place(target.tree());
    }

    private RuntimeException refused(Rule rule, String reason, String wayOut) {
        return Required.refused(place(), rule, reason, wayOut);
    }

    /** Members that come to be used from other packages need a class that can be named there. */
    void requirePublic() {
        if (!target.element().getModifiers().contains(Modifier.PUBLIC)) {
            throw refused(
                    Rule.REACHABLE,
                    "'" + target.simpleName()
                            + "' cannot be named in other packages, from which its members would be used",
                    "make it public first");
        }
    }

    /** What moves may name no type parameter of its old class. */
    void requireNoTypeParameters(String typeArguments) {
        if (!typeArguments.isEmpty()) {
            throw refused(
                    Rule.FITS_THE_KIND,
                    "what moves needs the type parameters " + typeArguments + ", which " + target.simpleName()
                            + " has not",
                    "extract a new class");
        }
    }
}
