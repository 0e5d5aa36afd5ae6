package paredown.drill.plant;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import paredown.code.compile.Attribution;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.source.ChangeSet;

/**
 * Moves a method away from home, to another class of its package, where it works on an object of its old class that it is given. Taken are
 * methods that use four members of their own class or more, and twice as many as of any other object: at home they are where they belong.
 */
final class EnvyPlanter implements Planter {
    private static final int FEWEST_OWN = 4;
    private static final int FEWEST_LINES = 6;

    private final CodeBase code;
    private final List<TypeFacts> types;
    private final List<MemberFacts> candidates = new ArrayList<>();
    private final Map<MemberFacts, TypeFacts> homes = new LinkedHashMap<>();
    private final Map<MemberFacts, Optional<Cutout>> cutouts = new HashMap<>();

    EnvyPlanter(CodeBase code) {
        this.code = code;
        this.types = code.types().filter(Places::isPlain).toList();
        for (TypeFacts type : types) {
            type.methods().filter(method -> isAtHome(type, method)).forEach(method -> {
                candidates.add(method);
                homes.put(method, type);
            });
        }
    }

    @Override
    public String smell() {
        return "feature-envy";
    }

    private static boolean isAtHome(TypeFacts type, MemberFacts method) {
        Set<String> own = new HashSet<>();
        Map<String, Set<String>> others = new HashMap<>();
        for (Reference reference : method.references()) {
            boolean self = reference.through().isEmpty() || reference.through().equals("this");
            boolean member = reference.target().contains("#") && reference.kind() != Reference.Kind.CREATE;
            boolean constant = type.member(reference.target())
                    .filter(one -> one.is(Modifier.STATIC))
                    .isPresent();
            if (member && self && reference.owner().equals(type.name()) && !constant) {
                own.add(Symbol.property(reference.target()));
            } else if (member && !self && !reference.owner().endsWith("." + reference.through())) {
                others.computeIfAbsent(reference.through(), key -> new HashSet<>())
                        .add(reference.target());
            }
        }
        int most = others.values().stream().mapToInt(Set::size).max().orElse(0);
        long written = method.references().stream()
                .filter(one -> one.kind() == Reference.Kind.WRITE)
                .count();
        return own.size() >= FEWEST_OWN
                && own.size() >= 2 * most
                && written == 0
                && method.codeLines() >= FEWEST_LINES
                && !method.is(Modifier.STATIC)
                && !method.is(Modifier.ABSTRACT)
                && !method.overrides()
                && method.annotations().isEmpty()
                && !method.name()
                        .matches(
                                "(equals|hashCode|toString|clone|compareTo|to[A-Z].*|create.*|write.*|read.*|copy.*|print.*|as[A-Z].*)");
    }

    @Override
    public Optional<Plant> plant(Random random, Set<Path> taken, int number) {
        if (candidates.isEmpty()) {
            return Optional.empty();
        }
        MemberFacts method = candidates.get(random.nextInt(candidates.size()));
        TypeFacts home = homes.get(method);
        List<TypeFacts> hosts = types.stream()
                .filter(type -> type.packageName().equals(home.packageName())
                        && !type.file().equals(home.file())
                        && type.methods().count() >= 3
                        && type.fields().anyMatch(field -> !field.is(Modifier.STATIC))
                        && !taken.contains(type.file())
                        && code.supertypes(type).stream()
                                .noneMatch(above -> above.name().equals(home.name()))
                        && code.supertypes(home).stream()
                                .noneMatch(above -> above.name().equals(type.name())))
                .toList();
        if (hosts.isEmpty() || taken.contains(home.file())) {
            return Optional.empty();
        }
        TypeFacts host = hosts.get(random.nextInt(hosts.size()));
        return moved(home, method, host, "planted" + number);
    }

    /** A method as it would stand in another class, and its home without it. */
    private record Cutout(
            String text, String result, String parameters, String throwing, String homeText, String source) {}

