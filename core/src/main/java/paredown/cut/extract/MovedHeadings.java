package paredown.cut.extract;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import paredown.measure.IdentifierWords;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.SectionHeading;

/**
 * What becomes of the section headings under which nothing is left: what the name of the new class says goes, a single one above all its
 * methods is the comment of the class, others stand above their members there.
 *
 * @param gone all of them
 * @param comment the one that is the comment of the class
 * @param above those that stand above their members
 */
record MovedHeadings(List<SectionHeading> gone, Optional<SectionHeading> comment, List<SectionHeading> above) {
    /** One line of plain words: neither code nor a note of something to do. */
    private static final String PLAIN = "(?!(?i:todo|fixme|xxx)\\b)[\\p{L}\\d ,'.:-]+[\\p{L}\\d.]";

    /**
     * @param going the members that leave the source class
     * @param written the members that the new class has with a text of their own; empty where it is there already
     */
    static MovedHeadings of(DeclaredClass source, Set<Member> going, String name, Predicate<Member> written) {
        List<SectionHeading> emptied =
                SectionHeading.emptied(source, going.stream().map(Member::tree).collect(Collectors.toSet()));
        Set<String> said = Set.copyOf(IdentifierWords.telling(name));
        List<SectionHeading> silent =
                emptied.stream().filter(heading -> isSaid(heading, said)).toList();
        List<SectionHeading> telling = emptied.stream()
                .filter(heading -> !silent.contains(heading)
                        && going.stream()
                                .anyMatch(member -> heading.members().contains(member.tree()) && written.test(member)))
                .toList();
        boolean comment = emptied.size() == 1
                && telling.size() == 1
                && telling.get(0).words().matches(PLAIN)
                && going.stream()
                        .filter(Member::isMethod)
                        .allMatch(method -> telling.get(0).members().contains(method.tree()));
        List<SectionHeading> gone = emptied.stream()
                .filter(one -> silent.contains(one) || telling.contains(one))
                .toList();
        return new MovedHeadings(
                gone, comment ? Optional.of(telling.get(0)) : Optional.empty(), comment ? List.of() : telling);
    }

    private static boolean isSaid(SectionHeading heading, Set<String> said) {
        return said.containsAll(IdentifierWords.telling(heading.words()));
    }

    /** As the comment of the class has it. */
    Optional<String> sentence() {
        return comment.map(SectionHeading::words)
                .map(IdentifierWords::capitalized)
                .map(words -> words.endsWith(".") ? words : words + ".");
    }

    Optional<SectionHeading> above(Member member) {
        return above.stream()
                .filter(heading -> heading.members().contains(member.tree()))
                .findFirst();
    }
}
