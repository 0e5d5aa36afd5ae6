package paredown.cut.extract;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import paredown.analysis.flow.DataFlow;
import paredown.source.Region;
import paredown.source.Token;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;

/** Finds code in a class that does the same as a piece of it: the same tokens that mean the same, local variables renamed alike. */
final class Duplicates {
    /** What has less than this around each literal that differs is too small to be the same code. */
    private static final int TOKENS_A_LITERAL = 10;

    private final TouchedFile file;
    private final List<TreePath> code;
    private final DataFlow flow;
    private final TreePath type;
    private final List<Token> ours;
    private final Map<Integer, Element> meanings;
    private final Map<Integer, TreePath> literals;
    private final List<String> left = new ArrayList<>();

    Duplicates(TouchedFile file, List<TreePath> code, DataFlow flow, TreePath type) {
        this.file = file;
        this.code = code;
        this.flow = flow;
        this.type = type;
        this.ours = tokens(region(code));
        this.meanings = meanings(code);
        this.literals = LiteralParameter.literals(file, code);
    }

    /** What was found, none overlapping another or the code itself. */
    List<Duplicate> found() {
        List<Duplicate> found = new ArrayList<>();
        Region own = region(code);
        for (Candidate candidate : candidates()) {
            Region region = candidate.region();
            boolean apart = !region.overlaps(own)
                    && found.stream().noneMatch(one -> one.region().overlaps(region));
            if (apart && readsAlike(region)) {
                match(candidate.paths()).ifPresent(found::add);
            }
        }
        return found;
    }

    /**
     * Code that may do the same; its paths are made where its text leaves that open.
     *
     * @param around the path of what holds the trees; of an expression, the one above it
     */
    private record Candidate(TreePath around, List<? extends Tree> trees, Region region) {
        List<TreePath> paths() {
            return trees.stream().map(one -> new TreePath(around, one)).toList();
        }
    }

    private Candidate candidate(TreePath around, List<? extends Tree> trees) {
        return new Candidate(
                around, trees, new Region(file.start(trees.get(0)), file.end(trees.get(trees.size() - 1))));
    }

    /** Places that read alike and are no duplicates, each with the reason; known once they were looked for. */
    List<String> left() {
        return left;
    }

    private List<Candidate> candidates() {
        List<Candidate> all = new ArrayList<>();
        boolean expression = code.get(0).getLeaf() instanceof ExpressionTree;
        new TreePathScanner<Void, Void>() {
            @Override
            public Void scan(Tree tree, Void nothing) {
                if (tree != null && file.end(tree) > file.start(tree)) {
                    if (expression && tree.getKind() == code.get(0).getLeaf().getKind()) {
                        all.add(candidate(getCurrentPath(), List.of(tree)));
                    }
                    Scopes.statements(tree)
                            .filter(row -> !expression)
                            .ifPresent(row -> rows(new TreePath(getCurrentPath(), tree), row, all));
                }
                return super.scan(tree, nothing);
            }
        }.scan(type, null);
        return all;
    }

    private void rows(TreePath block, List<? extends StatementTree> row, List<Candidate> all) {
        for (int from = 0; from + code.size() <= row.size(); from++) {
            boolean fits = true;
            for (int i = 0; i < code.size() && fits; i++) {
                StatementTree one = row.get(from + i);
                // The call of the parent's constructor that nobody wrote has no place in the text.
                fits = one.getKind() == code.get(i).getLeaf().getKind() && file.end(one) > file.start(one);
            }
            if (fits) {
                all.add(candidate(block, row.subList(from, from + code.size())));
            }
        }
    }

    private Region region(List<TreePath> some) {
        return new Region(
                file.start(some.get(0).getLeaf()),
                file.end(some.get(some.size() - 1).getLeaf()));
    }