    private Optional<Cutout> cutout(TypeFacts home, MemberFacts method) {
        var module = code.sources().project().moduleOf(home.file()).orElseThrow();
        return code.sources().attribute(module, List.of(home.file()), new ChangeSet(List.of()), attribution -> {
            CompilationUnitTree unit = attribution.unit(home.file()).orElseThrow();
            Body body = new Body(attribution, unit, method);
            body.scan(unit, null);
            if (body.text == null || !body.suits) {
                return Optional.empty();
            }
            String source = attribution.source(unit).text();
            return Optional.of(
                    new Cutout(body.text, body.result, body.parameters, body.throwing, body.open(source), source));
        });
    }

    private Optional<Plant> moved(TypeFacts home, MemberFacts method, TypeFacts host, String name) {
        return cutouts.computeIfAbsent(method, key -> cutout(home, method)).flatMap(body -> {
            String source = body.source();
            String homeText = body.homeText();
            String hostText = code.sources().file(host.file()).orElseThrow().text();
            int brace = hostText.lastIndexOf('}');
            String parameters = body.parameters().isEmpty() ? "" : ", " + body.parameters();
            String moved = "\n    " + body.result() + " " + name + "(" + home.simpleName() + " home" + parameters + ")"
                    + body.throwing() + " " + body.text() + "\n";
            Optional<Integer> end = Places.endOf(hostText, host);
            if (brace < 0 || end.isEmpty()) {
                return Optional.empty();
            }
            String planted = Places.withImports(
                    hostText.substring(0, end.get()) + moved + hostText.substring(end.get()), source);
            Map<Path, String> texts = new LinkedHashMap<>();
            texts.put(home.file(), homeText);
            texts.put(host.file(), planted);
            String symbol = host.name() + "#" + name;
            return Optional.of(new Plant(
                    smell(),
                    method.symbol() + " moved to " + host.simpleName(),
                    texts,
                    finding -> finding.smell().equals(smell())
                            && finding.cuts().stream()
                                    .anyMatch(cut -> cut.members().get(0).startsWith(symbol + "(")),
                    finding -> finding.cuts().stream()
                                    .anyMatch(cut -> cut.members().get(0).startsWith(symbol + "(")
                                            && home.name()
                                                    .equals(cut.arguments().get("to")))
                            ? 1
                            : 0));
        });
    }

    /** Finds the method and writes its body for another class. */
    private static final class Body extends TreePathScanner<Void, Void> {
        private final Attribution attribution;
        private final CompilationUnitTree unit;
        private final MemberFacts method;
        private final String source;
        private final Map<Integer, String> inserted = new HashMap<>();
        private final Set<Integer> opened = new HashSet<>();
        private String text;
        private String result;
        private String parameters;
        private String throwing;
        private boolean suits = true;
        private boolean inside;
        private int bodyStart;
        private int bodyEnd;

        Body(Attribution attribution, CompilationUnitTree unit, MemberFacts method) {
            this.attribution = attribution;
            this.unit = unit;
            this.method = method;
            this.source = attribution.source(unit).text();
        }

        private int start(Tree tree) {
            return (int) attribution.trees().getSourcePositions().getStartPosition(unit, tree);
        }

        private int end(Tree tree) {
            return (int) attribution.trees().getSourcePositions().getEndPosition(unit, tree);
        }

