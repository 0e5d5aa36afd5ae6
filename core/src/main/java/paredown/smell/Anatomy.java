package paredown.smell;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.smell.MemberGroups.Group;

/**
 * What a class is made of: its groups of members, and how often each uses the others.
 *
 * @param parts the groups, best first, and last what is in none of them
 * @param uses how many pairs of members there are of which one in the part of the row uses one in the part of the column
 */
public record Anatomy(List<Part> parts, int[][] uses) {
    private static final int MOST_GROUPS = 6;

    /**
     * Members that belong together.
     *
     * @param name proposed for the group; empty for the rest
     */
    public record Part(String name, List<MemberFacts> members) {
        public int codeLines() {
            return members.stream().mapToInt(MemberFacts::codeLines).sum();
        }
    }

    /** One part alone where the class has no groups. */
    public static Anatomy of(CodeBase code, TypeFacts type) {
        List<Part> parts = new ArrayList<>();
        Set<MemberFacts> rest = new LinkedHashSet<>(type.members());
        Set<String> names = new HashSet<>();
        GroupName naming = new GroupName(code, type);
        KnownGroups.of(code).best(type).stream()
                .map(Group::members)
                .limit(MOST_GROUPS)
                .forEach(members -> {
                    String name = naming.label(members, names::contains);
                    names.add(name);
                    parts.add(new Part(name, members));
                    members.forEach(rest::remove);
                });
        if (!rest.isEmpty()) {
            parts.add(new Part("", List.copyOf(rest)));
        }
        return new Anatomy(List.copyOf(parts), uses(parts));
    }

    private static int[][] uses(List<Part> parts) {
        Map<String, Integer> partOf = new HashMap<>();
        for (int i = 0; i < parts.size(); i++) {
            for (MemberFacts member : parts.get(i).members()) {
                partOf.put(member.symbol(), i);
            }
        }
        int[][] uses = new int[parts.size()][parts.size()];
        for (Part part : parts) {
            for (MemberFacts member : part.members()) {
                member.references().stream()
                        .map(Reference::target)
                        .distinct()
                        .filter(target -> partOf.containsKey(target) && !target.equals(member.symbol()))
                        .forEach(target -> uses[partOf.get(member.symbol())][partOf.get(target)]++);
            }
        }
        return uses;
    }
}
