package paredown.code.facts;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.type.TypeKind;
import paredown.source.Region;
import paredown.source.Token;
import paredown.source.Tokens;

/** Reads one condition. */
final class ConditionReader extends TreePathScanner<Void, Void> {
    private final MemberReader member;
    private final Set<Element> subjects = new LinkedHashSet<>();
    private final Set<String> asked = new LinkedHashSet<>();
    private final TreeMap<Integer, Region> places = new TreeMap<>();
    private final boolean named;
    private boolean plain = true;
    private int terms = 1;
    private int negations;

    private ConditionReader(MemberReader member, boolean named) {
        this.member = member;
        this.named = named;
    }

    /** The condition at a path; empty where it tells nothing: one term about several things, or a look for null. */
    static Optional<ConditionFacts> of(TreePath path, MemberReader member) {
        ConditionReader reader = new ConditionReader(member, isNamed(path));
        reader.scan(path, null);
        Optional<Region> region = member.region(path.getLeaf());
        if (region.isEmpty()) {
            return Optional.empty();
        }
        boolean parenthesised = path.getLeaf().getKind() == Tree.Kind.PARENTHESIZED;
        Region inner = parenthesised
                ? new Region(region.get().start() + 1, region.get().end() - 1)
                : region.get();
        return reader.facts(trimmed(inner, member.source().text()));
    }

    private static boolean isNamed(TreePath path) {
        TreePath around = path.getParentPath();
        while (around.getLeaf().getKind() == Tree.Kind.PARENTHESIZED) {
            around = around.getParentPath();
        }
        return switch (around.getLeaf().getKind()) {
            case VARIABLE, ASSIGNMENT -> true;
            // Statement of the method's own block: what it returns is what its name says.
            case RETURN -> around.getParentPath().getParentPath().getLeaf().getKind() == Tree.Kind.METHOD;
            default -> false;
        };
    }

    private static Region trimmed(Region region, String text) {
        int start = region.start();
        int end = region.end();
        while (start < end && Character.isWhitespace(text.charAt(start))) {
            start++;
        }
        while (end > start && Character.isWhitespace(text.charAt(end - 1))) {
            end--;
        }
        return new Region(start, end);
    }

    private Optional<ConditionFacts> facts(Region region) {
        if (region.length() == 0) {
            return Optional.empty();
        }
        Element subject = plain && subjects.size() == 1 ? subjects.iterator().next() : null;
        String text = subject == null ? "" : text(region);
        boolean simple = subject != null && isSimple(subject);
        boolean telling =
                subject != null && (asked.size() > 1 || simple && asked.size() < 2 && !text.matches("\\$[!=]=null"));
        if (terms == 1 && negations < 2 && !telling) {
            return Optional.empty();
        }
        return Optional.of(new ConditionFacts(
                member.place(region),
                terms,
                negations,
                subject == null ? List.of() : List.copyOf(asked),
                text,
                subject == null ? "" : subject.getSimpleName().toString(),
                subject == null ? "" : member.symbols().erased(subject.asType()),
                named));
    }

    private static boolean isSimple(Element subject) {
        TypeKind kind = subject.asType().getKind();
        return kind.isPrimitive() && kind != TypeKind.BOOLEAN
                || subject.asType().toString().equals("java.lang.String");
    }

    /** The tokens of the condition, the subject replaced, without comments and white space that means nothing. */
    private String text(Region region) {
        String source = member.source().text();
        StringBuilder text = new StringBuilder();
        int behind = region.start();
        for (Token token : Tokens.of(source, region)) {
            if (token.region().start() < behind || token.isComment()) {
                continue;
            }
            Region subject = places.get(token.region().start());
            String word = subject == null ? token.of(source) : "$";
            behind = subject == null ? token.region().end() : subject.end();
            boolean parts = text.length() > 0
                    && Character.isJavaIdentifierPart(text.charAt(text.length() - 1))
                    && Character.isJavaIdentifierPart(word.charAt(0));
            text.append(parts ? " " : "").append(word);
        }
        return text.toString();
    }

    @Override
    public Void visitBinary(BinaryTree tree, Void nothing) {
        terms += MemberReader.joins(tree) ? 1 : 0;
        return super.visitBinary(tree, nothing);
    }

    @Override
    public Void visitUnary(UnaryTree tree, Void nothing) {
        switch (tree.getKind()) {
            case LOGICAL_COMPLEMENT -> negations++;
            case PREFIX_INCREMENT, PREFIX_DECREMENT, POSTFIX_INCREMENT, POSTFIX_DECREMENT -> plain = false;
            default -> {}
        }
        return super.visitUnary(tree, nothing);
    }

    @Override
    public Void visitAssignment(AssignmentTree tree, Void nothing) {
        plain = false;
        return super.visitAssignment(tree, nothing);
    }

    @Override
    public Void visitCompoundAssignment(CompoundAssignmentTree tree, Void nothing) {
        plain = false;
        return super.visitCompoundAssignment(tree, nothing);
    }

    @Override
    public Void visitLambdaExpression(LambdaExpressionTree tree, Void nothing) {
        plain = false;
        return null;
    }

    @Override
    public Void visitNewClass(NewClassTree tree, Void nothing) {
        plain = false;
        return null;
    }

    @Override
    public Void visitMemberSelect(MemberSelectTree tree, Void nothing) {
        Element element = member.trees().getElement(getCurrentPath());
        if (tree.getExpression() instanceof IdentifierTree name) {
            if (name.getName().contentEquals("this") && isVariable(element)) {
                subject(tree, element);
                return null;
            }
            Element of = member.trees().getElement(new TreePath(getCurrentPath(), name));
            if (isVariable(of) && element != null && element.getEnclosingElement() != null) {
                asked.add(member.symbols().of(element));
            }
        }
        return super.visitMemberSelect(tree, nothing);
    }

    @Override
    public Void visitIdentifier(IdentifierTree tree, Void nothing) {
        Element element = member.trees().getElement(getCurrentPath());
        if (element == null
                || tree.getName().contentEquals("this")
                || tree.getName().contentEquals("super")) {
            plain = false;
        } else if (isVariable(element)) {
            subject(tree, element);
        } else if (element.getKind() == ElementKind.METHOD) {
            // A question of the object itself beside one of the subject; a static helper of the class means the same
            // everywhere in it only.
            plain = false;
        }
        return null;
    }

    private void subject(Tree tree, Element element) {
        subjects.add(element);
        member.region(tree).ifPresent(region -> places.put(region.start(), region));
    }

    private static boolean isVariable(Element element) {
        return element != null
                && (MemberReader.isLocal(element)
                        || element.getKind() == ElementKind.FIELD
                                && !element.getModifiers().containsAll(Set.of(Modifier.STATIC, Modifier.FINAL)));
    }
}
