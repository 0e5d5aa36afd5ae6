package paredown.code.index;

import java.util.List;
import javax.lang.model.element.Modifier;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.project.Module;

/**
 * Who may use a project outside, where its configuration says nothing: by what has no caller in it, by whether it is started itself, and by
 * whether its build file prepares it for others.
 */
final class LikelyUsers {
    /** A project with fewer public methods is told nothing by them. */
    private static final int ENOUGH = 200;

    private final CodeBase code;
    private long shown;
    private long unused;

    private LikelyUsers(CodeBase code) {
        this.code = code;
    }

    /**
     * An application has a {@code main}, is not published, and at least half of 200 or more public methods have a caller in the production
     * code: nobody outside uses it, its own libraries apart, which may look for the accessors of its properties. What is no application, and
     * has no caller in the production code for more than a third of 200 or more public methods, is a library.
     */
    static PublicApi.Users of(CodeBase code) {
        return new LikelyUsers(code).users();
    }

    private PublicApi.Users users() {
        List<Module> modules = code.sources().project().modules();
        code.types().filter(code::isApi).forEach(this::count);
        boolean published = modules.stream().anyMatch(one -> one.surroundings().published());
        if (!published && (shown < ENOUGH || unused * 2 <= shown) && isStarted()) {
            boolean alone = modules.stream().noneMatch(one -> one.surroundings().libraries());
            return alone ? PublicApi.Users.NONE : PublicApi.Users.POSSIBLE;
        }
        return shown >= ENOUGH && unused * 3 > shown ? PublicApi.Users.LIKELY : PublicApi.Users.POSSIBLE;
    }

    private void count(TypeFacts type) {
        for (MemberFacts member : type.members()) {
            if (member.isMethod() && member.is(Modifier.PUBLIC) && !member.overrides()) {
                shown++;
                unused += code.uses(member.symbol()).stream()
                                .allMatch(use -> use.type().test())
                        ? 1
                        : 0;
            }
        }
    }

    private boolean isStarted() {
        return code.types()
                .filter(type -> !type.test())
                .flatMap(type -> type.members().stream())
                .anyMatch(member -> member.isMethod()
                        && member.is(Modifier.PUBLIC)
                        && member.is(Modifier.STATIC)
                        && member.symbol().endsWith("#main(java.lang.String[])"));
    }
}