    /** Whether tokens alone leave it open that two places do the same: what they mean is looked at where they do, which takes longer. */
    private boolean readsAlike(Region place) {
        int most = ours.size() / TOKENS_A_LITERAL;
        int differing = 0;
        int at = 0;
        for (Token their : file.tokensFrom(place.start())) {
            if (their.region().start() >= place.end()) {
                break;
            }
            if (their.isComment()) {
                continue;
            }
            if (at == ours.size()) {
                return false;
            }
            Token our = ours.get(at++);
            boolean literal = our.kind() == Token.Kind.NUMBER || our.kind() == Token.Kind.TEXT;
            if (literal && !reads(their, our) && ++differing > most) {
                return false;
            }
        }
        return at == ours.size();
    }

    private boolean reads(Token one, Token other) {
        return one.region().length() == other.region().length()
                && file.text()
                        .regionMatches(
                                one.region().start(),
                                file.text(),
                                other.region().start(),
                                other.region().length());
    }

    private Optional<Duplicate> match(List<TreePath> candidate) {
        List<Token> theirs = tokens(region(candidate));
        String reason = isElsewhere(candidate) ? "the method cannot be called there in the same way" : "";
        Comparison comparison = new Comparison(meanings(candidate), LiteralParameter.literals(file, candidate));
        if (!comparison.reads(theirs)) {
            return Optional.empty();
        }
        reason = comparison.reason.isEmpty() ? reason : comparison.reason;
        Map<Integer, String> differing = comparison.differing;
        Map<Element, Element> counterparts = comparison.counterparts;
        // Asked first: the data flow of ten thousand short places takes long.
        if (ours.size() < TOKENS_A_LITERAL * differing.size()) {
            return Optional.empty();
        }
        boolean oneToOne = counterparts.values().stream().distinct().count() == counterparts.size();
        DataFlow own = new DataFlow(file, candidate);
        boolean sameFlow = oneToOne && sameFlow(own, counterparts) && leavesAlike(own, candidate);
        if (reason.isEmpty() && !sameFlow) {
            reason = "other values come out of it there";
        }
        if (!reason.isEmpty()) {
            left.add("line " + file.source().line(region(candidate).start()) + ": " + reason);
            return Optional.empty();
        }
        return sameFlow
                ? Optional.of(new Duplicate(
                        region(candidate),
                        own,
                        counterparts,
                        differing,
                        code.get(0).getLeaf() instanceof ExpressionTree,
                        !flow.returns().isEmpty()))
                : Optional.empty();
    }

    /** Token by token: which local variables of the other place stand for which of ours, and which literals differ. */
    private final class Comparison {
        private final Map<Integer, Element> others;
        private final Map<Integer, TreePath> otherLiterals;
        private final Map<Integer, String> differing = new HashMap<>();
        private final Map<Element, Element> counterparts = new HashMap<>();
        private String reason = "";

        Comparison(Map<Integer, Element> others, Map<Integer, TreePath> otherLiterals) {
            this.others = others;
            this.otherLiterals = otherLiterals;
        }

        /** Whether tokens mean the same, but for local variables and literals; a reason where these cannot stand for one another. */
        boolean reads(List<Token> theirs) {
            for (int i = 0; i < ours.size(); i++) {
                int place = ours.get(i).region().start();
                Element one = meanings.get(place);
                Element other = others.get(theirs.get(i).region().start());
                TreePath literal = literals.get(place);
                TreePath otherLiteral = otherLiterals.get(theirs.get(i).region().start());
                String text = theirs.get(i).of(file.text());
                if (literal != null && otherLiteral != null) {
                    compare(place, literal, otherLiteral);
                    // A number with a sign is one literal of two tokens.
                    boolean signed = text.equals("-");
                    if (signed != ours.get(i).is(file.text(), "-")) {
                        return false;
                    }
                    i += signed ? 1 : 0;
                } else if (isLocal(one) && isLocal(other)) {
                    compare(one, other);
                } else if (!ours.get(i).of(file.text()).equals(text)
                        || !(one == null ? other == null : one.equals(other))) {
                    return false;
                }
            }
            return true;
        }

