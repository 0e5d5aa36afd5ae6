package paredown.edit;

import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import paredown.source.Edit;
import paredown.tree.Components;
import paredown.tree.Required;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;
import paredown.verdict.Place;
import paredown.verdict.RefusedException;
import paredown.verdict.Rule;

/**
 * Rewrites code so that it means at another place what it means where it stands: members get the object or class that they are members
 * of in front, types get imported or qualified, and what would be out of reach is made visible or refused.
 */
public final class Transplant {
    private final TouchedFile from;
    private final TypeElement home;
    private final TouchedFile to;
    private final TypeElement place;
    private final TypeText types;
    private final Optional<String> receiver;
    private final Set<Element> widened = new LinkedHashSet<>();
    private final Map<Element, String> instead = new LinkedHashMap<>();
    private final Set<Element> left = new LinkedHashSet<>();
    private final Set<Tree> handled = Collections.newSetFromMap(new IdentityHashMap<>());

    /**
     * @param home the class whose code it is
     * @param place the class that it goes to
     * @param types writes types for the file that it goes to
     * @param receiver what names the object that {@code this} meant; an empty text where {@code this} goes on meaning it; nothing where
     *     the code names no object
     */
    public Transplant(
            TouchedFile from,
            TypeElement home,
            TouchedFile to,
            TypeElement place,
            TypeText types,
            Optional<String> receiver) {
        this.from = from;
        this.home = home;
        this.to = to;
        this.place = place;
        this.types = types;
        this.receiver = receiver;
    }

    /** Writes something else wherever a declaration is named. */
    public Transplant replacing(Element element, String text) {
        instead.put(element, text);
        return this;
    }

    /** Leaves the uses of a declaration to somebody else. */
    public Transplant leaving(Element element) {
        left.add(element);
        return this;
    }

    /** Declarations that are private and have to be less so. */
    public Set<Element> widened() {
        return widened;
    }

    /** The edits, in offsets of the file that the code comes from. */
    public List<Edit> edits(TreePath root) {
        List<Edit> edits = new ArrayList<>();
        for (Use use : UseFinder.in(from, root, element -> true)) {
            boolean taken = left.contains(use.target()) || instead.containsKey(use.target());
            if (taken && use.form() == Use.Form.THIS) {
                use.qualifier().ifPresent(handled::add);
            }
            if (left.contains(use.target())) {
                continue;
            }
            if (instead.containsKey(use.target())) {
                edits.add(new Edit(from.region(use.tree()), instead.get(use.target())));
                continue;
            }
            if (isDeclaredIn(use.target(), root)) {
                continue;
            }
            if (Components.isField(use.target()) && !isNear(use.target())) {
                edits.add(Components.asked(use));
            } else {
                reach(use);
            }
            rewrite(use, edits);
        }
        self(root, edits);
        return edits;
    }

    private boolean isDeclaredIn(Element target, TreePath root) {
        TreePath path = from.attribution().trees().getPath(target);
        for (TreePath at = path; at != null; at = at.getParentPath()) {
            if (at.getLeaf() == root.getLeaf()) {
                return true;
            }
        }
        return false;
    }

    private void rewrite(Use use, List<Edit> edits) {
        Element target = use.target();
        boolean member =
                target.getEnclosingElement() instanceof TypeElement && target.getKind() != ElementKind.TYPE_PARAMETER;
        if (target.getKind() == ElementKind.TYPE_PARAMETER && !from.symbol(home).equals(from.symbol(place))) {
            throw Required.refused(
                    use.place(),
                    Rule.FITS_THE_KIND,
                    "'" + target.getSimpleName() + "' is a type parameter of " + target.getEnclosingElement(),
                    "write the type that is meant first");
        }
        if (use.form() == Use.Form.SUPER) {
            throw Required.refused(
                    use.place(),
                    Rule.KEEPS_DISPATCH,
                    "'" + from.text(use.tree()) + "' skips an overriding method",
                    "leave it where it is");
        }
        if (use.form() != Use.Form.NAME) {
            return;
        }
        if (target instanceof TypeElement type) {
            name(use, type, edits);
        } else if (member && use.provider().isPresent()) {
            provided(use, edits);
        } else if (member && isImportedStatic(use) && from != to) {
            edits.add(Edit.insert(from.start(use.tree()), types.of((TypeElement) target.getEnclosingElement()) + "."));
        }
    }

    private static boolean isImportedStatic(Use use) {
        return use.target().getModifiers().contains(Modifier.STATIC)
                && !(use.target() instanceof VariableElement constant
                        && constant.getKind() == ElementKind.ENUM_CONSTANT
                        && use.isCaseLabel());
    }

    private void name(Use use, TypeElement type, List<Edit> edits) {
        if (type.getEnclosingElement().getKind() == ElementKind.PACKAGE
                || type.getNestingKind().isNested()) {
            boolean inner = use.path().getParentPath().getLeaf() instanceof NewClassTree creation
                    && creation.getIdentifier() == use.tree()
                    && type.getNestingKind() == javax.lang.model.element.NestingKind.MEMBER
                    && !type.getModifiers().contains(Modifier.STATIC)
                    && type.getKind() == ElementKind.CLASS;
            if (inner && !sameThis()) {
                throw Required.refused(
                        use.place(),
                        Rule.FITS_THE_KIND,
                        "'new " + type.getSimpleName() + "' makes an object of an inner class",
                        "make " + type.getSimpleName() + " static first");
            }
            boolean here = from == to
                    && (use.provider().isEmpty() || isInScope(use.provider().get()));
            if (!here && type.getNestingKind() != javax.lang.model.element.NestingKind.LOCAL) {
                String text = types.of(type);
                if (!text.equals(from.text(use.tree()))) {
                    edits.add(new Edit(from.region(use.tree()), text));
                }
            }
        }
    }

