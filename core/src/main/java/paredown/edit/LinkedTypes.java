package paredown.edit;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.Elements;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.Token;
import paredown.tree.DeclaredClass;
import paredown.tree.Imports;
import paredown.tree.TouchedFile;

/** Types that the tags of a documentation comment name, for comments that go to another file: nobody but them may need an import. */
public final class LinkedTypes {
    private static final Pattern TAG =
            Pattern.compile("((?:@link|@linkplain|@see|@throws|@exception|@value)\\s+)([A-Za-z_$][\\w$]*)(?!\\()");

    private final DeclaredClass home;
    private final TouchedFile to;
    private final Set<String> known;

    /**
     * @param home the class that the comments come from
     * @param known qualified names that stay as they are, such as what the other file imports from now on
     */
    public LinkedTypes(DeclaredClass home, TouchedFile to, Set<String> known) {
        this.home = home;
        this.to = to;
        this.known = known;
    }

    /** Puts in front of a type's name what it takes to find it from there. */
    public List<Edit> qualified(Region part) {
        List<Edit> edits = new ArrayList<>();
        TouchedFile from = home.file();
        for (Token token : from.tokensFrom(part.start())) {
            if (token.region().start() >= part.end()) {
                break;
            }
            Matcher tag = TAG.matcher(token.of(from.text()));
            while (token.kind() == Token.Kind.JAVADOC && tag.find()) {
                int at = token.region().start() + tag.start(2);
                Optional<String> meant =
                        meaning(from, Optional.of(home.element()), tag.group(2)).filter(name -> !known.contains(name));
                meant.filter(name ->
                                !meaning(to, Optional.empty(), tag.group(2)).equals(meant))
                        .map(name ->
                                name.substring(0, name.length() - tag.group(2).length()))
                        .filter(front -> !front.isEmpty())
                        .ifPresent(front -> edits.add(Edit.insert(at, front)));
            }
        }
        return edits;
    }

    /** The qualified name of the type that a simple name means in a file; empty for one that nothing is known of. */
    private static Optional<String> meaning(TouchedFile file, Optional<TypeElement> place, String simple) {
        Elements elements = file.attribution().elements();
        List<String> names = new ArrayList<>();
        place.ifPresent(type -> names.add(type.getQualifiedName() + "." + simple));
        Imports imports = new Imports(file);
        imports.named(simple).ifPresent(one -> names.add(one.name()));
        names.add(file.packageName().isEmpty() ? simple : file.packageName() + "." + simple);
        imports.all().stream()
                .filter(one -> one.isOnDemand() && !one.isStatic())
                .forEach(one -> names.add(one.name() + "." + simple));
        names.add("java.lang." + simple);
        return names.stream()
                .filter(name -> elements.getTypeElement(name) != null)
                .findFirst();
    }
}
