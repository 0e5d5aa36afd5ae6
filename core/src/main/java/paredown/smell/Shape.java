package paredown.smell;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.code.text.ContentHash;

/** What a declaration consists of, its own name aside: a declaration that was renamed keeps it. */
final class Shape {
    private Shape() {}

    /** A short hash of it; empty for what is not there. */
    static String of(CodeBase code, String symbol) {
        Optional<TypeFacts> type = code.type(Symbol.typeName(symbol));
        Stream<String> parts = Symbol.isMember(symbol)
                ? code.member(symbol).stream()
                        .flatMap(member -> member(Symbol.typeName(symbol), member.symbol(), member))
                : type.stream().flatMap(Shape::members);
        List<String> all = parts.toList();
        return all.isEmpty()
                ? ""
                : ContentHash.of(String.join("\n", all).getBytes(java.nio.charset.StandardCharsets.UTF_8))
                        .substring(0, 12);
    }

    private static Stream<String> members(TypeFacts type) {
        return type.members().stream()
                .flatMap(member -> Stream.concat(Stream.of(member.name()), member(type.name(), type.name(), member)))
                .sorted();
    }

    /** Its size, what it is given and what it uses, in order. */
    private static Stream<String> member(String owner, String own, MemberFacts member) {
        Stream<String> head = Stream.of(
                member.kind() + " " + member.modifiers().stream().sorted().toList() + " " + member.codeLines() + " "
                        + member.complexity() + " " + without(owner, member.type()));
        Stream<String> given = member.parameters().stream().map(one -> one.name() + " " + without(owner, one.type()));
        Stream<String> used = member.references().stream()
                .map(one -> one.target().equals(own) ? "itself" : without(owner, one.target()));
        return Stream.of(head, given, used).flatMap(one -> one);
    }

    private static String without(String owner, String name) {
        return name.replace(owner, "own");
    }
}