    private void provided(Use use, List<Edit> edits) {
        Element target = use.target();
        TypeElement provider = use.provider().orElseThrow();
        if (target.getModifiers().contains(Modifier.STATIC)) {
            if (!isInScope(provider)) {
                boolean label = target.getKind() == ElementKind.ENUM_CONSTANT && use.isCaseLabel();
                if (!label) {
                    edits.add(Edit.insert(
                            from.start(use.tree()), types.of((TypeElement) target.getEnclosingElement()) + "."));
                }
            }
        } else if (provider.equals(home)) {
            if (!sameThis()) {
                edits.add(Edit.insert(from.start(use.tree()), prefix(use.place())));
            }
        } else if (!isInside(provider, home)) {
            if (!sameThis()) {
                throw Required.refused(
                        use.place(),
                        Rule.REACHABLE,
                        "'" + target.getSimpleName() + "' is a member of the object around, of "
                                + provider.getSimpleName(),
                        "leave it where it is");
            }
        }
    }

    private boolean isInside(TypeElement type, TypeElement outer) {
        for (Element at = type; at != null; at = at.getEnclosingElement()) {
            if (at.equals(outer)) {
                return true;
            }
        }
        return false;
    }

    private boolean isInScope(TypeElement provider) {
        if (from != to) {
            return false;
        }
        for (Element at = place; at instanceof TypeElement; at = at.getEnclosingElement()) {
            if (at.equals(provider)) {
                return true;
            }
        }
        return false;
    }

    private boolean sameThis() {
        return receiver.isEmpty() && from.symbol(home).equals(to.symbol(place));
    }

    private String prefix(Place where) {
        String name = named(where);
        return name.isEmpty() ? "" : name + ".";
    }

    private String named(Place where) {
        return receiver.orElseThrow(() -> Required.refused(
                where,
                Rule.REACHABLE,
                "it uses the object of " + home.getSimpleName() + ", and no name leads there",
                "leave it where it is"));
    }

    /** {@code this} and what is behind it. */
    private void self(TreePath root, List<Edit> edits) {
        if (sameThis()) {
            return;
        }
        new TreePathScanner<Void, Void>() {
            @Override
            public Void visitIdentifier(IdentifierTree tree, Void nothing) {
                if (tree.getName().contentEquals("this")
                        && !handled.contains(tree)
                        && isHome(getCurrentPath())
                        && !receiver.filter(String::isEmpty).isPresent()) {
                    edits.add(new Edit(from.region(tree), named(from.place(tree))));
                }
                return null;
            }

            @Override
            public Void visitMemberSelect(MemberSelectTree tree, Void nothing) {
                if (handled.contains(tree)) {
                    return null;
                }
                if (tree.getIdentifier().contentEquals("this")) {
                    Element meant = from.element(new TreePath(getCurrentPath(), tree.getExpression()));
                    if (meant != null && meant.equals(home)) {
                        edits.add(new Edit(from.region(tree), named(from.place(tree))));
                    } else if (meant instanceof TypeElement type && !isInside(type, home)) {
                        throw Required.refused(
                                from.place(tree),
                                Rule.REACHABLE,
                                "'" + from.text(tree) + "' is the object around",
                                "leave it where it is");
                    }
                    return null;
                }
                return super.visitMemberSelect(tree, nothing);
            }
        }.scan(root, null);
    }

    private boolean isHome(TreePath path) {
        Element keyword = from.element(path);
        return keyword != null && home.equals(keyword.getEnclosingElement());
    }

    private void reach(Use use) {
        Element target = use.target();
        boolean member =
                target.getEnclosingElement() instanceof TypeElement && target.getKind() != ElementKind.TYPE_PARAMETER;
        boolean top =
                target instanceof TypeElement type && type.getEnclosingElement().getKind() == ElementKind.PACKAGE;
        if (!member && !top) {
            return;
        }
        Set<Modifier> modifiers = target.getModifiers();
        boolean samePackage = to.packageName().equals(packageOf(target));
        if (modifiers.contains(Modifier.PRIVATE)) {
            if (isNear(target)) {
                return;
            }
            if (!samePackage || use.file().attribution().trees().getTree(target) == null) {
                throw outOfReach(
                        use, "private to " + target.getEnclosingElement().getSimpleName());
            }
            widened.add(target);
        } else if (!modifiers.contains(Modifier.PUBLIC) && !samePackage) {
            boolean inherited = modifiers.contains(Modifier.PROTECTED)
                    && target.getEnclosingElement() instanceof TypeElement owner
                    && to.attribution()
                            .types()
                            .isSubtype(
                                    to.attribution().types().erasure(place.asType()),
                                    to.attribution().types().erasure(owner.asType()));
            boolean interfaces = target.getEnclosingElement() != null
                    && target.getEnclosingElement().getKind().isInterface();
            if (!inherited && !interfaces) {
                throw outOfReach(use, "visible in its package only");
            }
        }
    }

    /** Whether private declarations can be seen at the new place. JLS 6.6.1. */
    private boolean isNear(Element target) {
        return Scopes.outermost(target)
                .toString()
                .equals(Scopes.outermost(place).toString());
    }

    private RefusedException outOfReach(Use use, String why) {
        return Required.refused(
                use.place(),
                Rule.REACHABLE,
                "'" + use.target().getSimpleName() + "' is " + why,
                "make it visible first, or leave the code where it is");
    }

    private String packageOf(Element element) {
        return from.attribution()
                .elements()
                .getPackageOf(element)
                .getQualifiedName()
                .toString();
    }
}