        @Override
        public Void visitMethod(MethodTree tree, Void nothing) {
            boolean wanted = attribution.source(unit).line(Math.max(0, start(tree))) == method.line()
                    && tree.getName().contentEquals(method.name())
                    && tree.getBody() != null;
            if (!wanted) {
                return super.visitMethod(tree, nothing);
            }
            suits = tree.getTypeParameters().isEmpty();
            inside = true;
            bodyStart = start(tree.getBody());
            bodyEnd = end(tree.getBody());
            scan(tree.getBody(), null);
            inside = false;
            result = source.substring(start(tree.getReturnType()), end(tree.getReturnType()));
            parameters = tree.getParameters().isEmpty()
                    ? ""
                    : source.substring(
                            start(tree.getParameters().get(0)),
                            end(tree.getParameters().get(tree.getParameters().size() - 1)));
            throwing = tree.getThrows().isEmpty()
                    ? ""
                    : " throws "
                            + source.substring(
                                    start(tree.getThrows().get(0)),
                                    end(tree.getThrows().get(tree.getThrows().size() - 1)));
            text = written();
            return null;
        }

        private String written() {
            StringBuilder out = new StringBuilder();
            List<Integer> places = inserted.keySet().stream().sorted().toList();
            int at = bodyStart;
            for (int place : places) {
                out.append(source, at, place).append(inserted.get(place));
                at = place;
            }
            return out.append(source, at, bodyEnd)
                    .toString()
                    .replaceAll("(?<![\\w.])this\\.", "")
                    .replaceAll("(?<![\\w.\"])this(?![\\w\"])", "home");
        }

        @Override
        public Void visitIdentifier(IdentifierTree tree, Void nothing) {
            if (inside && tree.getName().contentEquals("super")) {
                suits = false;
            }
            if (inside) {
                member(tree, start(tree), false);
            }
            return super.visitIdentifier(tree, nothing);
        }

        @Override
        public Void visitMemberSelect(MemberSelectTree tree, Void nothing) {
            if (inside && tree.getExpression().toString().equals("this")) {
                member(tree, end(tree) - tree.getIdentifier().length(), true);
                return null;
            }
            return super.visitMemberSelect(tree, nothing);
        }

        private void member(Tree tree, int at, boolean qualified) {
            Element element = attribution.trees().getElement(getCurrentPath());
            if (element == null || !(element.getEnclosingElement() instanceof TypeElement owner)) {
                return;
            }
            boolean member = element.getKind() == ElementKind.FIELD || element instanceof ExecutableElement;
            if (!member
                    || element.getKind() == ElementKind.CONSTRUCTOR
                    || element.getSimpleName().contentEquals("this")) {
                return;
            }
            boolean home = method.symbol().startsWith(owner.getQualifiedName() + "#");
            boolean fixed = element.getModifiers().contains(Modifier.STATIC);
            if (!home && element.getModifiers().contains(Modifier.PROTECTED)) {
                suits = false;
            }
            inserted.put(at, fixed ? owner.getSimpleName() + "." : "home.");
            if (element.getModifiers().contains(Modifier.PRIVATE)) {
                if (!home) {
                    suits = false;
                    return;
                }
                TreePath path = attribution.trees().getPath(element);
                if (path != null) {
                    opened.add(start(path.getLeaf()));
                }
            }
        }

        @Override
        public Void visitClass(ClassTree tree, Void nothing) {
            suits &= !inside;
            return super.visitClass(tree, nothing);
        }

        @Override
        public Void visitNewClass(NewClassTree tree, Void nothing) {
            suits &= !inside || tree.getClassBody() == null;
            return super.visitNewClass(tree, nothing);
        }

        /** The home class without the method's work, and with what that needs no longer private. */
        String open(String whole) {
            StringBuilder out = new StringBuilder(whole);
            out.replace(bodyStart, bodyEnd, "{ throw new UnsupportedOperationException(); }");
            List<Integer> places = new ArrayList<>(opened);
            int shift = "{ throw new UnsupportedOperationException(); }".length() - (bodyEnd - bodyStart);
            places.replaceAll(place -> place > bodyStart ? place + shift : place);
            places.sort(Comparator.reverseOrder());
            for (int place : places) {
                int at = out.indexOf("private ", place);
                if (at >= 0 && at < place + 400) {
                    out.delete(at, at + "private ".length());
                }
            }
            return out.toString();
        }
    }
}
