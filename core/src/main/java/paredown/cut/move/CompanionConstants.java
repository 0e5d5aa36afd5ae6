package paredown.cut.move;

import java.util.List;
import java.util.Optional;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.VariableElement;
import paredown.code.compile.PlatformHooks;
import paredown.edit.Indentation;
import paredown.edit.LinkedTypes;
import paredown.edit.MemberLinks;
import paredown.edit.TypeText;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.MemberText;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;
import paredown.tree.Use;
import paredown.tree.UseFinder;

/** Private constants that nothing but a method on its way to another class uses: they go along, instead of being opened to it. */
record CompanionConstants(DeclaredClass source, DeclaredClass target, List<Member> all) {
    static CompanionConstants of(DeclaredClass source, Member method, DeclaredClass target) {
        boolean inner = target.element().getNestingKind() != NestingKind.TOP_LEVEL
                && !target.element().getModifiers().contains(Modifier.STATIC);
        boolean apart = !Scopes.outermost(source.element()).equals(Scopes.outermost(target.element()));
        boolean takes = target.element().getKind() == ElementKind.CLASS && !inner;
        List<Member> found = !apart || !takes
                ? List.of()
                : source.members().stream()
                        .filter(member -> isConstant(source, member)
                                && isOf(source, member, method)
                                && !isSpelled(target, member.name()))
                        .toList();
        return new CompanionConstants(source, target, found);
    }

    /** A compile-time constant needs no initialisation, wherever it stands. JLS 4.12.4, 12.4.1. */
    private static boolean isConstant(DeclaredClass source, Member member) {
        return member.isField()
                && member.isPrivate()
                && member.isStatic()
                && ((VariableElement) member.element()).getConstantValue() != null
                && member.element().getAnnotationMirrors().isEmpty()
                && !source.sharesDeclaration(member)
                && !PlatformHooks.isName(member.name())
                && names(source, member).isEmpty()
                && !MemberLinks.TAG.matcher(comments(source, member)).find();
    }

    private static String comments(DeclaredClass source, Member member) {
        return source.file()
                .text()
                .substring(member.withComments().start(), member.declaration().start());
    }

    /** Other declarations of the class that its value is made of. */
    private static List<Use> names(DeclaredClass source, Member member) {
        return UseFinder.in(
                source.file(),
                member.path(),
                element -> element.getKind() == ElementKind.FIELD && !element.equals(member.element()));
    }

    private static boolean isOf(DeclaredClass source, Member constant, Member method) {
        List<Use> uses = UseFinder.in(source.file(), constant.element()::equals);
        return !uses.isEmpty()
                && uses.stream().allMatch(use -> use.isWithin(method.tree()) && use.form() == Use.Form.NAME);
    }

    /** Whether a name stands in the file that the constant would go to: it may mean something else there. */
    private static boolean isSpelled(DeclaredClass target, String name) {
        TouchedFile to = target.file();
        return to.tokens().stream().anyMatch(token -> !token.isComment() && token.is(to.text(), name));
    }

    /** The constants as they read in the new class: behind those that are there, else in front of its first member. */
    Optional<Edit> inserted(TypeText types) {
        if (all.isEmpty()) {
            return Optional.empty();
        }
        TouchedFile to = target.file();
        Draft text = new Draft();
        for (Member member : all) {
            TouchedFile file = source.file();
            Region whole = member.withComments();
            List<Edit> links = new LinkedTypes(source, to, types.imported()).qualified(whole);
            text.write(to.source().lineEnding() + target.memberIndentation())
                    .copy(file.source(), whole, Indentation.fitted(file, member, whole, target, links));
        }
        Optional<Member> last = target.members().stream()
                .filter(member -> member.isField() && member.isStatic() && member.isFinal())
                .reduce((one, other) -> other);
        int behindBrace = target.openBrace() + 1;
        boolean apart = last.isPresent()
                || !target.isEmpty()
                        && MemberText.isBlankLine(to.source(), to.source().line(target.openBrace()) + 1);
        return Optional.of(Edit.insert(
                last.map(member -> member.withComments().end()).orElse(behindBrace),
                text.write(apart ? "" : to.source().lineEnding())));
    }

    boolean contains(String name) {
        return all.stream().anyMatch(member -> member.name().equals(name));
    }
}
