package paredown.cut.extract;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.AnnotationMirror;
import javax.lang.model.element.Modifier;
import paredown.code.index.Sources;
import paredown.cut.FrameworkRole;
import paredown.cut.SerialisedForm;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;

/** What an extraction may change outside the reach of the compiler. */
final class Warnings {
    private final DeclaredClass source;
    private final Set<Member> moved;
    static final String NO_STATE = "extract static members only";

    private final Set<String> all = new LinkedHashSet<>();

    Warnings(Sources sources, DeclaredClass source, Set<Member> moved) {
        this.source = source;
        this.moved = moved;
        serialisedForm(sources);
        annotations();
    }

    void add(String warning) {
        all.add(warning);
    }

    List<String> all() {
        return new ArrayList<>(all);
    }

    private void serialisedForm(Sources sources) {
        boolean state = moved.stream()
                .anyMatch(member -> member.isField()
                        && !member.isStatic()
                        && !member.element().getModifiers().contains(Modifier.TRANSIENT));
        boolean holds = moved.stream().anyMatch(member -> !member.isStatic());
        if (holds) {
            SerialisedForm.changed(sources, source, source.file().place(source.tree()), NO_STATE)
                    .filter(warning -> state)
                    .ifPresent(all::add);
        }
    }

    private void annotations() {
        for (Member member : moved) {
            for (AnnotationMirror mirror : member.element().getAnnotationMirrors()) {
                String annotation = mirror.getAnnotationType().toString();
                if (member.isField()
                        && !annotation.startsWith("java.lang.")
                        && FrameworkRole.isKeptAtRunTime(source.file(), annotation)) {
                    all.add("'" + member.name() + "' carries @" + annotation
                            + ": what reads it may not look into the new class");
                }
            }
        }
    }
}
