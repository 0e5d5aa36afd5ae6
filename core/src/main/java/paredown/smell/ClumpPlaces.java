package paredown.smell;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.ParameterFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.measure.IdentifierWords;

/**
 * The places in a project where several values stand side by side: parameter lists and the fields of classes. Methods that override
 * others do not count, their signatures are not their own choice; overloads of a name in a class count once, by the longest of them; nor
 * do constructors count beside the fields that they fill.
 */
final class ClumpPlaces {
    /** A value by the role that its name gives it, and its type. */
    record Item(String role, String type) implements Comparable<Item> {
        @Override
        public int compareTo(Item other) {
            return role.compareTo(other.role);
        }

        /** Items are asked for this more often than for all else. */
        @Override
        public int hashCode() {
            return 31 * role.hashCode() + type.hashCode();
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof Item item && role.equals(item.role) && type.equals(item.type);
        }

        /** Whether another value may be the same under a similar name: of the same type, with a telling word in common. */
        boolean isLike(Item other) {
            if (!type.equals(other.type)) {
                return false;
            }
            Set<String> words = new HashSet<>(IdentifierWords.telling(role));
            words.retainAll(IdentifierWords.telling(other.role));
            return !words.isEmpty()
                    || role.length() >= 2 && other.role.length() > role.length() && other.role.startsWith(role)
                    || other.role.length() >= 2 && role.length() > other.role.length() && role.startsWith(other.role);
        }
    }

    /**
     * A place.
     *
     * @param member the method or constructor; null for the fields of a class
     */
    record Place(TypeFacts type, MemberFacts member, Set<Item> items) {
        @Override
        public int hashCode() {
            return symbol().hashCode();
        }

        boolean isFields() {
            return member == null;
        }

        int line() {
            return member == null ? type.line() : member.line();
        }

        /** {@code Type#name(…)} or {@code Type} for its fields. */
        String text() {
            return isFields() ? "the fields of " + type.simpleName() : GodClass.spelled(type, member);
        }

        String symbol() {
            return isFields() ? type.name() : member.symbol();
        }
    }

    private ClumpPlaces() {}

    static List<Place> of(CodeBase code) {
        List<Place> places = new ArrayList<>();
        code.types().filter(type -> Roles.isOpen(code, type) && !type.test()).forEach(type -> {
            Place fields = fields(type);
            boolean record = type.kind() == TypeFacts.Kind.RECORD;
            if (fields.items().size() > 1 && !record) {
                places.add(fields);
            }
            Map<String, Place> longest = new LinkedHashMap<>();
            // A record's components are its purpose: what it is made of is no clump, wherever else it is.
            Stream<MemberFacts> callable = type.members().stream()
                    .filter(member -> member.isMethod() || member.kind() == MemberFacts.Kind.CONSTRUCTOR && !record)
                    .filter(member -> !member.overrides() && !Roles.isMarked(member));
            callable.forEach(member -> {
                Place place = new Place(type, member, items(member));
                boolean constructor = member.kind() == MemberFacts.Kind.CONSTRUCTOR;
                if (place.items().size() > 1 && !(constructor && fields.items().containsAll(place.items()))) {
                    longest.merge(
                            member.name(),
                            place,
                            (one, other) -> one.items().size() >= other.items().size() ? one : other);
                }
            });
            places.addAll(longest.values());
        });
        return places;
    }

    private static Place fields(TypeFacts type) {
        Set<Item> items = new LinkedHashSet<>();
        type.fields()
                .filter(field -> !field.is(Modifier.STATIC))
                .forEach(field -> items.add(new Item(field.name(), Symbol.simple(field.type()))));
        return new Place(type, null, items);
    }

    private static Set<Item> items(MemberFacts member) {
        Set<Item> items = new LinkedHashSet<>();
        for (ParameterFacts parameter : member.parameters()) {
            items.add(new Item(parameter.name(), Symbol.simple(parameter.type())));
        }
        return items;
    }
}