        private void compare(int place, TreePath literal, TreePath otherLiteral) {
            String value = file.text(otherLiteral.getLeaf());
            if (!value.equals(file.text(literal.getLeaf()))) {
                if (!LiteralParameter.isPossible(file, literal, otherLiteral)) {
                    reason = "'" + value + "' there cannot be passed";
                }
                differing.put(place, value);
            }
        }

        private void compare(Element one, Element other) {
            Element known = counterparts.putIfAbsent(one, other);
            boolean consistent = known == null || known.equals(other);
            boolean sameType = file.attribution().types().isSameType(one.asType(), other.asType());
            if (!consistent || !sameType) {
                reason = "'" + other.getSimpleName() + "' there is another variable than '" + one.getSimpleName()
                        + "' here";
            }
        }
    }

    /** What returns must do so on every way, from a method that gives the same. */
    private boolean leavesAlike(DataFlow own, List<TreePath> candidate) {
        if (flow.returns().isEmpty()) {
            return own.returns().isEmpty();
        }
        return flow.neverEnds()
                && own.neverEnds()
                && result(code)
                        .flatMap(ours -> result(candidate)
                                .filter(theirs -> file.attribution().types().isSameType(ours, theirs)))
                        .isPresent();
    }

    /** What the method around gives; empty where it gives nothing, or where a function stands between. */
    private Optional<TypeMirror> result(List<TreePath> some) {
        for (TreePath at = some.get(0); at != null; at = at.getParentPath()) {
            if (at.getLeaf() instanceof LambdaExpressionTree) {
                return Optional.empty();
            }
            if (file.element(at) instanceof ExecutableElement method && at.getLeaf() instanceof MethodTree) {
                return Optional.of(method.getReturnType()).filter(type -> type.getKind() != TypeKind.VOID);
            }
        }
        return Optional.empty();
    }

    /** In a static context, or in another class, an instance method cannot be called in the same way. */
    private boolean isElsewhere(List<TreePath> candidate) {
        TreePath member = Scopes.member(candidate.get(0));
        Element element = file.element(member);
        Element own = file.element(Scopes.member(code.get(0)));
        boolean sameType = Scopes.type(member).getLeaf() == type.getLeaf();
        boolean isStatic = isStatic(element);
        return !sameType || isStatic && !isStatic(own) || element == null;
    }

    private static boolean isStatic(Element element) {
        return element != null && element.getModifiers().contains(javax.lang.model.element.Modifier.STATIC);
    }

    private boolean sameFlow(DataFlow own, Map<Element, Element> counterparts) {
        List<Element> results = flow.results().stream().map(counterparts::get).toList();
        return own.results().equals(results)
                && own.jumps().isEmpty()
                && own.parameters()
                        .equals(flow.parameters().stream()
                                .map(counterparts::get)
                                .toList());
    }

    private static boolean isLocal(Element element) {
        return element instanceof VariableElement && !element.getKind().isField();
    }

    private Map<Integer, Element> meanings(List<TreePath> some) {
        Map<Integer, Element> found = new HashMap<>();
        for (TreePath path : some) {
            for (Use use : UseFinder.in(file, path, one -> true)) {
                found.put(file.name(use.tree()).start(), use.target());
            }
            new TreePathScanner<Void, Void>() {
                @Override
                public Void visitVariable(VariableTree tree, Void nothing) {
                    found.put(file.nameOf(tree).start(), file.element(getCurrentPath()));
                    return super.visitVariable(tree, nothing);
                }
            }.scan(path, null);
        }
        return found;
    }

    private List<Token> tokens(Region region) {
        List<Token> found = new ArrayList<>();
        for (Token token : file.tokensFrom(region.start())) {
            if (token.region().start() >= region.end()) {
                break;
            }
            if (!token.isComment()) {
                found.add(token);
            }
        }
        return found;
    }
}
