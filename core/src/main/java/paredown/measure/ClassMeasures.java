package paredown.measure;

import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.regex.Pattern;
import javax.lang.model.element.Modifier;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;

/** Measures of one class. */
public final class ClassMeasures {
    private static final Pattern ACCESSOR = Pattern.compile("(get|is)[A-Z]\\w*\\(\\)|set[A-Z]\\w*\\([^,]*\\)");

    private ClassMeasures() {}

    /**
     * Weighted methods per class: the sum of the cyclomatic complexity of all methods, constructors and initialisers, from 0.
     *
     * <p>Chidamber, Kemerer: A Metrics Suite for Object Oriented Design, IEEE TSE 20(6), 1994; weights after McCabe 1976.
     */
    public static int wmc(TypeFacts type) {
        return type.members().stream().mapToInt(MemberFacts::complexity).sum();
    }

    /**
     * Access to foreign data: how many fields of other classes of the project the class reads or writes, directly or through their
     * accessors, from 0. A field and its accessors count once; constants do not count.
     *
     * <p>Lanza, Marinescu: Object-Oriented Metrics in Practice, 2006.
     */
    public static int atfd(TypeFacts type) {
        Set<String> foreign = new HashSet<>();
        for (MemberFacts member : type.members()) {
            for (Reference reference : member.references()) {
                boolean other = reference.inProject() && !isSameNest(reference.owner(), type.name());
                if (other && isData(reference)) {
                    foreign.add(reference.owner() + "#" + Symbol.property(reference.target()));
                }
            }
        }
        return foreign.size();
    }

    private static boolean isSameNest(String owner, String type) {
        return owner.equals(type) || owner.startsWith(type + ".") || type.startsWith(owner + ".");
    }

    private static boolean isData(Reference reference) {
        String name = Symbol.spelling(reference.target());
        return switch (reference.kind()) {
            case READ, WRITE -> !name.equals(name.toUpperCase(java.util.Locale.ROOT));
            case CALL -> ACCESSOR.matcher(name).matches();
            default -> false;
        };
    }

    /**
     * Tight class cohesion: directly connected pairs of visible methods over all such pairs, from 0 (unrelated) to 1. Two methods are
     * directly connected when both use a common field, themselves or through methods of the class they call. Constructors and
     * constants are left out. Empty for fewer than two methods.
     *
     * <p>Bieman, Kang: Cohesion and Reuse in an Object-Oriented System, SSR 1995.
     */
    public static OptionalDouble tcc(TypeFacts type) {
        return tcc(type, type.members());
    }

    /** The same for some of the members, as if they were a class of their own. */
    public static OptionalDouble tcc(TypeFacts type, List<MemberFacts> members) {
        Map<String, Integer> fields = new HashMap<>();
        members.stream()
                .filter(member -> member.isField() && !(member.is(Modifier.STATIC) && member.is(Modifier.FINAL)))
                .forEach(field -> fields.put(field.symbol(), fields.size()));
        Map<String, MemberFacts> methods = new LinkedHashMap<>();
        members.stream().filter(MemberFacts::isMethod).forEach(method -> methods.put(method.symbol(), method));
        List<BitSet> used = methods.values().stream()
                .filter(method -> method.isVisible() && !method.is(Modifier.ABSTRACT))
                .map(method -> {
                    BitSet fieldsOfOne = new BitSet(fields.size());
                    addFieldsUsed(method, methods, fields, new HashSet<>(), fieldsOfOne);
                    return fieldsOfOne;
                })
                .toList();
        if (used.size() < 2) {
            return OptionalDouble.empty();
        }
        // Methods that use the same fields count together: large classes have few such sets, whatever their number of
        // methods.
        Map<BitSet, Long> alike = new LinkedHashMap<>();
        used.stream().filter(fieldsOfOne -> !fieldsOfOne.isEmpty()).forEach(one -> alike.merge(one, 1L, Long::sum));
        List<Map.Entry<BitSet, Long>> kinds = List.copyOf(alike.entrySet());
        long connected = 0;
        for (int i = 0; i < kinds.size(); i++) {
            BitSet first = kinds.get(i).getKey();
            long many = kinds.get(i).getValue();
            connected += many * (many - 1) / 2;
            for (int j = i + 1; j < kinds.size(); j++) {
                boolean meet = kinds.get(j).getKey().intersects(first);
                connected += meet ? many * kinds.get(j).getValue() : 0;
            }
        }
        double pairs = used.size() * (used.size() - 1.0) / 2;
        return OptionalDouble.of(connected / pairs);
    }

    private static void addFieldsUsed(
            MemberFacts method,
            Map<String, MemberFacts> methods,
            Map<String, Integer> fields,
            Set<String> seen,
            BitSet used) {
        if (!seen.add(method.symbol())) {
            return;
        }
        for (Reference reference : method.references()) {
            Integer field = fields.get(reference.target());
            MemberFacts called = field == null ? methods.get(reference.target()) : null;
            if (field != null) {
                used.set(field);
            } else if (called != null) {
                addFieldsUsed(called, methods, fields, seen, used);
            }
        }
    }
}
