package paredown.smell;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.project.Configuration;

/** Members that others could use and nobody does: each is a promise that nobody asked for. */
public final class ExcessVisibility implements Smell {
    private static final Traits TRAITS = new Traits(
            "excess-visibility",
            "EV",
            "members that only their own class uses, and that others can see",
            Map.of("members", 3.0));

    @Override
    public Traits traits() {
        return TRAITS;
    }

    @Override
    public Stream<Finding> findings(CodeBase code) {
        // Tests may use what is left open for them: without having read them nobody knows.
        if (!Roles.areUsersKnown(code)) {
            return Stream.empty();
        }
        return code.types()
                .filter(type -> Roles.isOpen(code, type) && !type.test() && type.kind() == TypeFacts.Kind.CLASS)
                .flatMap(type -> {
                    List<MemberFacts> open = type.members().stream()
                            .filter(member -> isWiderThanNeeded(code, type, member))
                            .toList();
                    return open.size() >= limit(code, "members")
                            ? Stream.of(finding(code, type, open))
                            : Stream.empty();
                });
    }

    private static boolean isWiderThanNeeded(CodeBase code, TypeFacts type, MemberFacts member) {
        boolean plain = (member.isMethod() || member.isField())
                && !member.is(Modifier.PRIVATE)
                && !member.is(Modifier.ABSTRACT)
                && !member.overrides()
                && !Roles.isMarked(member)
                && !Roles.isRoutine(member);
        if (!plain || isPromised(code, type, member)) {
            return false;
        }
        List<CodeBase.Use> uses = code.uses(member.symbol());
        // What nothing uses at all is another matter; tests may use what is left open for them.
        return !uses.isEmpty()
                && uses.stream().allMatch(use -> Roles.sameNest(use.type().name(), type.name(), code))
                && code.subtypes(type.name()).stream()
                        .noneMatch(below -> below.methods()
                                .anyMatch(method ->
                                        method.overrides() && method.name().equals(member.name())));
    }

    /** Whether somebody outside the project may count on a member. */
    private static boolean isPromised(CodeBase code, TypeFacts type, MemberFacts member) {
        return Roles.isApi(code, type, member)
                && code.sources().project().configuration().publicApi() != Configuration.PublicApi.FREE;
    }

    private Finding finding(CodeBase code, TypeFacts type, List<MemberFacts> open) {
        String names = open.stream().map(MemberFacts::name).distinct().limit(6).collect(Collectors.joining(", "));
        FindingBuilder finding = FindingBuilder.about(this, code, type)
                .score(0.32 * open.size() / (open.size() + 6.0))
                .summary(type.simpleName() + ": " + open.size() + " members could be private: " + names)
                .measured(
                        "members",
                        open.size(),
                        "members",
                        "only " + type.simpleName() + " itself uses them, as far as this project goes")
                .counted("alternative", 0, "make them private; nothing else has to change");
        open.forEach(member -> finding.place(type, member, member.line()));
        return finding.finding();
    }
}
